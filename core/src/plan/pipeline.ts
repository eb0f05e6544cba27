import type { Shape } from '../cloth/shape.ts';
import { drawnBy } from '../fit/fit.ts';
import { fitWarp } from '../fit/fits.ts';
import { orientMap } from '../fit/orient.ts';
import type { Warp } from '../fit/warp.ts';
import { type AffineMap, applyToPoint, applyToPolyline, mapBetween, IDENTITY } from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import type { RecipeRecord } from './records.ts';
import type { Stitched } from './stitch-strokes.ts';
import { linesOf, mapStrokes, moveStrokes, type Stroke, strokesOfDesign } from './stroke.ts';

/** A design on its way into a patch: its strokes, and once it is fitted the warp that took them to the cloth. */
export interface InPatch {
  readonly strokes: readonly Stroke[];
  readonly warp: Warp | null;
}

/** What the stages of a patch read. */
interface PatchContext {
  readonly recipe: RecipeRecord;
  /** Of the patch, planned or as touched. */
  readonly shape: Shape;
}

/** Null ends the chain: nothing can be laid. */
type PatchStage = (now: InPatch, context: PatchContext) => InPatch | null;

const orient: PatchStage = (now, { recipe }) => ({
  ...now,
  strokes: moveStrokes(now.strokes, orientMap(recipe.orient)),
});

const fit: PatchStage = ({ strokes }, { recipe, shape }) => {
  const lines = linesOf(strokes);
  const warp = fitWarp(drawnBy(lines), shape, recipe.fit);
  return warp && { strokes: mapStrokes(strokes, (line) => warp.mapLine(line)), warp };
};

/** The stages from the design to the cloth, in the order that they are always run in. */
const PATCH_STAGES: readonly PatchStage[] = [orient, fit];

/** A design laid on the cloth. */
export interface LaidInPatch extends InPatch {
  readonly warp: Warp;
}

/** Runs a recipe's stages for one patch. Null when its fit can't fill the patch, or the margin leaves nothing of it. */
export function layInPatch(design: readonly Polyline[], recipe: RecipeRecord, shape: Shape): LaidInPatch | null {
  let now: InPatch | null = { strokes: strokesOfDesign(design), warp: null };
  for (const stage of PATCH_STAGES) {
    now = stage(now, { recipe, shape });
    if (!now) return null;
  }
  return now.warp && { ...now, warp: now.warp };
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
