import { renameSync } from 'node:fs';
import { join } from 'node:path';
import { CannotStart } from '../cannot-start.ts';
import type { Config } from '../config.ts';
import { Refusal } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { putInPlace } from './backups.ts';
import { checkArchive } from './checked.ts';

/**
 * Goes on from a backup where the data can't be opened: the damaged folder is put aside, not removed. Throws `CannotStart` with what is wrong
 * with the backup, and then nothing was moved.
 */
export async function rescue(config: Config, backup: string, open: () => Promise<Database>): Promise<Database> {
  const checked = await checkArchive(backup, config.dataFolder).catch((error: unknown) => {
    throw error instanceof Refusal ? new CannotStart(`${backup}: ${error.message}`) : error;
  });
  try {
    renameSync(join(config.dataFolder, 'pg'), join(config.dataFolder, `pg-damaged-${Date.now()}`));
    const database = await open();
    await putInPlace(database, checked);
    return database;
  } finally {
    await checked.close();
  }
}
