import { outlineOf } from '../cloth/shape.ts';
import { marginsOf } from '../fit/fits.ts';
import { cornerMean } from '../geometry/polygon.ts';
import { usableReach } from '../passes/frame-profile.ts';
import type { Plan } from '../plan/evaluate.ts';
import { MOST_PARTS, partBands, partsNeeded } from '../plan/in-parts.ts';
import { piecesOfRecord, totalsOf } from '../plan/pieces.ts';
import { outlineAt } from '../plan/outline-strokes.ts';
import { whyNotLaid } from '../plan/pipeline.ts';
import { drawnFor, placedOf, seatOf } from '../plan/placed.ts';
import { laidPlacement, lieOf, parted } from '../plan/placement-bands.ts';
import { quiltOf } from '../plan/plan-document.ts';
import type { RecipeStages } from '../plan/recipe.ts';
import type { PlanProblem } from '../problems.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';
import { checkAmong } from './check-among.ts';
import { farthestOutside } from './farthest-outside.ts';
import { maskedFaults } from './masked-faults.ts';
import { tooSharp } from './too-sharp.ts';

/** The margin that a remedy proposes: a seam allowance. */
const SAFE_MARGIN = 6.35;

/** What is wrong or risky about one placement; worst first. */
export const checkPlacement = (plan: Plan, id: string): readonly PlanProblem[] => [
  ...plan.get(checkAlone, id),
  ...plan.get(checkAmong, id),
];

/** What can be told of it without the others: looked at anew only when it is laid anew. */
function checkAlone(plan: Plan, id: string): readonly PlanProblem[] {
  const placed = placedOf(plan, id);
  if (!placed) return [];
  const { placement, recipe, region } = placed;
  const { fit, outline } = recipe;
  const ring = outlineOf(region.shape);
  const middle = cornerMean(ring);
  const problem = (rest: Omit<PlanProblem, 'subject'>): PlanProblem => ({
    subject: { kind: 'placement', id },
    ...rest,
  });
  const mend = (rest: Pick<PlanProblem, 'code' | 'amount' | 'remedy'>): PlanProblem =>
    problem({ ...rest, severity: 'mend', at: middle });
  const laid = plan.get(laidPlacement, id);
  if (laid === undefined) return [mend({ code: 'missingDesign', amount: 1, remedy: { kind: 'remove' } })];
  if (laid === null) {
    const code = recipe.designId === null ? 'tooMuch' : whyNotLaid(drawnFor(plan, recipe) ?? null, fit, seatOf(placed));
    if (code === 'smallPatch')
      return [mend({ code, amount: Math.max(...marginsOf(fit)), remedy: { kind: 'margin', margin: 0 } })];
    return [mend({ code, amount: 1, remedy: code === 'tooMuch' ? null : { kind: 'fit', fit: 'contain' } })];
  }
  const pieces = plan.get(piecesOfRecord, { source: 'placements', record: id });
  const problems: PlanProblem[] = [];
  if (laid.distortion().folded)
    problems.push(mend({ code: 'foldedFit', amount: 1, remedy: { kind: 'fit', fit: 'contain' } }));
  if (totalsOf(pieces).stitches === 0)
    problems.push(mend({ code: 'nothingToStitch', amount: 0, remedy: { kind: 'remove' } }));
  const outside = farthestOutside([ring], pieces);
  if (outside && outside.distance > OUTSIDE_REGION)
    problems.push(problem({ ...outsideBy(outside.distance, recipe), at: outside.at }));
  for (const inset of outline.lines)
    if (!outlineAt(region.shape, inset)) problems.push(mend({ code: 'outlineLost', amount: inset, remedy: null }));
  const { loading, machine } = quiltOf(plan.records);
  const { whole } = parted(placed, laid, lieOf(plan, loading), machine.frame);
  const reach = usableReach(machine.frame, whole.bottom);
  const deep = Math.max(...partBands(whole, placement.parts).map(({ top, bottom }) => bottom - top)) - reach;
  if (deep > 0) {
    const parts = partsNeeded(whole, reach);
    const remedy = parts <= MOST_PARTS ? ({ kind: 'split', parts } as const) : null;
    problems.push(mend({ code: 'outOfReach', amount: deep, remedy }));
  }
  const sharp = pieces.flatMap((piece) => piece.sharp);
  if (sharp.length > 0) problems.push(problem(tooSharp(sharp, recipe.stitch)));
  problems.push(...maskedFaults(plan, pieces, recipe.mask).map(problem));
  return problems;
}

/** Stitches outside the patch: on purpose as far as a margin or a line of the outline says so. */
function outsideBy(amount: number, { fit, outline }: RecipeStages): Omit<PlanProblem, 'subject' | 'at'> {
  const over = -Math.min(...marginsOf(fit), 0);
  // Corners reach farther than edges.
  if (amount <= 2 * Math.max(over, ...outline.lines.map((inset) => -inset)))
    return { code: 'overSeam', severity: 'know', amount, remedy: over > 0 ? { kind: 'margin', margin: 0 } : null };
  const remedy: PlanProblem['remedy'] =
    over > 0
      ? { kind: 'margin', margin: 0 }
      : fit.kind === 'contain'
        ? { kind: 'margin', margin: Math.max(...fit.margins) + SAFE_MARGIN }
        : { kind: 'fit', fit: 'contain' };
  return { code: 'outsideRegion', severity: 'mend', amount, remedy };
}
