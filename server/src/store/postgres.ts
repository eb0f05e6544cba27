import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { hostname } from 'node:os';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { CannotStart } from '../cannot-start.ts';
import { Refusal } from '../refusal.ts';
import { type Database, MIGRATIONS } from './database.ts';
import { DATABASE_GONE } from './gone.ts';
import { type BeforeUpdate, updateTo } from './migrations.ts';
import { RecentPlans } from './recent-plans.ts';
import * as schema from './schema.ts';

/** Marks the lock that says which server has the database: any number that others are unlikely to use. */
const LOCK = 4_310_202_611;
/** Between two tries to reach a database that went away, and between two looks whether it is there, ms. */
const TRY_AGAIN = 1000;
const LOOK = 5000;
/** A database that hasn't answered for so long is gone, ms. */
const LONGEST = 4000;

/** Holds the database for this server, and again after it was away: two servers on one would not know of each other's plans. */
class Holding {
  private client: pg.Client | null = null;
  private closed = false;
  /** Why nothing can be written; null when this server has the database. */
  trouble: string | null = null;

  constructor(
    private readonly url: string,
    private readonly back: () => void,
  ) {}

  /** Throws `CannotStart` with who has it, or what the database said. */
  async take(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.url,
      application_name: `Gorse on ${hostname()}, process ${process.pid}`,
      connectionTimeoutMillis: LONGEST,
      query_timeout: LONGEST,
      keepAlive: true,
    });
    client.on('error', () => undefined);
    try {
      await client.connect();
      const { rows } = await client.query<{ taken: boolean }>('SELECT pg_try_advisory_lock($1) AS taken', [LOCK]);
      if (!rows[0]!.taken) throw new CannotStart(await heldBy(client));
    } catch (error) {
      client.end().catch(() => undefined);
      throw error;
    }
    this.client = client;
    this.trouble = null;
    client.once('end', () => void this.lost());
    void this.watch(client);
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.client?.end();
  }

  private isClosed(): boolean {
    return this.closed;
  }

  private async watch(client: pg.Client): Promise<void> {
    while (this.client === client && !this.closed) {
      await pause(LOOK, undefined, { ref: false });
      // A network that swallows everything ends no connection by itself.
      await client.query('SELECT 1').catch(() => client.end().catch(() => undefined));
    }
  }

  private async lost(): Promise<void> {
    this.client = null;
    this.trouble = DATABASE_GONE;
    for (;;) {
      if (this.isClosed()) return;
      try {
        await this.take();
        this.back();
        return;
      } catch (error) {
        this.trouble = error instanceof CannotStart ? error.message : DATABASE_GONE;
        await pause(TRY_AGAIN, undefined, { ref: false });
      }
    }
  }
}

async function heldBy(client: pg.Client): Promise<string> {
  const { rows } = await client.query<{ name: string; since: Date }>(
    `SELECT application_name AS name, backend_start AS since FROM pg_locks JOIN pg_stat_activity USING (pid)
     WHERE locktype = 'advisory' AND granted AND database = (SELECT oid FROM pg_database WHERE datname = current_database())
       AND (classid::bigint << 32) + objid::bigint = $1`,
    [LOCK],
  );
  const who = rows[0] ? `${rows[0].name}, since ${rows[0].since.toISOString().slice(0, 16).replace('T', ' ')} UTC` : '';
  return `Another Gorse server has this database${who && ` (${who})`}. Stop it first, or set DATABASE_URL to another database.`;
}

/** Throws `CannotStart`. */
export async function openPostgres(url: string, beforeUpdate: BeforeUpdate): Promise<Database> {
  const recentPlans = new RecentPlans();
  const holding = new Holding(url, () => recentPlans.clear());
  await holding.take().catch((error: unknown) => {
    if (error instanceof CannotStart) throw error;
    throw new CannotStart(
      `The database of DATABASE_URL can't be opened: ${(error as Error).message || String(error)}. See that PostgreSQL runs and lets Gorse in.`,
      { cause: error },
    );
  });
  const pool = new pg.Pool({ connectionString: url, connectionTimeoutMillis: LONGEST });
  // A server that goes away ends its idle connections; the next question opens another.
  pool.on('error', () => undefined);
  const tables = drizzle(pool, { schema });
  await updateTo(tables, () => migrate(tables, { migrationsFolder: MIGRATIONS }), beforeUpdate);
  return {
    read: tables,
    recentPlans,
    commit: (work) =>
      holding.trouble === null
        ? tables.transaction((tx) => work(tx))
        : Promise.reject(new Refusal('unavailable', holding.trouble)),
    async ping() {
      if (holding.trouble !== null) throw new Refusal('unavailable', holding.trouble);
      await tables.execute(sql`select 1`);
    },
    async close() {
      await holding.close();
      await pool.end();
    },
  };
}
