import type { Region } from '../cloth/region.ts';
import { type Fitted, fitStrokes } from '../fit/fit.ts';
import { type ClothPoint, distance } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { type MotionProfile, GENERIC_MOTION } from '../stitch/motion.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import type { RecipeRecord } from './records.ts';
import { type Stitched, stitchLines } from './stitch-lines.ts';

/** A placement worked out: design → orient → fit → stitch, in cloth space. */
export interface Resolved extends Stitched {
  readonly fitted: Fitted;
}

/** Null when the margin leaves nothing of the patch. */
export function resolvePlacement(
  strokes: readonly Polyline[],
  recipe: RecipeRecord,
  ring: readonly ClothPoint[],
  motion: MotionProfile = GENERIC_MOTION,
): Resolved | null {
  const fitted = fitStrokes(strokes, recipe.orient, recipe.fit, ring);
  return fitted && { fitted, ...stitchLines(fitted.strokes, recipe.stitch, motion) };
}

/**
 * A region's corners as touched: each touched corner goes to the place on the cloth where the line-up finds the reading, so that
 * the line-up takes a fit made there back to exactly the reading. Corners that weren't touched stay as planned.
 */
export function measuredRing(region: Region, lineUp: LineUp): ClothPoint[] {
  return region.ring.map((corner) => {
    const touch = lineUp.touches.findLast((t) => distance(t.cloth, corner) <= JOIN_DISTANCE);
    return touch ? lineUp.toCloth(touch.frame) : corner;
  });
}
