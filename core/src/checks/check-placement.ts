import type { Region } from '../cloth/region.ts';
import { type Affine, IDENTITY } from '../geometry/affine.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { cornerMean, distanceToRing, insideRing } from '../geometry/polygon.ts';
import { type FrameProfile, usableReach } from '../passes/frame-profile.ts';
import { depthOf, MOST_PARTS, partBands, partsNeeded, placementRing } from '../plan/parts.ts';
import type { Resolved } from '../plan/pipeline.ts';
import type { PlacementRecord, RecipeRecord } from '../plan/records.ts';
import type { PlanProblem } from '../problems.ts';
import { tooSharp } from './too-sharp.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';

/** The margin that a remedy proposes: a seam allowance. */
const SAFE_MARGIN = 6.35;
/** What is wrong or risky about one placement; worst first. `resolved` is null when nothing could be fitted, undefined when the design is missing. */
export function checkPlacement(
  placement: PlacementRecord,
  recipe: RecipeRecord,
  region: Region,
  resolved: Resolved | null | undefined,
  frame: FrameProfile,
  lie: Affine = IDENTITY,
): PlanProblem[] {
  const subject = { kind: 'placement', id: placement.id } as const;
  const problem = (rest: Omit<PlanProblem, 'subject'>): PlanProblem => ({ subject, ...rest });
  const middle = cornerMean(region.ring);
  if (resolved === undefined) {
    return [problem({ code: 'missingDesign', severity: 'mend', at: middle, amount: 1, remedy: { kind: 'remove' } })];
  }
  if (resolved === null) {
    return [
      problem({
        code: 'smallPatch',
        severity: 'mend',
        at: middle,
        amount: recipe.fit.margin,
        remedy: { kind: 'margin', margin: 0 },
      }),
    ];
  }
  const problems: PlanProblem[] = [];
  if (resolved.fitted.distortion.folded) {
    problems.push(
      problem({ code: 'foldedFit', severity: 'mend', at: middle, amount: 1, remedy: { kind: 'fit', fit: 'contain' } }),
    );
  }
  if (resolved.totals.stitches === 0) {
    problems.push(
      problem({ code: 'nothingToStitch', severity: 'mend', at: middle, amount: 0, remedy: { kind: 'remove' } }),
    );
  }
  const outside = farthestOutside(region, resolved);
  if (outside && outside.distance > OUTSIDE_REGION) {
    const onPurpose = recipe.fit.margin < 0 && outside.distance <= -2 * recipe.fit.margin;
    problems.push(
      problem({
        code: 'outsideRegion',
        severity: onPurpose ? 'know' : 'mend',
        at: outside.at,
        amount: outside.distance,
        remedy:
          recipe.fit.margin < 0
            ? { kind: 'margin', margin: 0 }
            : recipe.fit.kind === 'contain'
              ? { kind: 'margin', margin: recipe.fit.margin + SAFE_MARGIN }
              : { kind: 'fit', fit: 'contain' },
      }),
    );
  }
  const whole = depthOf(placementRing(region, resolved.fitted.frame, lie, frame), lie);
  const reach = usableReach(frame, whole.bottom);
  const deep = Math.max(...partBands(whole, placement.parts).map(({ top, bottom }) => bottom - top)) - reach;
  if (deep > 0) {
    const parts = partsNeeded(whole, reach);
    problems.push(
      problem({
        code: 'outOfReach',
        severity: 'mend',
        at: middle,
        amount: deep,
        remedy: parts <= MOST_PARTS ? { kind: 'split', parts } : null,
      }),
    );
  }
  if (resolved.sharp.length > 0) {
    problems.push(problem(tooSharp(resolved.sharp, recipe.stitch)));
  }
  return problems;
}

function farthestOutside(
  region: Region,
  resolved: Resolved,
): { readonly at: ClothPoint; readonly distance: number } | null {
  let farthest: { at: ClothPoint; distance: number } | null = null;
  for (const run of resolved.runs) {
    for (let i = 0; i < run.length; i += 2) {
      const x = run[i]!;
      const y = run[i + 1]!;
      if (insideRing(region.ring, x, y)) continue;
      const distance = distanceToRing(region.ring, x, y);
      if (!farthest || distance > farthest.distance) farthest = { at: { x, y }, distance };
    }
  }
  return farthest;
}
