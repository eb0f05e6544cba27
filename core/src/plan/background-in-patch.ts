import { ringsOfEdges } from '../cloth/keep-out.ts';
import type { Shape } from '../cloth/shape.ts';
import { backgroundLines } from '../fill/background.ts';
import type { Background } from '../fill/rule.ts';
import { distortionOf } from '../fit/distortion.ts';
import { affineWarp } from '../fit/warp.ts';
import { boundsOf, pointCount } from '../geometry/polyline.ts';
import { grown } from '../geometry/ring-areas.ts';
import { maskArea } from '../mask/area.ts';
import { type Mask, maskOf } from '../mask/mask.ts';
import { LONGEST_IN_PATCH, MOST_POINTS_IN_PATCH } from '../tolerances.ts';
import { NOTHING_ABOUT } from '../mask/rejoin.ts';
import { maskLaid } from './mask-laid.ts';
import { AS_LAID, type LaidInPatch } from './pipeline.ts';
import type { RecipeStages } from './recipe.ts';
import { type Stroke, strokesOfDesign } from './stroke.ts';

/**
 * A background in what is left of a patch; it is cut and joined like all that is laid. Null when it is too much to stitch.
 * @param shape the patch's edge, planned or touched
 * @param mask what is left, of the same edge
 */
export function layBackground(background: Background, shape: Shape, mask: Mask): LaidInPatch | null {
  const patch = ringsOfEdges([shape]);
  const box = boundsOf(patch)!;
  const area = (box.maxX - box.minX) * (box.maxY - box.minY);
  const { spacing, margin } = background;
  if (area / spacing > LONGEST_IN_PATCH || area / spacing ** 2 > MOST_POINTS_IN_PATCH / POINTS_A_BEND) return null;
  const lines = backgroundLines({ whole: grown(patch, -margin), left: mask.rings }, background);
  if (lines.reduce((sum, line) => sum + pointCount(line), 0) > MOST_POINTS_IN_PATCH) return null;
  const warp = affineWarp(box, AS_LAID);
  return { strokes: strokesOfDesign(lines), warp, distortion: () => distortionOf(warp) };
}

/** A meander bends about once in a square of its spacing. */
const POINTS_A_BEND = 4;

/** The same with nothing kept out of the patch, cut and joined; null when it is too much. */
export function backgroundAlone(
  { background, mask: rule }: Pick<RecipeStages, 'background' | 'mask'>,
  shape: Shape,
): readonly Stroke[] | null {
  const area = maskArea([], { rings: ringsOfEdges([shape]), clearance: background.margin })!;
  const mask = maskOf(area);
  const laid = layBackground(background, shape, mask);
  return laid && maskLaid({ strokes: laid.strokes, toCloth: AS_LAID }, mask, rule, NOTHING_ABOUT).laid.strokes;
}
