import type { RunAnswer } from '@gorse/contract';
import { encodeStrokes, placeInLog, type RunEvent, runStateOf } from '@gorse/core';
import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Tables } from './database.ts';
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
};

export async function insertRun(tables: Tables, run: NewRun): Promise<void> {
  await tables.insert(runs).values(run);
}

/** Adds one event to the log of a run, which has these before it. The same one again changes nothing. */
export async function appendEvent(
  tables: Tables,
  { id: runId, events }: Pick<RunAnswer, 'id' | 'events'>,
  event: RunEvent,
): Promise<void> {
  const { stitch, at } = event;
  const seq = placeInLog(events, event);
  await tables
    .insert(runEvents)
    .values({ runId, seq, ...event })
    .onConflictDoUpdate({
      target: [runEvents.runId, runEvents.seq],
      set: { stitch, at },
      setWhere: sql`${runEvents.kind} = 'progress' and excluded.kind = 'progress'`,
    });
}

/** A quilt's runs, or all; newest first, each with its whole log. */
export async function listRuns(tables: Tables, quiltId: string | null): Promise<RunAnswer[]> {
  const rows = await tables
    .select(SUMMARY)
    .from(runs)
    .where(quiltId === null ? undefined : eq(runs.quiltId, quiltId))
    .orderBy(desc(runs.madeAt));
  return withEvents(tables, rows);
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

async function withEvents(tables: Tables, rows: readonly Omit<RunAnswer, 'events' | 'state'>[]): Promise<RunAnswer[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((row) => row.id);
  const found = await tables
    .select()
    .from(runEvents)
    .where(inArray(runEvents.runId, ids))
    .orderBy(asc(runEvents.runId), asc(runEvents.seq));
  const logs = new Map<string, RunEvent[]>(ids.map((id) => [id, []]));
  for (const { runId, kind, at, stitch } of found) logs.get(runId)!.push({ kind, at, stitch });
  return rows.map((row) => {
    const events = logs.get(row.id)!;
    return { ...row, events, state: runStateOf(events) };
  });
}
