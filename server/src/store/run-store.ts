import type { RunAnswer } from '@gorse/contract';
import { encodeStrokes, placeInLog, type RunEvent, runWithEvent } from '@gorse/core';
import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { grouped } from './grouped.ts';
import { runEvents, runs } from './schema.ts';

export type NewRun = typeof runs.$inferInsert;

const SUMMARY = {
  id: runs.id,
  quiltId: runs.quiltId,
  pieceId: runs.pieceId,
  advance: runs.advance,
  name: runs.name,
  design: runs.design,
  continued: runs.continued,
  planHash: runs.planHash,
  linedUp: runs.linedUp,
  holes: runs.holes,
  seconds: runs.seconds,
  thread: runs.thread,
  state: {
    status: runs.status,
    stitch: runs.stitch,
    bobbinThreadUp: runs.bobbinThreadUp,
    rehearsed: runs.rehearsed,
    fault: runs.fault,
  },
};

export async function insertRun(tables: Tables, run: NewRun): Promise<void> {
  await tables.insert(runs).values(run);
}

/** Adds one event to the log of a run, which stands like this before it. The same one again changes nothing. */
export async function appendEvent(
  tables: Tables,
  run: Pick<RunAnswer, 'id' | 'events' | 'state'>,
  event: RunEvent,
): Promise<void> {
  const { id: runId } = run;
  const { stitch, at } = event;
  const seq = placeInLog(run.events, event);
  await tables
    .insert(runEvents)
    .values({ runId, seq, ...event })
    .onConflictDoUpdate({
      target: [runEvents.runId, runEvents.seq],
      set: { stitch, at },
      setWhere: sql`${runEvents.kind} = 'progress' and excluded.kind = 'progress'`,
    });
  await tables.update(runs).set(runWithEvent(run, event).state).where(eq(runs.id, runId));
}

/** A quilt's runs, newest first, each with its whole log. */
export async function listRuns(tables: Tables, quiltId: string): Promise<RunAnswer[]> {
  const rows = await tables.select(SUMMARY).from(runs).where(eq(runs.quiltId, quiltId)).orderBy(desc(runs.madeAt));
  return withEvents(tables, rows);
}

/** Runs that are under way as far as their log tells. */
export async function runsUnderWay(tables: Tables): Promise<RunAnswer[]> {
  const rows = await tables
    .select(SUMMARY)
    .from(runs)
    .where(inArray(runs.status, ['stitching', 'paused']));
  return withEvents(tables, rows);
}

/** What was stitched of a quilt, in short. */
export interface StitchedOfQuilt {
  /** Ids of the pieces that are stitched. */
  readonly finished: readonly string[];
  /** Of all runs; grows with each that is made. */
  readonly stitches: number;
}

/** The same of some quilts, by quilt; none of those that have no run. */
export async function stitchedOf(
  tables: Tables,
  quiltIds: readonly string[],
): Promise<ReadonlyMap<string, StitchedOfQuilt>> {
  const rows = await tables
    .select({
      quiltId: runs.quiltId,
      finished: sql<string[]>`coalesce(jsonb_agg(${runs.pieceId}) FILTER (WHERE ${runs.status} = 'finished'), '[]')`,
      stitches: sql<number>`sum(${runs.stitch})::float8`,
    })
    .from(runs)
    .where(inArray(runs.quiltId, [...quiltIds]))
    .groupBy(runs.quiltId);
  return new Map(rows.map(({ quiltId, ...stitched }) => [quiltId, stitched]));
}

export async function findRun(tables: Tables, id: string): Promise<RunAnswer | null> {
  const rows = await tables.select(SUMMARY).from(runs).where(eq(runs.id, id));
  return (await withEvents(tables, rows))[0] ?? null;
}

export async function findRunPoints(tables: Tables, id: string): Promise<Uint8Array | null> {
  const [row] = await tables.select({ points: runs.points }).from(runs).where(eq(runs.id, id));
  return row?.points ?? null;
}

/** A run's needle points on the planned cloth; no strokes for one that was made before they were kept, null for one that is gone. */
export async function findRunCloth(tables: Tables, id: string): Promise<Uint8Array | null> {
  const [row] = await tables.select({ cloth: runs.cloth }).from(runs).where(eq(runs.id, id));
  return row ? (row.cloth ?? encodeStrokes([])) : null;
}

async function withEvents(tables: Tables, rows: readonly Omit<RunAnswer, 'events'>[]): Promise<RunAnswer[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((row) => row.id);
  const found = await tables
    .select()
    .from(runEvents)
    .where(inArray(runEvents.runId, ids))
    .orderBy(asc(runEvents.runId), asc(runEvents.seq));
  const logs = grouped(found, ({ runId }) => runId);
  return rows.map((row) => ({
    ...row,
    events: (logs.get(row.id) ?? []).map(({ kind, at, stitch }) => ({ kind, at, stitch })),
  }));
}
