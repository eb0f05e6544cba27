import type { DesignEdit } from '@gorse/core';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

/** Edits of a design that aren't saved as a revision yet, with the way back and forth. */
export interface Draft {
  readonly past: readonly (readonly DesignEdit[])[];
  readonly edits: readonly DesignEdit[];
  readonly future: readonly (readonly DesignEdit[])[];
}

export const NO_DRAFT: Draft = { past: [], edits: [], future: [] };

/** Drafts by the design they start from; kept in this tab through a reload. */
export const useDrafts = create<{ readonly drafts: Readonly<Record<string, Draft>> }>()(
  persist((): { drafts: Record<string, Draft> } => ({ drafts: {} }), {
    name: 'gorse-design-drafts',
    storage: createJSONStorage(() => sessionStorage),
  }),
);

export const draftOf = (id: string): Draft => useDrafts.getState().drafts[id] ?? NO_DRAFT;

function put(id: string, draft: Draft): void {
  useDrafts.setState(({ drafts }) => ({ drafts: { ...drafts, [id]: draft } }));
}

/** Replaces the edits: one step to undo. */
export function setEdits(id: string, edits: readonly DesignEdit[]): void {
  const draft = draftOf(id);
  put(id, { past: [...draft.past, draft.edits], edits, future: [] });
}

export const addEdit = (id: string, edit: DesignEdit): void => setEdits(id, [...draftOf(id).edits, edit]);

export function undoEdit(id: string): void {
  const { past, edits, future } = draftOf(id);
  const before = past.at(-1);
  if (before) put(id, { past: past.slice(0, -1), edits: before, future: [edits, ...future] });
}

export function redoEdit(id: string): void {
  const { past, edits, future } = draftOf(id);
  const [next, ...later] = future;
  if (next) put(id, { past: [...past, edits], edits: next, future: later });
}

export const dropDraft = (id: string): void => put(id, NO_DRAFT);

/** The edits without a trim at their end, and that trim: its handles can still be dragged out again. */
export function splitTrim(edits: readonly DesignEdit[]): {
  readonly before: readonly DesignEdit[];
  readonly trim: { readonly start: number; readonly end: number };
} {
  const last = edits.at(-1);
  return last?.kind === 'trim'
    ? { before: edits.slice(0, -1), trim: { start: last.start, end: last.end } }
    : { before: edits, trim: { start: 0, end: 0 } };
}

/** Edits with another trim at their end; none when nothing is cut off. */
export const withTrim = (before: readonly DesignEdit[], start: number, end: number): readonly DesignEdit[] =>
  start <= 0 && end <= 0 ? before : [...before, { kind: 'trim', start: Math.max(0, start), end: Math.max(0, end) }];
