import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { MIGRATIONS, type Tables } from './database.ts';
import { journalOf } from './migrations.ts';
import * as schema from './schema.ts';

/** A database of its own for a while, in a new folder within another. */
export interface Scratch {
  readonly tables: Tables;
  /** Fills it in one go. */
  fill(work: (tables: Tables) => Promise<void>): Promise<void>;
  /** Brings it up to date. */
  update(): Promise<void>;
  readonly close: () => Promise<void>;
}

/** An empty database as it was after so many migrations. */
export async function openScratch(within: string, migrations: number): Promise<Scratch> {
  const folder = mkdtempSync(join(within, 'checking-'));
  const client = await PGlite.create(join(folder, 'pg'));
  const tables = drizzle(client, { schema });
  await migrate(tables, { migrationsFolder: migrationsUpTo(migrations, join(folder, 'migrations')) });
  return {
    tables,
    fill: (work) => tables.transaction((tx) => work(tx)),
    update: () => migrate(tables, { migrationsFolder: MIGRATIONS }),
    async close() {
      await client.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

function migrationsUpTo(count: number, folder: string): string {
  cpSync(MIGRATIONS, folder, { recursive: true });
  const { entries, ...rest } = journalOf(MIGRATIONS);
  writeFileSync(join(folder, 'meta', '_journal.json'), JSON.stringify({ ...rest, entries: entries.slice(0, count) }));
  return folder;
}
