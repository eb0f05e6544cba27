import type { ClothPoint } from '../geometry/point.ts';
import type { StitchRule } from '../plan/stitch-strokes.ts';
import type { PlanProblem } from '../problems.ts';

const MOST_STITCHES_PER_INCH = 18;

/** Places where the line is too sharp for the stitch length, at least one; finer stitches mend it. */
export function tooSharp(places: readonly ClothPoint[], { stitchesPerInch }: StitchRule): Omit<PlanProblem, 'subject'> {
  const finer = Math.min(MOST_STITCHES_PER_INCH, stitchesPerInch + 2);
  return {
    code: 'tooSharp',
    severity: 'know',
    at: places[0]!,
    amount: places.length,
    remedy: finer > stitchesPerInch ? { kind: 'stitchesPerInch', stitchesPerInch: finer } : null,
  };
}
