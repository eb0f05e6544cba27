import type { Config } from '../config.ts';
import type { Database } from './database.ts';

/** Only what is used is loaded: most have no PostgreSQL server, and start sooner. Throws `CannotStart`. */
export const openDatabase = async ({ databaseUrl, dataFolder }: Config): Promise<Database> =>
  databaseUrl === null
    ? (await import('./embedded.ts')).openEmbedded(dataFolder)
    : (await import('./postgres.ts')).openPostgres(databaseUrl);
