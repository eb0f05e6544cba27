import { arranged } from '../fit/arrange.ts';
import { type Drawn, drawnBy } from '../fit/fit.ts';
import { type Distortion, distortionOf } from '../fit/distortion.ts';
import { type FitRule, fitTakes, fitWarp } from '../fit/fits.ts';
import { innerOf } from '../fit/margins.ts';
import { orientMap } from '../fit/orient.ts';
import type { Seat } from '../fit/seat.ts';
import { shiftedWarp } from '../fit/shift.ts';
import { sizeIn } from '../fit/size-in.ts';
import { trimmed } from '../fit/trim.ts';
import type { Warp } from '../fit/warp.ts';
import { type AffineMap, applyToPoint, applyToPolyline, mapBetween, IDENTITY } from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import { lengthOf, pointCount, type Polyline } from '../geometry/polyline.ts';
import { LONGEST_IN_PATCH, MOST_POINTS } from '../tolerances.ts';
import { withOutline } from './outline-strokes.ts';
import type { RecipeStages } from './recipe.ts';
import type { Stitched } from './stitch-strokes.ts';
import { mapStrokes, type Stroke, strokesOfDesign } from './stroke.ts';

/** The stages that are the same in every patch: what a fit is given. Null when the repeats are more than can be stitched. */
export function arrangedDesign(
  design: readonly Polyline[],
  { trim, arrange, orient }: Pick<RecipeStages, 'trim' | 'arrange' | 'orient'>,
): Drawn | null {
  const line = trimmed(design, trim);
  const points = line.reduce((sum, one) => sum + pointCount(one), 0);
  if (points * arrange.across * arrange.down > MOST_POINTS) return null;
  const turn = orientMap(orient);
  return drawnBy(arranged(line, arrange).map((one) => applyToPolyline(turn, one)));
}

/** A design laid on the cloth: its strokes, the warp that took them there, and what that does to it. */
export interface LaidInPatch {
  readonly strokes: readonly Stroke[];
  readonly warp: Warp;
  /** Worked out when it is first asked for. */
  readonly distortion: () => Distortion;
}

/** The stages in a patch. Null when it can't be laid there: `whyNotLaid`. */
export function layInPatch(
  drawn: Drawn | null,
  { fit, shift, outline, stitch }: Pick<RecipeStages, 'fit' | 'shift' | 'outline' | 'stitch'>,
  seat: Seat,
): LaidInPatch | null {
  const fitted = drawn && fitWarp(drawn, seat, fit);
  if (!drawn || !fitted) return null;
  const warp = shiftedWarp(fitted, shift, seat);
  const { across, down } = sizeIn(warp);
  if (!(Math.max(across, down) * drawn.lines.reduce((sum, line) => sum + lengthOf(line), 0) <= LONGEST_IN_PATCH))
    return null;
  const strokes = mapStrokes(strokesOfDesign(drawn.lines), (line) => warp.mapLine(line));
  return {
    strokes: withOutline(strokes, seat.shape, outline, stitch.stitchesPerInch),
    warp,
    distortion: once(() => distortionOf(warp)),
  };
}

/** What is worked out at most once. */
function once<T extends object>(work: () => T): () => T {
  let done: T | undefined;
  return () => (done ??= work());
}

/** Why a recipe can't be laid in a patch: its fit is for other shapes, its margins leave nothing, it is too much to stitch, or it has no answer there. */
export function whyNotLaid(
  drawn: Drawn | null,
  fit: FitRule,
  seat: Seat,
): 'unsuitedFit' | 'smallPatch' | 'tooMuch' | 'cannotLie' {
  if (!fitTakes(fit.kind, seat.shape)) return 'unsuitedFit';
  if ('margins' in fit && !innerOf(seat.shape, fit)) return 'smallPatch';
  return drawn && !fitWarp(drawn, seat, fit) ? 'cannotLie' : 'tooMuch';
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
