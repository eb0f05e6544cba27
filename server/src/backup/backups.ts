import { BACKUP_REASONS, type BackupAnswer, type BackupReason } from '@gorse/contract';
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Logger } from 'pino';
import { found, Refusal } from '../refusal.ts';
import type { Database, Tables } from '../store/database.ts';
import { migrationsSeen } from '../store/migrations.ts';
import { type Manifest, openArchive, writeArchive } from './archive.ts';
import { type Checked, checkArchive } from './checked.ts';
import { everything, insertRows, rowsIn, truncateAll } from '../store/table-rows.ts';

/** Kept of each kind. */
const KEPT = 7;
/** The largest file that is taken in, bytes. */
const LARGEST = 16 * 1024 ** 3;
/** Whether a day is over is looked at this often, ms, first a while after the start. */
const LOOK = 3_600_000;
const FIRST_LOOK = 120_000;
const DAY = 23 * 3_600_000;

const NAME = new RegExp(`^(${BACKUP_REASONS.join('|')})-\\d{4}-\\d\\d-\\d\\dT\\d\\d-\\d\\d-\\d\\d-\\d{3}Z\\.zip$`);
const reasonOf = (name: string): BackupReason => NAME.exec(name)![1] as BackupReason;

/** Everything in one file, in a folder beside the data: by a press, every day, before what could go wrong. */
export class Backups {
  private last: Promise<unknown> = Promise.resolve();
  private timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly database: Pick<Database, 'read' | 'commit' | 'recentPlans'>,
    private readonly folder: string,
    private readonly gorse: string,
    private readonly log: Pick<Logger, 'error' | 'info'>,
  ) {}

  /** Newest first. */
  async list(): Promise<BackupAnswer[]> {
    const names = (await readdir(this.folder).catch(() => [])).filter((name) => NAME.test(name));
    const told = await Promise.all(names.map((name) => this.tell(name)));
    return told.sort((a, b) => b.madeAt - a.madeAt);
  }

  /** One at a time: what is asked for meanwhile waits. */
  make(reason: BackupReason): Promise<BackupAnswer> {
    return this.inTurn(() => this.write(reason));
  }

  /** Where a backup lies. */
  async path(name: string): Promise<string> {
    const path = NAME.test(name) ? join(this.folder, name) : null;
    return found(path !== null && (await stat(path).catch(() => null)) ? path : null, 'backup');
  }

  /** Takes a backup in from elsewhere, among the others; it replaces nothing yet. */
  async take(file: Readable): Promise<BackupAnswer> {
    await mkdir(this.folder, { recursive: true });
    const name = nameOf('from-elsewhere');
    const draft = join(this.folder, `${name}.draft`);
    try {
      await receive(file, draft);
      const { manifest, close } = await openArchive(draft);
      close();
      if (manifest.format !== 'gorse-backup')
        throw new Refusal('cannotRead', 'This is the file of one quilt. Open it on the shelf.');
      await rename(draft, join(this.folder, name));
    } finally {
      await rm(draft, { force: true });
    }
    await this.thin();
    return this.tell(name);
  }

  /** Checks a backup, then puts it in place of everything, which is backed up before. `replace` says when. */
  restore(name: string, replace: (work: () => Promise<void>) => Promise<void>): Promise<void> {
    return this.inTurn(async () => {
      const checked = await checkArchive(await this.path(name), this.folder);
      try {
        await replace(async () => {
          await this.write('before-restore');
          await putInPlace(this.database, checked);
          this.database.recentPlans.clear();
        });
      } finally {
        await checked.close();
      }
    });
  }

  /** Backs up every day. */
  start(): void {
    const look = async (): Promise<void> => {
      const newest = (await this.list()).find(({ reason }) => reason === 'daily');
      if (!newest || Date.now() - newest.madeAt > DAY) await this.make('daily');
    };
    const next = (after: number): void => {
      this.timer = setTimeout(() => {
        look()
          .catch((error: unknown) => this.log.error({ err: error }, 'the daily backup failed'))
          .finally(() => next(LOOK));
      }, after);
      this.timer.unref();
    };
    next(FIRST_LOOK);
  }

  async close(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    await this.last;
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = this.last.then(work);
    this.last = turn.catch(() => undefined);
    return turn;
  }

  private async write(reason: BackupReason): Promise<BackupAnswer> {
    const name = await backUp(this.database.read, this.folder, reason, this.gorse);
    await this.thin();
    this.log.info({ reason }, 'a backup was made');
    return this.tell(name);
  }

  private async thin(): Promise<void> {
    const names = (await readdir(this.folder)).filter((name) => NAME.test(name)).sort();
    for (const reason of BACKUP_REASONS)
      for (const name of names.filter((one) => reasonOf(one) === reason).slice(0, -KEPT))
        await rm(join(this.folder, name), { force: true });
  }

  private async tell(name: string): Promise<BackupAnswer> {
    const path = join(this.folder, name);
    const { size, mtimeMs } = await stat(path);
    const about = { name, reason: reasonOf(name), bytes: size };
    try {
      const { manifest, close } = await openArchive(path);
      close();
      return { ...about, madeAt: manifest.madeAt, ...countsOf(manifest), trouble: null };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { ...about, madeAt: mtimeMs, quilts: 0, runs: 0, designs: 0, frames: 0, trouble: error.message };
    }
  }
}

const countsOf = ({ rows }: Manifest): Pick<BackupAnswer, 'quilts' | 'runs' | 'designs' | 'frames'> => ({
  quilts: rows.quilts ?? 0,
  runs: rows.runs ?? 0,
  designs: rows.designs ?? 0,
  frames: rows.frames ?? 0,
});

const nameOf = (reason: BackupReason): string => `${reason}-${new Date().toISOString().replace(/[:.]/g, '-')}.zip`;

/** Writes everything into a new file in a folder; tells its name. The database may be of an older version. */
export async function backUp(tables: Tables, folder: string, reason: BackupReason, gorse: string): Promise<string> {
  await mkdir(folder, { recursive: true });
  const name = nameOf(reason);
  const schema = await migrationsSeen(tables);
  await writeArchive(join(folder, name), await everything(tables), { format: 'gorse-backup', gorse, schema });
  return name;
}

/** Puts what was checked in place of everything. */
export const putInPlace = (database: Pick<Database, 'commit'>, { tables: from }: Checked): Promise<void> =>
  database.commit(async (tables) => {
    await truncateAll(tables);
    for (const { lines } of await everything(from)) await insertRows(tables, rowsIn(lines()));
  });

/** Writes what arrives into a file; refuses what is too large. */
export async function receive(file: Readable, path: string): Promise<void> {
  let bytes = 0;
  await pipeline(
    file,
    async function* (parts: AsyncIterable<Buffer>) {
      for await (const part of parts) {
        bytes += part.length;
        if (bytes > LARGEST) throw new Refusal('tooLarge', 'This file is larger than any backup. Choose another file.');
        yield part;
      }
    },
    createWriteStream(path),
  );
}
