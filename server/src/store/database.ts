import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as overPglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Config } from '../config.ts';
import { RecentPlans } from './recent-plans.ts';
import * as schema from './schema.ts';
import { syncFolder, WalSync } from './wal-sync.ts';

export type Tables = PgDatabase<PgQueryResultHKT, typeof schema>;

/** The one way to the data. */
export interface Database {
  readonly read: Tables;
  readonly recentPlans: RecentPlans;
  /** One transaction; returns only when it is safe on the disk. */
  commit<T>(work: (tables: Tables) => Promise<T>): Promise<T>;
  /** Throws unless the database answers. */
  ping(): Promise<void>;
  close(): Promise<void>;
}

/** Both `src/store` (run as it is) and `dist` (bundled) lie somewhere below the package that holds `migrations`. */
export const MIGRATIONS = join(packageFolder(fileURLToPath(import.meta.url)), 'migrations');

function packageFolder(file: string): string {
  const folder = dirname(file);
  return /[\\/](src|dist)$/.test(folder) ? dirname(folder) : packageFolder(folder);
}

export const openDatabase = (config: Config): Promise<Database> =>
  config.databaseUrl === null ? openEmbedded(config.dataFolder) : openServer(config.databaseUrl);

/** The embedded database is there, but can't be opened; the message says what to do. */
export class DamagedFolder extends Error {
  override readonly name = 'DamagedFolder';
  constructor(folder: string, options?: ErrorOptions) {
    super(
      `The data in ${folder} is damaged and was left as it is. Put a copy of the folder back that was made before, or set GORSE_DATA to another folder to begin anew.`,
      options,
    );
  }
}

/** The folder must be locked by this process: two on one folder lose rows. */
async function openEmbedded(dataFolder: string): Promise<Database> {
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
  if (readdirSync(folder).length > 0 && !existsSync(join(folder, 'PG_VERSION'))) throw new DamagedFolder(folder);
  const client = await PGlite.create(folder).catch((error: unknown) => {
    throw new DamagedFolder(folder, { cause: error });
  });
  const database = await overEmbedded(client, folder);
  if (existsSync(making)) {
    await syncFolder(folder);
    rmSync(making);
  }
  return database;
}

/** `folder` null: in memory, for tests. */
export async function overEmbedded(client: PGlite, folder: string | null): Promise<Database> {
  const tables = overPglite(client, { schema });
  await migratePglite(tables, { migrationsFolder: MIGRATIONS });
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

/** Its client is loaded only where there is a server: most have none, and start sooner. */
async function openServer(url: string): Promise<Database> {
  const [{ default: pg }, { drizzle: overServer }, { migrate: migrateServer }] = await Promise.all([
    import('pg'),
    import('drizzle-orm/node-postgres'),
    import('drizzle-orm/node-postgres/migrator'),
  ]);
  const pool = new pg.Pool({ connectionString: url });
  // A server that goes away ends its idle connections; the next question opens another.
  pool.on('error', () => undefined);
  const tables = overServer(pool, { schema });
  await migrateServer(tables, { migrationsFolder: MIGRATIONS });
  return {
    read: tables,
    recentPlans: new RecentPlans(),
    commit: (work) => tables.transaction((tx) => work(tx)),
    async ping() {
      await tables.execute(sql`select 1`);
    },
    close: () => pool.end(),
  };
}
