import { insetOf, outlineOf, type Shape } from '../cloth/shape.ts';
import { movedStart } from '../design/edit-line.ts';
import { nearestAlong } from '../geometry/nearest-along.ts';
import { concatenate, pointOf, type Polyline, polyline, reversed } from '../geometry/polyline.ts';
import { stitchLength } from '../units.ts';
import type { Stroke } from './stroke.ts';

/** Lines round a patch that are stitched with what is in it. */
export interface OutlineRule {
  /** How far inside its seam each lies, mm, in the order they are stitched; 0 is the seam itself, negative outside. None: no outline. */
  readonly lines: readonly number[];
  readonly when: 'before' | 'after';
}

export const NO_OUTLINE: OutlineRule = { lines: [], when: 'after' };
export const MOST_OUTLINES = 12;

/**
 * The strokes with the patch's outline, its edges as they were touched. A line begins where it is nearest to what was stitched just before; within
 * a stitch of that it goes on from there without a cut. Before a design, the last of them ends there likewise. Lines that the patch has no room for
 * are left out; a check says so.
 */
export function withOutline(
  strokes: readonly Stroke[],
  shape: Shape,
  { lines, when }: OutlineRule,
  stitchesPerInch: number,
): readonly Stroke[] {
  const rings = lines.flatMap((inset) => {
    const line = outlineAt(shape, inset);
    return line ? [line] : [];
  });
  const most = stitchLength(stitchesPerInch);
  const added = (all: readonly Stroke[], ring: Polyline): readonly Stroke[] => goneOn(all, ring, most);
  if (when === 'after') return rings.reduce(added, strokes);
  // Seen from the other end it is the same: the outline goes on from the design's start.
  return turnedBack(rings.toReversed().reduce(added, turnedBack(strokes)));
}

/** One line round a patch, closed; null where there is no room for it. */
export function outlineAt(shape: Shape, inset: number): Float64Array<ArrayBuffer> | null {
  const inner = inset === 0 ? shape : insetOf(shape, inset);
  const ring = inner && outlineOf(inner);
  return ring && polyline([...ring, ring[0]!]);
}

/** A ring after some strokes, from where it is nearest to their end. */
function goneOn(strokes: readonly Stroke[], ring: Polyline, most: number): readonly Stroke[] {
  const last = strokes.at(-1);
  if (!last) return [{ line: ring, thread: null, source: 0 }];
  const end = pointOf(last.line, -1);
  const { along, off } = nearestAlong(ring, end);
  const [from] = movedStart([ring], along)!;
  if (off > most) return [...strokes, { ...last, line: from! }];
  const step = polyline([end, pointOf(from!, 0)]);
  return [...strokes.slice(0, -1), { ...last, line: concatenate([last.line, step, from!]) }];
}

const turnedBack = (strokes: readonly Stroke[]): readonly Stroke[] =>
  strokes.toReversed().map((stroke) => ({ ...stroke, line: reversed(stroke.line) }));
