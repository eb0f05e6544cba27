import { ringsOfEdges } from '../cloth/keep-out.ts';
import type { Shape } from '../cloth/shape.ts';
import { backgroundLines } from '../fill/background.ts';
import { outlined } from '../fill/outline.ts';
import type { Background, FillArea } from '../fill/rule.ts';
import { tiedIn } from '../fill/tied-in.ts';
import { distortionOf } from '../fit/distortion.ts';
import { affineWarp } from '../fit/warp.ts';
import { boundsOf, pointCount } from '../geometry/polyline.ts';
import { grown } from '../geometry/ring-areas.ts';
import { maskArea } from '../mask/area.ts';
import { type Mask, maskOf } from '../mask/mask.ts';
import { LONGEST_IN_PATCH, MOST_POINTS } from '../tolerances.ts';
import { cutLines } from '../geometry/cut-lines.ts';
import { NOTHING_ABOUT, rejoin } from '../mask/rejoin.ts';
import type { RejoinRule } from '../mask/rejoin-rule.ts';
import { maskLaid } from './mask-laid.ts';
import { AS_LAID, type LaidInPatch } from './pipeline.ts';
import type { RecipeStages } from './recipe.ts';
import { type Stroke, strokesOfDesign } from './stroke.ts';

/**
 * A background in what is left of a patch; it is cut and joined like all that is laid. Null when it is too much to stitch.
 * @param shape the patch's edge, planned or touched
 * @param mask what is left, of the same edge
 */
export function layBackground({ background, mask: rule }: OfBackground, shape: Shape, mask: Mask): LaidInPatch | null {
  const patch = ringsOfEdges([shape]);
  const box = boundsOf(patch)!;
  const area = (box.maxX - box.minX) * (box.maxY - box.minY);
  const { spacing, margin } = background;
  if (area / spacing > LONGEST_IN_PATCH || area / spacing ** 2 > MOST_POINTS / POINTS_A_BEND) return null;
  const strokes = fillStrokes({ whole: grown(patch, -margin), left: mask.rings }, background, rule);
  if (strokes.reduce((sum, { line }) => sum + pointCount(line), 0) > MOST_POINTS) return null;
  const warp = affineWarp(box, AS_LAID);
  return { strokes, warp, distortion: () => distortionOf(warp) };
}

type OfBackground = Pick<RecipeStages, 'background' | 'mask'>;

/** What fills an area; where it is outlined first, cut to what that leaves and joined, and the outline tied to it. */
function fillStrokes(area: FillArea, background: Background, rule: RejoinRule): Stroke[] {
  const { runs, left } = outlined(area, background);
  const lines = backgroundLines({ ...area, left }, background);
  if (runs.length === 0) return strokesOfDesign(lines);
  const inner = maskArea([], { rings: left, clearance: 0 });
  const mask = inner && maskOf(inner);
  const filled = mask ? rejoin(cutLines(lines, mask), mask, freely(rule)).runs.map(({ line }) => line) : [];
  const { spacing, outline } = background;
  const own = outline.spi === null ? {} : { spi: outline.spi };
  return tiedIn(filled, runs, FARTHEST_TIE * spacing).map(({ line, isRound }, source): Stroke => ({
    ...{ line, thread: null, source },
    ...(isRound ? own : {}),
  }));
}
/** What is left begins a spacing from the outline, and some kinds stay half of one off that. */
const FARTHEST_TIE = 2;

/** Where it starts and ends, and what isn't wanted, is for what comes of it with its outline. */
const freely = (rule: RejoinRule): RejoinRule => ({
  ...rule,
  start: null,
  end: null,
  ends: 'free',
  seams: false,
  forbidden: [],
});

/** A meander bends about once in a square of its spacing. */
const POINTS_A_BEND = 4;

/** The same with nothing kept out of the patch, cut and joined; null when it is too much. */
export function backgroundAlone(stages: OfBackground, shape: Shape): readonly Stroke[] | null {
  const area = maskArea([], { rings: ringsOfEdges([shape]), clearance: stages.background.margin })!;
  const mask = maskOf(area);
  const laid = layBackground(stages, shape, mask);
  return laid && maskLaid({ strokes: laid.strokes, toCloth: AS_LAID }, mask, stages.mask, NOTHING_ABOUT).laid.strokes;
}
