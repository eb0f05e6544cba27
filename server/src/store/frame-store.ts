import type { FrameAnswer } from '@gorse/contract';
import type { Machine } from '@gorse/core';
import { asc, eq, isNull } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { frames } from './schema.ts';

/** Frames of one's own, in the order they were made. */
export async function listOwnFrames(tables: Tables): Promise<FrameAnswer[]> {
  const rows = await tables.select().from(frames).where(isNull(frames.removedAt)).orderBy(asc(frames.madeAt));
  return rows.map(({ id, machine }) => ({ id, machine, generic: false }));
}

export async function insertFrame(tables: Tables, id: string, machine: Machine, madeAt: number): Promise<void> {
  await tables.insert(frames).values({ id, machine, madeAt });
}

/** Returns false when there is no such frame. */
export async function updateFrame(tables: Tables, id: string, machine: Machine): Promise<boolean> {
  const rows = await tables.update(frames).set({ machine }).where(eq(frames.id, id)).returning({ id: frames.id });
  return rows.length > 0;
}

/** Removed frames stay and can be brought back. Returns false when there is no such frame. */
export async function markFrameRemoved(tables: Tables, id: string, removedAt: number | null): Promise<boolean> {
  const rows = await tables.update(frames).set({ removedAt }).where(eq(frames.id, id)).returning({ id: frames.id });
  return rows.length > 0;
}
