import { arranged } from '../fit/arrange.ts';
import { type Drawn, drawnBy } from '../fit/fit.ts';
import { fitWarp } from '../fit/fits.ts';
import { orientMap } from '../fit/orient.ts';
import type { Seat } from '../fit/seat.ts';
import { trimmed } from '../fit/trim.ts';
import type { Warp } from '../fit/warp.ts';
import { type AffineMap, applyToPoint, applyToPolyline, mapBetween, IDENTITY } from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { withOutline } from './outline-strokes.ts';
import type { RecipeStages } from './recipe.ts';
import type { Stitched } from './stitch-strokes.ts';
import { mapStrokes, type Stroke, strokesOfDesign } from './stroke.ts';

/** The stages that are the same in every patch: what a fit is given. */
export function arrangedDesign(
  design: readonly Polyline[],
  { trim, arrange, orient }: Pick<RecipeStages, 'trim' | 'arrange' | 'orient'>,
): Drawn {
  const turn = orientMap(orient);
  return drawnBy(arranged(trimmed(design, trim), arrange).map((line) => applyToPolyline(turn, line)));
}

/** A design laid on the cloth: its strokes, and the warp that took them there. */
export interface LaidInPatch {
  readonly strokes: readonly Stroke[];
  readonly warp: Warp;
}

/** The stages in a patch. Null when the recipe's fit can't fill it, or the margins leave nothing of it. */
export function layInPatch(
  drawn: Drawn,
  { fit, outline, stitch }: Pick<RecipeStages, 'fit' | 'outline' | 'stitch'>,
  seat: Seat,
): LaidInPatch | null {
  const warp = fitWarp(drawn, seat, fit);
  if (!warp) return null;
  const strokes = mapStrokes(strokesOfDesign(drawn.lines), (line) => warp.mapLine(line));
  return { strokes: withOutline(strokes, seat.shape, outline, stitch.stitchesPerInch), warp };
}

/** Strokes as a generator lays them: in a space of their own, and the way from there to the cloth, a similarity. */
export interface Laid {
  readonly strokes: readonly Stroke[];
  readonly toCloth: AffineMap<Point, ClothPoint>;
}

/** Stitched on the cloth. */
export interface Sewn extends Stitched {
  readonly sharp: readonly ClothPoint[];
}

/** Laid on the cloth itself. */
export const AS_LAID: Laid['toCloth'] = mapBetween(IDENTITY);

/** Their lines on the cloth. */
export const linesOnCloth = ({ strokes, toCloth }: Laid): Float64Array<ArrayBuffer>[] =>
  strokes.map(({ line }) => applyToPolyline(toCloth, line));

/**
 * The last stages, the same for all that is laid, whatever laid it: they run where lengths are those of the finished quilt, and the result is
 * taken to the cloth.
 * @param stitched the strokes' own stitches, where what looks alike was stitched already
 */
export function sewOnCloth({ toCloth }: Laid, stitched: Stitched): Sewn {
  return {
    ...stitched,
    needle: toCloth === AS_LAID ? stitched.needle : stitched.needle.map((line) => applyToPolyline(toCloth, line)),
    sharp: stitched.sharp.map((p) => applyToPoint(toCloth, p)),
  };
}
