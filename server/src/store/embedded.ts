import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { CannotStart } from '../cannot-start.ts';
import { type Database, MIGRATIONS } from './database.ts';
import { type BeforeUpdate, updateTo } from './migrations.ts';
import { RecentPlans } from './recent-plans.ts';
import * as schema from './schema.ts';
import { syncFolder, WalSync } from './wal-sync.ts';

/** The embedded database is there, but can't be opened. */
const damaged = (folder: string, cause?: unknown): CannotStart =>
  new CannotStart(
    `The data in ${folder} is damaged and was left as it is. To go on from a backup, set GORSE_RESTORE to one of the files in ${join(dirname(folder), 'backups')} and start Gorse again; to begin anew, set GORSE_DATA to another folder.`,
    { cause, damaged: true },
  );

/** The folder must be locked by this process: two on one folder lose rows. */
export async function openEmbedded(dataFolder: string, beforeUpdate: BeforeUpdate): Promise<Database> {
  const folder = join(dataFolder, 'pg');
  // Here while a new database is made: what was cut off then has never kept anything.
  const making = join(dataFolder, 'making-pg');
  if (existsSync(making)) rmSync(folder, { recursive: true, force: true });
  if (!existsSync(folder)) {
    mkdirSync(dataFolder, { recursive: true });
    writeFileSync(making, '');
    mkdirSync(folder);
  }
  // What lies there without it is what is left of a database: a new one over it would hide that it was ever there.
  if (readdirSync(folder).length > 0 && !existsSync(join(folder, 'PG_VERSION'))) throw damaged(folder);
  const client = await PGlite.create(folder).catch((error: unknown) => {
    throw damaged(folder, error);
  });
  const database = await overEmbedded(client, folder, beforeUpdate);
  if (existsSync(making)) {
    await syncFolder(folder);
    rmSync(making);
  }
  return database;
}

/** `folder` null: in memory, for tests. */
export async function overEmbedded(
  client: PGlite,
  folder: string | null,
  beforeUpdate: BeforeUpdate = () => Promise.resolve(),
): Promise<Database> {
  const tables = drizzle(client, { schema });
  await updateTo(tables, () => migrate(tables, { migrationsFolder: MIGRATIONS }), beforeUpdate);
  const wal = folder === null ? null : new WalSync(folder);
  return {
    read: tables,
    recentPlans: new RecentPlans(),
    async commit(work) {
      const result = await tables.transaction((tx) => work(tx));
      await wal?.sync();
      return result;
    },
    async ping() {
      await tables.execute(sql`select 1`);
    },
    async close() {
      await client.close();
      if (folder !== null) await syncFolder(folder);
    },
  };
}
