import { nanoid } from 'nanoid';
import { designIdsOf, type PlanRecords, quiltOf } from '@gorse/core';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { found, Refusal } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { findDesign, knownDesigns } from '../store/design-store.ts';
import { migrationCount } from '../store/migrations.ts';
import { findPlan, isQuilt } from '../store/quilt-store.ts';
import { writeArchive } from './archive.ts';
import { receive } from './backups.ts';
import { checkArchive } from './checked.ts';
import {
  designIds,
  insertRows,
  linesOfAll,
  linesOfDesigns,
  linesOfQuilt,
  quiltIds,
  type Row,
  rowsIn,
} from '../store/table-rows.ts';

/** A file that is there while it is used. */
async function whileThere<T>(folder: string, work: (path: string) => Promise<T>): Promise<T> {
  // With a PostgreSQL server there may be none yet.
  await mkdir(folder, { recursive: true });
  const own = await mkdtemp(join(folder, 'quilt-file-'));
  try {
    return await work(join(own, 'quilt.zip'));
  } finally {
    await rm(own, { recursive: true, force: true });
  }
}

/** One quilt with its designs and all that was done with it, as a file that opens in another Gorse; there while `send` works. */
export async function saveQuiltFile(
  database: Database,
  folder: string,
  gorse: string,
  id: string,
  send: (file: { readonly path: string; readonly name: string }) => Promise<void>,
): Promise<void> {
  const { records } = found(await findPlan(database.read, id), 'quilt');
  const designs = await designsWithOriginals(database, records);
  await whileThere(folder, async (path) => {
    const entries = [
      { name: 'quilt.ndjson', lines: () => linesOfQuilt(database.read, id) },
      { name: 'designs.ndjson', lines: () => linesOfDesigns(database.read, designs) },
    ];
    await writeArchive(path, entries, { format: 'gorse-quilt', gorse, schema: migrationCount() });
    const name = quiltOf(records).name.replace(/[^\p{L}\p{N}]+/gu, '-');
    await send({ path, name: `${name}.gorse-quilt.zip` });
  });
}

/** Designs that a plan names, and what they were made of. */
async function designsWithOriginals(database: Database, records: PlanRecords): Promise<readonly string[]> {
  // A recipe that no patch holds now may be taken again.
  const ids = new Set([
    ...designIdsOf(records),
    ...Object.values(records.recipes).flatMap(({ designId }) => designId ?? []),
  ]);
  for (const id of ids) {
    const design = await findDesign(database.read, id);
    if (design?.originalId) ids.add(design.originalId);
  }
  return [...ids];
}

/** Puts the quilt of a file on the shelf, with its designs where they are not there yet; one that is there already stays beside it. */
export const openQuiltFile = (database: Database, folder: string, file: Readable): Promise<{ readonly id: string }> =>
  whileThere(folder, async (path) => {
    await receive(file, path);
    const checked = await checkArchive(path, folder);
    try {
      const { tables, manifest } = checked;
      const [id, ...others] = await quiltIds(tables);
      if (manifest.format !== 'gorse-quilt' || id === undefined || others.length > 0)
        throw new Refusal('cannotRead', 'This is a backup of everything. Take it in on the page Backups.');
      // One of a newer Gorse is refused.
      await findPlan(tables, id);
      const renamed = (await isQuilt(database.read, id)) ? nanoid(12) : id;
      await database.commit(async (into) => {
        const there = await knownDesigns(into, await designIds(tables));
        await insertRows(into, without(there, rowsIn(linesOfAll(tables, 'design', 'designs'))));
        await insertRows(into, withIds(rowsIn(linesOfQuilt(tables, id)), id, renamed));
      });
      return { id: renamed };
    } finally {
      await checked.close();
    }
  });

/** Rows but those of these ids. */
async function* without(ids: ReadonlySet<string>, rows: AsyncIterable<Row>): AsyncIterable<Row> {
  for await (const one of rows) if (!ids.has(one.row.id as string)) yield one;
}

/** A quilt's rows under another id, its runs under new ones, unless it keeps its own. */
async function* withIds(rows: AsyncIterable<Row>, id: string, renamed: string): AsyncIterable<Row> {
  const runs = new Map<unknown, string>();
  for await (const { table, row } of rows) {
    if (id === renamed) yield { table, row };
    else {
      if (table === 'runs') runs.set(row.id, nanoid(12));
      const own = table === 'quilts' ? { id: renamed } : table === 'runs' ? { id: runs.get(row.id) } : {};
      const of = 'quilt_id' in row ? { quilt_id: renamed } : 'run_id' in row ? { run_id: runs.get(row.run_id) } : {};
      yield { table, row: { ...row, ...own, ...of } };
    }
  }
}
