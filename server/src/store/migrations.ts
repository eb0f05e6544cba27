import { type SQL, sql } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MIGRATIONS, rowsOf, type Tables } from './database.ts';

interface Journal {
  readonly entries: readonly { readonly tag: string }[];
}

export const journalOf = (folder: string): Journal =>
  JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as Journal;

/** Migrations that there are. */
export const migrationCount = (): number => journalOf(MIGRATIONS).entries.length;

/** Migrations that a database has seen; 0 for a new one. */
export async function migrationsSeen(tables: Tables): Promise<number> {
  const count = async (query: SQL): Promise<number> => Number((await rowsOf<{ n: unknown }>(tables, query))[0]?.n);
  const there = await count(sql`SELECT count(to_regclass('drizzle.__drizzle_migrations')) AS n`);
  return there === 0 ? 0 : count(sql`SELECT count(*) AS n FROM drizzle.__drizzle_migrations`);
}

export type BeforeUpdate = (tables: Tables) => Promise<void>;

/** Brings a database up to date; one that is older, and not new, is told of before. */
export async function updateTo(tables: Tables, migrate: () => Promise<void>, before: BeforeUpdate): Promise<void> {
  const seen = await migrationsSeen(tables);
  if (seen > 0 && seen < migrationCount()) await before(tables);
  if (seen < migrationCount()) await migrate();
}
