import type { AdvanceEvent } from '@gorse/core';
import { asc, inArray } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { grouped } from './grouped.ts';
import { advances } from './schema.ts';

/** Appends one event; `seq` is its place in the quilt's log. */
export async function appendAdvance(tables: Tables, quiltId: string, seq: number, event: AdvanceEvent): Promise<void> {
  await tables.insert(advances).values({ quiltId, seq, ...event });
}

export const listAdvances = async (tables: Tables, quiltId: string): Promise<readonly AdvanceEvent[]> =>
  (await advancesOf(tables, [quiltId])).get(quiltId) ?? [];

/** The logs of some quilts; none for one that was never put on. */
export async function advancesOf(
  tables: Tables,
  quiltIds: readonly string[],
): Promise<ReadonlyMap<string, readonly AdvanceEvent[]>> {
  const rows = await tables
    .select()
    .from(advances)
    .where(inArray(advances.quiltId, [...quiltIds]))
    .orderBy(asc(advances.seq));
  const logs = grouped(rows, ({ quiltId }) => quiltId);
  return new Map([...logs].map(([id, log]) => [id, log.map(({ quiltId: _, seq: __, ...event }) => event)]));
}
