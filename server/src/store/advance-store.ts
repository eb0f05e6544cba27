import type { AdvanceEvent } from '@gorse/core';
import { asc, eq } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { advances } from './schema.ts';

/** Appends one event; `seq` is its place in the quilt's log. */
export async function appendAdvance(tables: Tables, quiltId: string, seq: number, event: AdvanceEvent): Promise<void> {
  await tables.insert(advances).values({ quiltId, seq, ...event });
}

export async function listAdvances(tables: Tables, quiltId: string): Promise<AdvanceEvent[]> {
  const rows = await tables.select().from(advances).where(eq(advances.quiltId, quiltId)).orderBy(asc(advances.seq));
  return rows.map(({ kind, at, pass, rolled, front }) => ({ kind, at, pass, rolled, front }));
}
