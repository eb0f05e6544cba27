import { EMPTY_RECORDS, type QuiltPasses } from '@gorse/core';
import { replaceEqualDeep } from '@tanstack/react-query';
import { create } from 'zustand';
import { usePlan } from '../document/plan-store.ts';
import { tellError } from '../ui/notices.ts';
import { planner } from './link.ts';
import type { Changed } from './piece-planner.ts';
import type { ShownRecord } from './shown.ts';

interface PlannedState {
  /** By the record's id as one word (`recordId`). */
  readonly byRecord: Readonly<Record<string, ShownRecord>>;
  readonly passes: QuiltPasses;
  /** The plan has changed since, and is being worked out. */
  readonly waiting: boolean;
}

const NOTHING: PlannedState = { byRecord: {}, passes: { passes: [], tooDeep: [] }, waiting: false };

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
        usePlanned.setState(NOTHING);
        more = false;
      } else {
        const changed = await planner.of(asked).changed(BUDGET);
        more = changed.more > 0 || usePlan.getState().records !== asked;
        take(changed, more);
      }
      more ||= usePlan.getState().records !== asked;
    }
  } catch (error) {
    usePlanned.setState({ waiting: false });
    tellError(error);
  } finally {
    working = false;
  }
}

function take({ records, present, passes, failures }: Changed, waiting: boolean): void {
  usePlanned.setState((state) => {
    const all = { ...state.byRecord, ...records };
    const gone = Object.keys(all).filter((id) => !present.includes(id));
    for (const id of gone) delete all[id];
    const changed = gone.length > 0 || Object.keys(records).length > 0;
    return { byRecord: changed ? all : state.byRecord, passes: replaceEqualDeep(state.passes, passes), waiting };
  });
  for (const sentence of failures) tellError(new Error(sentence));
}

function follow(): void {
  usePlanned.setState({ waiting: true });
  void work();
}

// This file is loaded with the first step that shows a plan, which may be after the plan was opened.
follow();
usePlan.subscribe((state, before) => {
  if (state.records !== before.records) follow();
});
