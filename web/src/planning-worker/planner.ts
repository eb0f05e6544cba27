import { applyDiff, EMPTY_RECORDS, makeEvaluator, type Plan, type PlanDiff } from '@gorse/core';
import { borderPlanner } from './border-planner.ts';
import { densityPlanner } from './density-planner.ts';
import { lineUpPlanner } from './line-up-planner.ts';
import { passPlanner } from './pass-planner.ts';
import { piecePlanner } from './piece-planner.ts';
import { recipePlanner } from './recipe-planner.ts';
import { rowPlanner } from './row-planner.ts';

/** The plan as the worker has it, and the planners that answer from it. */
export function makePlanner() {
  const designs = new Map<string, readonly Float64Array[]>();
  const evaluator = makeEvaluator((designId) => designs.get(designId));
  let records = EMPTY_RECORDS;
  let plan: Plan | null = null;
  const planNow = (): Plan => (plan ??= evaluator.at(records));
  return {
    /** Brings a design's strokes, once. */
    learn(designId: string, strokes: readonly Float64Array[]): void {
      designs.set(designId, strokes);
      plan = null;
    },
    /** Takes in what changed of the plan. */
    follow(diff: PlanDiff): void {
      records = applyDiff(records, diff);
      plan = null;
    },
    ...piecePlanner(planNow),
    ...recipePlanner(planNow),
    ...rowPlanner(planNow),
    ...borderPlanner(planNow),
    ...lineUpPlanner(planNow),
    ...passPlanner(planNow),
    ...densityPlanner(planNow),
  };
}

export type Planner = ReturnType<typeof makePlanner>;
