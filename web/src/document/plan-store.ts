import {
  applyDiff,
  diffPlans,
  EMPTY_RECORDS,
  invertDiff,
  type PlanDiff,
  type PlanRecords,
  recordKey,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { create } from 'zustand';
import { api, ApiError, sentenceOf, staleAnswer } from '../api/api.ts';

/** An edit that the server hasn't acknowledged yet. */
interface Outgoing {
  readonly editId: string;
  readonly mark: string;
  readonly diff: PlanDiff;
}

interface Mark {
  readonly mark: string;
  readonly diff: PlanDiff;
}

/** Two windows changed the same records; the person says whose change stays. */
export interface Conflict {
  readonly since: PlanDiff;
  readonly revision: number;
  readonly records: readonly string[];
}

export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict';

export interface PlanState {
  readonly quiltId: string | null;
  /** What the screens show: with all edits, and the gesture under way. */
  readonly records: PlanRecords;
  /** Without the gesture under way. */
  readonly committed: PlanRecords;
  /** What the server has acknowledged, and its revision. */
  readonly acknowledged: PlanRecords;
  readonly revision: number;
  readonly outbox: readonly Outgoing[];
  readonly undoable: readonly Mark[];
  readonly redoable: readonly Mark[];
  readonly save: SaveState;
  readonly conflict: Conflict | null;
  /** A refused edit, said once. */
  readonly refusal: string | null;
}

const CLOSED: PlanState = {
  quiltId: null,
  records: EMPTY_RECORDS,
  committed: EMPTY_RECORDS,
  acknowledged: EMPTY_RECORDS,
  revision: 0,
  outbox: [],
  undoable: [],
  redoable: [],
  save: 'saved',
  conflict: null,
  refusal: null,
};

export const usePlan = create<PlanState>(() => CLOSED);

const RETRY_AFTER = 2000;
let sending = false;

/** Opens a quilt's plan afresh from the server. */
export async function openPlan(quiltId: string): Promise<void> {
  if (usePlan.getState().quiltId === quiltId) return;
  usePlan.setState({ ...CLOSED });
  const { revision, records } = await api.quilt(quiltId);
  usePlan.setState({ ...CLOSED, quiltId, revision, records, committed: records, acknowledged: records });
}

export const closePlan = (): void => usePlan.setState({ ...CLOSED });

/** Part of a gesture: shown at once, sent and undoable only after `commit`. Always computed from the gesture's start. */
export function preview(change: (records: PlanRecords) => PlanRecords): void {
  usePlan.setState(({ committed }) => ({ records: change(committed) }));
}

/** Takes a gesture back. */
export const cancel = (): void => usePlan.setState(({ committed }) => ({ records: committed }));

/** Ends a gesture: one mark, one undo step. */
export function commit(mark: string): void {
  const { committed, records, undoable } = usePlan.getState();
  const diff = diffPlans(committed, records);
  if (diff.length === 0) {
    cancel();
    return;
  }
  usePlan.setState({ undoable: [...undoable, { mark, diff }], redoable: [] });
  post(mark, diff);
}

/** A gesture of one step. */
export function edit(mark: string, change: (records: PlanRecords) => PlanRecords): void {
  preview(change);
  commit(mark);
}

/** Takes back the last mark; in the middle of a gesture, the gesture. */
export function undo(): void {
  const { undoable, redoable, records, committed } = usePlan.getState();
  if (records !== committed) {
    cancel();
    return;
  }
  const last = undoable.at(-1);
  if (!last) return;
  usePlan.setState({ undoable: undoable.slice(0, -1), redoable: [...redoable, last] });
  apply(`undo ${last.mark}`, invertDiff(last.diff));
}

export function redo(): void {
  const { undoable, redoable } = usePlan.getState();
  const last = redoable.at(-1);
  if (!last) return;
  usePlan.setState({ undoable: [...undoable, last], redoable: redoable.slice(0, -1) });
  apply(`redo ${last.mark}`, last.diff);
}

function apply(mark: string, diff: PlanDiff): void {
  usePlan.setState(({ committed }) => ({ records: applyDiff(committed, diff) }));
  post(mark, diff);
}

function post(mark: string, diff: PlanDiff): void {
  usePlan.setState(({ records, outbox }) => ({
    committed: records,
    outbox: [...outbox, { editId: nanoid(), mark, diff }],
    save: 'saving',
  }));
  void send();
}

/** Sends what waits, one edit after the other. */
async function send(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (;;) {
      const { quiltId, outbox, revision, conflict } = usePlan.getState();
      const next = outbox[0];
      if (!next || quiltId === null || conflict) return;
      try {
        const answer = await api.edit(quiltId, { ...next, baseRevision: revision });
        acknowledge(quiltId, next, answer.revision);
      } catch (error) {
        if (usePlan.getState().quiltId !== quiltId) return;
        if (!takeIn(error)) return;
      }
    }
  } finally {
    sending = false;
  }
}

