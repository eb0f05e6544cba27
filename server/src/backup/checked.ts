import { UnreadablePlan } from '@gorse/core';
import { Refusal } from '../refusal.ts';
import type { Tables } from '../store/database.ts';
import { migrationCount } from '../store/migrations.ts';
import { findPlan } from '../store/quilt-store.ts';
import { openScratch, type Scratch } from '../store/scratch.ts';
import { insertRows, quiltIds } from '../store/table-rows.ts';
import { type Manifest, openArchive } from './archive.ts';

/** An archive in a database of its own, brought to this version, every plan in it opened. */
export interface Checked {
  readonly tables: Tables;
  readonly manifest: Manifest;
  close(): Promise<void>;
}

/**
 * Loads an archive beside the data, within `folder`, so that it is known to be whole before it replaces anything: its files by their hashes,
 * its rows by the database, its plans by being opened. Throws a `Refusal` that says what is wrong.
 */
export async function checkArchive(path: string, folder: string): Promise<Checked> {
  const archive = await openArchive(path);
  let scratch: Scratch | null = null;
  try {
    const { manifest } = archive;
    if (manifest.schema > migrationCount())
      throw new Refusal(
        'cannotRead',
        `This was made by a newer Gorse (${manifest.gorse}). Update Gorse, then take it in.`,
      );
    scratch = await openScratch(folder, manifest.schema);
    const { tables, close } = scratch;
    await scratch.fill((into) => insertRows(into, archive.rows()));
    await scratch.update();
    // One of a newer Gorse stays closed, as it was.
    for (const id of await quiltIds(tables)) await findPlan(tables, id).catch(unlessUnreadable);
    return { tables, manifest, close };
  } catch (error) {
    await scratch?.close();
    if (error instanceof Refusal) throw error;
    throw new Refusal(
      'cannotRead',
      'What is in this file doesn’t fit together: it is damaged. Nothing was changed; choose another file.',
    );
  } finally {
    archive.close();
  }
}

function unlessUnreadable(error: unknown): void {
  if (!(error instanceof UnreadablePlan)) throw error;
}
