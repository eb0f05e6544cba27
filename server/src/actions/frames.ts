import type { FrameAnswer } from '@gorse/contract';
import { GENERIC_MACHINES, type Machine } from '@gorse/core';
import { nanoid } from 'nanoid';
import type { Database } from '../store/database.ts';
import { insertFrame, listOwnFrames, markFrameRemoved, updateFrame } from '../store/frame-store.ts';
import { notFound } from '../refusal.ts';

/** The generic frames, then one's own. */
export async function listFrames(database: Database): Promise<FrameAnswer[]> {
  const generic = GENERIC_MACHINES.map((machine, i): FrameAnswer => ({
    id: `generic-${i + 1}`,
    machine,
    generic: true,
  }));
  return [...generic, ...(await listOwnFrames(database.read))];
}

export async function addFrame(database: Database, machine: Machine): Promise<FrameAnswer> {
  const id = nanoid(12);
  await database.commit((tables) => insertFrame(tables, id, machine, Date.now()));
  return { id, machine, generic: false };
}

export async function changeFrame(database: Database, id: string, machine: Machine): Promise<FrameAnswer> {
  if (!(await database.commit((tables) => updateFrame(tables, id, machine)))) throw notFound('frame');
  return { id, machine, generic: false };
}

/** Takes a frame out of the list, or puts it back; quilts planned for it keep its figures. */
export async function setFrameListed(database: Database, id: string, listed: boolean): Promise<void> {
  const done = await database.commit((tables) => markFrameRemoved(tables, id, listed ? null : Date.now()));
  if (!done) throw notFound('frame');
}