function acknowledge(quiltId: string, sent: Outgoing, revision: number): void {
  usePlan.setState((state) => {
    if (state.quiltId !== quiltId) return state;
    const outbox = state.outbox.slice(1);
    return {
      outbox,
      revision,
      acknowledged: applyDiff(state.acknowledged, sent.diff),
      save: outbox.length === 0 ? 'saved' : 'saving',
    };
  });
}

/** Deals with an edit that wasn't taken; returns whether sending goes on at once. */
function takeIn(error: unknown): boolean {
  const stale = staleAnswer(error);
  if (stale) {
    const waiting = new Set(usePlan.getState().outbox.flatMap((edit) => edit.diff.map(recordKey)));
    const both = [...new Set(stale.since.map(recordKey))].filter((key) => waiting.has(key));
    if (both.length > 0) {
      usePlan.setState({ save: 'conflict', conflict: { since: stale.since, revision: stale.revision, records: both } });
      return false;
    }
    rebase(stale.since, stale.revision, usePlan.getState().outbox);
    return true;
  }
  if (
    error instanceof ApiError &&
    (error.code === 'offline' || error.code === 'unavailable' || error.code === 'failed')
  ) {
    usePlan.setState({ save: 'waiting' });
    setTimeout(() => void send(), RETRY_AFTER);
    return false;
  }
  // Refused for good: what the server has is shown again, so that screen and server never differ unnoticed.
  usePlan.setState((state) => ({
    outbox: [],
    records: state.acknowledged,
    committed: state.acknowledged,
    undoable: [],
    redoable: [],
    save: 'saved',
    refusal: sentenceOf(error),
  }));
  return false;
}

/** Puts the edits that wait on top of what others did. */
function rebase(since: PlanDiff, revision: number, outbox: readonly Outgoing[]): void {
  usePlan.setState((state) => {
    const acknowledged = applyDiff(state.acknowledged, since);
    const records = outbox.reduce((plan, edit) => applyDiff(plan, edit.diff), acknowledged);
    return {
      acknowledged,
      revision,
      outbox,
      records,
      committed: records,
      conflict: null,
      save: outbox.length === 0 ? 'saved' : 'saving',
    };
  });
}

/** What the server added to the plan, such as a touch that the head read; one's own can be undone like any other edit. */
export function takeInAdded({
  revision,
  mark,
  diff,
  own,
}: {
  readonly revision: number;
  readonly mark: string;
  readonly diff: PlanDiff;
  readonly own: boolean;
}): void {
  const { conflict, outbox, ...now } = usePlan.getState();
  if (now.quiltId === null) return;
  // With others' edits in between, the next edit sent is answered with all of them.
  const after = (known: number): number => (revision === known + 1 ? revision : known);
  if (conflict) {
    const since = [...conflict.since, ...diff];
    usePlan.setState({ conflict: { ...conflict, since, revision: after(conflict.revision) } });
  } else if (revision > now.revision) rebase(diff, after(now.revision), outbox);
  if (own) usePlan.setState(({ undoable }) => ({ undoable: [...undoable, { mark, diff }], redoable: [] }));
}

/** The revision that the server has when all that is shown was taken. Throws a sentence when something can't be sent now. */
export function savedRevision(): Promise<number> {
  return new Promise((resolve, reject) => {
    const check = ({ save, revision }: PlanState): boolean => {
      if (save === 'saving') return false;
      if (save === 'saved') resolve(revision);
      else reject(new Error('Your last change is not saved yet. See that the server is running, then try again.'));
      return true;
    };
    if (check(usePlan.getState())) return;
    const stop = usePlan.subscribe((state) => check(state) && stop());
  });
}

/** Takes in what others changed, where an answer tells of it; false where it doesn't. */
export function takeInStale(error: unknown): boolean {
  const stale = staleAnswer(error);
  if (stale) rebase(stale.since, stale.revision, usePlan.getState().outbox);
  return stale !== null;
}

/** Ends a conflict: one's own changes stay on top, or the other window's stay and one's own edits of those records are dropped. */
export function settleConflict(keep: 'mine' | 'theirs'): void {
  const { conflict, outbox } = usePlan.getState();
  if (!conflict) return;
  const theirs = new Set(conflict.records);
  const kept =
    keep === 'mine' ? outbox : outbox.filter((edit) => !edit.diff.some((change) => theirs.has(recordKey(change))));
  if (keep === 'theirs') usePlan.setState({ undoable: [], redoable: [] });
  rebase(conflict.since, conflict.revision, kept);
  void send();
}

export const clearRefusal = (): void => usePlan.setState({ refusal: null });
