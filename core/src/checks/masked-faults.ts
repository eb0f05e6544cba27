import type { RejoinRule } from '../mask/rejoin-rule.ts';
import type { Plan } from '../plan/evaluate.ts';
import type { Piece } from '../plan/piece.ts';
import { seamLines } from '../plan/seam-lines.ts';
import type { PlanProblem } from '../problems.ts';
import { muchDoubled } from './much-doubled.ts';
import { openEnds } from './open-ends.ts';

/** What is worth knowing of pieces that keep-outs cut, whatever laid them. */
export const maskedFaults = (
  plan: Plan,
  pieces: readonly Piece[],
  rule: RejoinRule,
): readonly Omit<PlanProblem, 'subject'>[] =>
  pieces.some(({ masked }) => masked)
    ? [...muchDoubled(pieces), ...openEnds(pieces, rule, plan.get(seamLines, null))]
    : [];
