import type { SQL } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { RecentPlans } from './recent-plans.ts';
import type * as schema from './schema.ts';

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

/** What a statement of one's own gives, whatever the driver. */
export async function rowsOf<T>(tables: Tables, query: SQL): Promise<readonly T[]> {
  const result: unknown = await tables.execute(query);
  return (result as { readonly rows: readonly T[] }).rows;
}

/** Both `src/store` (run as it is) and `dist` (bundled) lie somewhere below the package that holds `migrations`. */
export const MIGRATIONS = join(packageFolder(fileURLToPath(import.meta.url)), 'migrations');

function packageFolder(file: string): string {
  const folder = dirname(file);
  return /[\\/](src|dist)$/.test(folder) ? dirname(folder) : packageFolder(folder);
}
