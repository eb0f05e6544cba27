import type { Plan } from '../plan/evaluate.ts';
import type { Maker, PieceSource } from '../plan/piece-ref.ts';
import type { PlanProblem } from '../problems.ts';
import { checkBorder } from './check-border.ts';
import { checkPlacement } from './check-placement.ts';
import { checkRows } from './check-rows.ts';

/** What checks the records that pieces come of; one line a kind, as in `plan/pieces.ts`. */
const CHECKS: Readonly<Record<PieceSource, (plan: Plan, record: string) => readonly PlanProblem[]>> = {
  placements: checkPlacement,
  rowSets: checkRows,
  borderSets: checkBorder,
};

/** What is wrong or risky about one record. */
export const problemsOf = (plan: Plan, { source, record }: Maker): readonly PlanProblem[] =>
  CHECKS[source](plan, record);
