import type { Config } from '../config.ts';
import type { Database } from './database.ts';
import type { BeforeUpdate } from './migrations.ts';

/**
 * Only what is used is loaded: most have no PostgreSQL server, and start sooner. `beforeUpdate` is awaited before a database of an older version is
 * brought up to date. Throws `CannotStart`.
 */
export const openDatabase = async (
  { databaseUrl, dataFolder }: Config,
  beforeUpdate: BeforeUpdate = () => Promise.resolve(),
): Promise<Database> =>
  databaseUrl === null
    ? (await import('./embedded.ts')).openEmbedded(dataFolder, beforeUpdate)
    : (await import('./postgres.ts')).openPostgres(databaseUrl, beforeUpdate);
