import { EMPTY_RECORDS, type Polyline, type QuiltPasses, recordId } from '@gorse/core';
import { replaceEqualDeep } from '@tanstack/react-query';
import { create } from 'zustand';
import { usePlan } from '../document/plan-store.ts';
import { useProposal } from '../document/proposal.ts';
import { tellError } from '../ui/notices.ts';
import { planner } from './link.ts';
import type { Changed } from './piece-planner.ts';
import type { ShownRecord } from './shown.ts';

interface PlannedState {
  /** By the record's id as one word (`recordId`). */
  readonly byRecord: Readonly<Record<string, ShownRecord>>;
  readonly passes: QuiltPasses;
  /** What keep-outs of designs take up, by their ids. */
  readonly outlines: Readonly<Record<string, readonly Polyline[]>>;
  /** The plan has changed since, and is being worked out. */
  readonly waiting: boolean;
}

const NOTHING: PlannedState = { byRecord: {}, passes: { passes: [], tooDeep: [] }, outlines: {}, waiting: false };

/** What the worker has worked out of the open plan; follows every change of it, gestures included. */
export const usePlanned = create<PlannedState>(() => NOTHING);

/** How long the worker may work before it shows what it has, ms. */
const BUDGET = 40;

let asked = EMPTY_RECORDS;
let working = false;

/** Only the newest plan is worked out: during a drag, those between are skipped. */
async function work(): Promise<void> {
  if (working) return;
  working = true;
  try {
    for (let more = true; more;) {
      await planner.teach(usePlan.getState().records);
      asked = usePlan.getState().records;
      if (asked === EMPTY_RECORDS) {
        // First: what is shown of it is drawn anew.
        await planner.now().forgetAll();
        usePlanned.setState(NOTHING);
        more = false;
      } else {
        const changed = await planner.of(asked).changed(BUDGET, looked());
        const newer = usePlan.getState().records !== asked;
        more = changed.more > 0 || newer;
        take(changed, newer);
      }
      more ||= usePlan.getState().records !== asked;
    }
  } catch (error) {
    usePlanned.setState({ waiting: false });
    tellError(error);
  } finally {
    wait(false);
    working = false;
  }
}

/** What she looks at while she drags it. */
function looked(): string | null {
  const { dragged } = useProposal.getState();
  return dragged && recordId({ source: 'placements', record: dragged });
}

/** @param newer the plan has changed again meanwhile */
function take({ records, present, passes, outlines, failures, more }: Changed, newer: boolean): void {
  wait(newer);
  usePlanned.setState((state) => {
    const all = { ...state.byRecord, ...records };
    const gone = Object.keys(all).filter((id) => !present.includes(id));
    for (const id of gone) delete all[id];
    const changed = gone.length > 0 || Object.keys(records).length > 0;
    return {
      byRecord: changed ? all : state.byRecord,
      passes: replaceEqualDeep(state.passes, passes),
      outlines: Object.keys(outlines).length > 0 ? { ...state.outlines, ...outlines } : state.outlines,
      waiting: more > 0 || (newer && state.waiting),
    };
  });
  for (const sentence of failures) tellError(new Error(sentence));
}

/** What is answered sooner than this (ms) was never waited for: words that come and go with every step of a gesture can't be read. */
const WAITS_AFTER = 80;
let clock: ReturnType<typeof setTimeout> | undefined;

/** From now on an answer is waited for, or no more. */
function wait(is: boolean): void {
  clearTimeout(clock);
  if (is) clock = setTimeout(() => usePlanned.setState({ waiting: true }), WAITS_AFTER);
}

function follow(): void {
  // While nothing is shown yet, it is said at once that something will be.
  if (Object.keys(usePlanned.getState().byRecord).length === 0) usePlanned.setState({ waiting: true });
  else if (!working) wait(true);
  void work();
}

// This file is loaded with the first step that shows a plan, which may be after the plan was opened.
follow();
usePlan.subscribe((state, before) => {
  if (state.records !== before.records) follow();
});
