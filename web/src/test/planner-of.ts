import { diffPlans, EMPTY_RECORDS, type PlanRecords } from '@gorse/core';
import { makePlanner, type Planner } from '../planning-worker/planner.ts';

/** What runs in the worker, with its designs; `on` has it look at a plan. */
export function plannerOf(designs: Readonly<Record<string, readonly Float64Array[]>>): {
  on(records: PlanRecords): Planner;
} {
  const planner = makePlanner();
  for (const [id, strokes] of Object.entries(designs)) planner.learn(id, strokes);
  let sent = EMPTY_RECORDS;
  return {
    on(records) {
      planner.follow(diffPlans(sent, records));
      sent = records;
      return planner;
    },
  };
}
