import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { openPromise, type Entry as ZipEntry, type ZipFile } from 'yauzl';
import yazl from 'yazl';
import { Refusal } from '../refusal.ts';
import { type Entry, type Lines, type Row, TABLES } from '../store/table-rows.ts';

export const FORMATS = ['gorse-backup', 'gorse-quilt'] as const;

/** What an archive says of itself. docs/backup.md tells the format. */
export interface Manifest {
  readonly format: (typeof FORMATS)[number];
  readonly version: 1;
  /** The Gorse that made it, and how many migrations its database had seen. */
  readonly gorse: string;
  readonly schema: number;
  /** Milliseconds since 1970. */
  readonly madeAt: number;
  /** Rows of each table. */
  readonly rows: Readonly<Record<string, number>>;
  /** SHA-256 of each file, in hex. */
  readonly files: Readonly<Record<string, string>>;
}

const MANIFEST = 'gorse.json';
const LONGEST_MANIFEST = 8 * 1024 * 1024;
/** Beyond these an archive is no backup of quilts, but made to fill a disk. */
const MOST_FILES = 100_000;
const MOST_BYTES = 64 * 1024 ** 3;
const LONGEST_LINE = 200 * 1024 * 1024;

/** Writes an archive, whole or not at all. */
export async function writeArchive(
  path: string,
  entries: readonly Entry[],
  about: Pick<Manifest, 'format' | 'gorse' | 'schema'>,
): Promise<void> {
  const rows: Record<string, number> = {};
  const files: Record<string, string> = {};
  const counted = async function* ({ name, lines }: Entry): AsyncGenerator<Buffer> {
    const hash = createHash('sha256');
    for await (const line of lines()) {
      const table = /^\{"table":"(\w+)"/.exec(line)?.[1] ?? '';
      rows[table] = (rows[table] ?? 0) + 1;
      const bytes = Buffer.from(line);
      hash.update(bytes);
      yield bytes;
    }
    files[name] = hash.digest('hex');
  };
  const zip = new yazl.ZipFile();
  const failed = new Promise<never>((_, reject) => zip.on('error', reject));
  const add = (name: string, content: () => AsyncIterable<Buffer> | readonly string[]): void =>
    zip.addReadStreamLazy(name, (give) => give(null, Readable.from(content())));
  for (const entry of entries) add(entry.name, () => counted(entry));
  // Last, when all is counted.
  add(MANIFEST, () => {
    const manifest: Manifest = { ...about, version: 1, madeAt: Date.now(), rows, files };
    return [JSON.stringify(manifest, null, 1)];
  });
  zip.end();
  const draft = `${path}.draft`;
  try {
    await Promise.race([pipeline(zip.outputStream, createWriteStream(draft)), failed]);
    const file = await open(draft, 'r');
    await file.sync().finally(() => file.close());
    await rename(draft, path);
  } finally {
    await rm(draft, { force: true });
  }
}

const notOurs = (why: string): Refusal =>
  new Refusal(
    'cannotRead',
    `This is no backup of Gorse, or it is damaged: ${why} Nothing was changed; choose another file.`,
  );

/** An archive that is open for reading. */
export interface Archive {
  readonly manifest: Manifest;
  /** Every row, file by file; each file is checked against the manifest. */
  rows(): AsyncIterable<Row>;
  readonly close: () => void;
}

/** Throws a `Refusal` on what is no archive. */
export async function openArchive(path: string): Promise<Archive> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false }).catch((error: unknown) => {
    throw notOurs(`${(error as Error).message}.`);
  });
  try {
    const entries = await entriesOf(zip);
    const found = entries.get(MANIFEST);
    if (!found || found.uncompressedSize > LONGEST_MANIFEST) throw notOurs('it has no table of contents.');
    const manifest = manifestOf(await textOf(zip, found));
    const files = Object.keys(manifest.files);
    if (files.some((name) => !entries.has(name))) throw notOurs('files are missing in it.');
    return {
      manifest,
      async *rows() {
        for (const name of files) yield* rowsOf(zip, entries.get(name)!, manifest.files[name]!);
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error instanceof Refusal ? error : notOurs(`${(error as Error).message}.`);
  }
}

async function entriesOf(zip: ZipFile): Promise<ReadonlyMap<string, ZipEntry>> {
  const entries = new Map<string, ZipEntry>();
  let bytes = 0;
  if (zip.entryCount > MOST_FILES) throw notOurs('it holds too many files.');
  for await (const entry of zip.eachEntry()) {
    entries.set(entry.fileName, entry);
    bytes += entry.uncompressedSize;
    if (bytes > MOST_BYTES) throw notOurs('it is too large.');
  }
  return entries;
}

async function textOf(zip: ZipFile, entry: ZipEntry): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of await zip.openReadStreamPromise(entry)) parts.push(part as Buffer);
  return Buffer.concat(parts).toString('utf8');
}

function manifestOf(text: string): Manifest {
  const found = JSON.parse(text) as Partial<Manifest> | null;
  const isCount = (value: unknown): boolean => Number.isSafeInteger(value) && (value as number) >= 0;
  if (!FORMATS.some((format) => format === found?.format) || found?.version !== 1)
    throw notOurs('it is of another kind.');
  const { schema, madeAt, gorse, rows, files } = found;
  const sound =
    isCount(schema) &&
    isCount(madeAt) &&
    typeof gorse === 'string' &&
    isTable(rows, isCount) &&
    isTable(files, (hash) => typeof hash === 'string' && /^[0-9a-f]{64}$/.test(hash));
  if (!sound) throw notOurs('its table of contents can’t be read.');
  return found as Manifest;
}

const isTable = (table: unknown, fits: (value: unknown) => boolean): boolean =>
  typeof table === 'object' && table !== null && Object.values(table).every(fits);

async function* rowsOf(zip: ZipFile, entry: ZipEntry, sha256: string): AsyncIterable<Row> {
  const stream = await zip.openReadStreamPromise(entry);
  const hash = createHash('sha256');
  let sinceLine = 0;
  stream.on('data', (part: Buffer) => {
    hash.update(part);
    sinceLine = part.includes(10) ? 0 : sinceLine + part.length;
    if (sinceLine > LONGEST_LINE) stream.destroy(notOurs('a row of it is too long.'));
  });
  let failure: unknown = null;
  stream.on('error', (error) => (failure = error));
  const lines: Lines = createInterface({ input: stream, crlfDelay: Infinity });
  for await (const line of lines) if (line !== '') yield rowOf(line);
  if (failure !== null) throw failure as Error;
  if (hash.digest('hex') !== sha256) throw notOurs(`${entry.fileName} in it was changed.`);
}

function rowOf(line: string): Row {
  const { table, row } = JSON.parse(line) as Partial<Row>;
  if (table === undefined || !TABLES.includes(table) || typeof row !== 'object')
    throw notOurs('it holds unknown rows.');
  return { table, row };
}
