import type { Region } from '../cloth/region.ts';
import { type Fitted, fitStrokes } from '../fit/fit.ts';
import { type ClothPoint, distance } from '../geometry/point.ts';
import { type Polyline, lengthOf, pointCount } from '../geometry/polyline.ts';
import { type ClothPrior, USUAL_CLOTH } from '../lineup/cloth-prior.ts';
import type { LineUp } from '../lineup/line-up.ts';
import type { FrameProfile } from '../passes/frame-profile.ts';
import { type MotionProfile, GENERIC_MOTION, stitchClock } from '../stitch/motion.ts';
import { needlePoints } from '../stitch/needle-points.ts';
import { threadLength } from '../stitch/thread.ts';
import { tieOff } from '../stitch/tie-off.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import { stitchLength } from '../units.ts';
import type { RecipeRecord } from './records.ts';

/** A placement worked out: design → orient → fit → stitch, in cloth space. */
export interface Resolved {
  readonly fitted: Fitted;
  /** Needle points with tie-offs; one run a stroke. */
  readonly runs: readonly Float64Array<ArrayBuffer>[];
  /** Holes where the line is too sharp for the stitch length. */
  readonly sharp: readonly ClothPoint[];
  readonly totals: Totals;
}

export interface Totals {
  /** Of the drawn line, mm. */
  readonly length: number;
  readonly stitches: number;
  readonly cuts: number;
  readonly seconds: number;
  /** Thread from the top and as much from the bobbin, mm. */
  readonly thread: number;
}

/** Null when the margin leaves nothing of the patch. */
export function resolvePlacement(
  strokes: readonly Polyline[],
  recipe: RecipeRecord,
  ring: readonly ClothPoint[],
  motion: MotionProfile = GENERIC_MOTION,
): Resolved | null {
  const fitted = fitStrokes(strokes, recipe.orient, recipe.fit, ring);
  if (!fitted) return null;
  const stitched = fitted.strokes.map((stroke) => needlePoints(stroke, stitchLength(recipe.stitch.stitchesPerInch)));
  const runs = stitched.map(({ points }) => tieOff(points, recipe.stitch.tieOff));
  const sum = (of: (run: Float64Array) => number): number => runs.reduce((total, run) => total + of(run), 0);
  return {
    fitted,
    runs,
    sharp: stitched.flatMap(({ points, sharp }) => sharp.map((i) => ({ x: points[2 * i]!, y: points[2 * i + 1]! }))),
    totals: {
      length: fitted.strokes.reduce((total, stroke) => total + lengthOf(stroke), 0),
      stitches: sum((run) => pointCount(run) - 1),
      cuts: runs.length - 1,
      seconds: sum((run) => stitchClock(run, motion).at(-1) ?? 0),
      thread: sum((run) => threadLength(run)),
    },
  };
}

/** What is believed of a quilt just loaded on a frame. */
export const loadedCloth = (frame: FrameProfile): ClothPrior => ({ ...USUAL_CLOTH, loadedAt: frame.loadedAt });

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
