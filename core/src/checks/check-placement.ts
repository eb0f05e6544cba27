import { outlineOf } from '../cloth/shape.ts';
import { distortionOf } from '../fit/distortion.ts';
import { fitTakes, marginsOf } from '../fit/fits.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { cornerMean, distanceToRing, insideRing } from '../geometry/polygon.ts';
import { usableReach } from '../passes/frame-profile.ts';
import type { Plan } from '../plan/evaluate.ts';
import { MOST_PARTS, partBands, partsNeeded } from '../plan/in-parts.ts';
import type { Piece } from '../plan/piece.ts';
import { piecesOfRecord, totalsOf } from '../plan/pieces.ts';
import { laidPlacement, lieOf, parted, placedOf } from '../plan/placement-bands.ts';
import { quiltOf } from '../plan/plan-document.ts';
import type { PlanProblem } from '../problems.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';
import { differencesOf, spacingApart } from './check-siblings.ts';
import { farFromNeighbours } from './far-ends.ts';
import { tooSharp } from './too-sharp.ts';

/** The margin that a remedy proposes: a seam allowance. */
const SAFE_MARGIN = 6.35;

/** What is wrong or risky about one placement; worst first. */
export function checkPlacement(plan: Plan, id: string): PlanProblem[] {
  const placed = placedOf(plan, id);
  if (!placed) return [];
  const { placement, recipe, region } = placed;
  const { fit } = recipe;
  const margins = marginsOf(fit);
  const problem = (rest: Omit<PlanProblem, 'subject'>): PlanProblem => ({
    subject: { kind: 'placement', id },
    ...rest,
  });
  const ring = outlineOf(region.shape);
  const middle = cornerMean(ring);
  const mend = (rest: Pick<PlanProblem, 'code' | 'amount' | 'remedy'>): PlanProblem =>
    problem({ ...rest, severity: 'mend', at: middle });
  const laid = plan.get(laidPlacement, id);
  if (laid === undefined) return [mend({ code: 'missingDesign', amount: 1, remedy: { kind: 'remove' } })];
  if (!fitTakes(fit.kind, region.shape))
    return [mend({ code: 'unsuitedFit', amount: 1, remedy: { kind: 'fit', fit: 'contain' } })];
  if (laid === null)
    return [mend({ code: 'smallPatch', amount: Math.max(...margins), remedy: { kind: 'margin', margin: 0 } })];
  const pieces = plan.get(piecesOfRecord, { source: 'placements', record: id });
  const problems: PlanProblem[] = [];
  if (distortionOf(laid.warp).folded)
    problems.push(mend({ code: 'foldedFit', amount: 1, remedy: { kind: 'fit', fit: 'contain' } }));
  if (totalsOf(pieces).stitches === 0)
    problems.push(mend({ code: 'nothingToStitch', amount: 0, remedy: { kind: 'remove' } }));
  const outside = farthestOutside(ring, pieces);
  if (outside && outside.distance > OUTSIDE_REGION) {
    const [over, under] = [-Math.min(...margins, 0), Math.max(...margins)];
    const onPurpose = over > 0 && outside.distance <= 2 * over;
    problems.push(
      problem({
        code: onPurpose ? 'overSeam' : 'outsideRegion',
        severity: onPurpose ? 'know' : 'mend',
        at: outside.at,
        amount: outside.distance,
        remedy:
          over > 0
            ? { kind: 'margin', margin: 0 }
            : fit.kind === 'contain'
              ? { kind: 'margin', margin: under + SAFE_MARGIN }
              : { kind: 'fit', fit: 'contain' },
      }),
    );
  }
  const know = (found: Pick<PlanProblem, 'code' | 'amount'>): PlanProblem =>
    problem({ ...found, severity: 'know', at: middle, remedy: null });
  problems.push(...differencesOf(plan, id, placement.recipeId).map(know));
  const apart = spacingApart(plan, id, placement.recipeId);
  if (apart) problems.push(know(apart));
  // Said once for all patches with the recipe.
  const far = plan.get(farFromNeighbours, placement.recipeId);
  if (far[0] === id) problems.push(know({ code: 'farEnds', amount: far.length }));
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
  return problems;
}

function farthestOutside(
  ring: readonly ClothPoint[],
  pieces: readonly Piece[],
): { readonly at: ClothPoint; readonly distance: number } | null {
  let farthest: { at: ClothPoint; distance: number } | null = null;
  for (const line of pieces.flatMap(({ needle }) => needle)) {
    for (let i = 0; i < line.length; i += 2) {
      const x = line[i]!;
      const y = line[i + 1]!;
      if (insideRing(ring, x, y)) continue;
      const distance = distanceToRing(ring, x, y);
      if (!farthest || distance > farthest.distance) farthest = { at: clothPoint(x, y), distance };
    }
  }
  return farthest;
}
