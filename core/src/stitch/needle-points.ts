import {
  cumulativeLength,
  pointCount,
  squaredDistanceToChord,
  turnAt,
  withoutRepeats,
  type Polyline,
} from '../geometry/polyline.ts';
import { CORNER_TURN, SHARP_STITCH_RATIO, SHORTEST_STITCH, STITCH_CHORD } from '../tolerances.ts';

export interface NeedlePoints {
  /** One needle hole a point, in the space of the line; the first and last are the line's own ends. */
  readonly points: Float64Array<ArrayBuffer>;
  /** Holes where the line forced a stitch much shorter than asked, as indices into `points`. */
  readonly sharp: readonly number[];
}

/**
 * Stitches a line: equal stitches along its arc length, a hole on every corner, and shorter stitches where the thread would leave the
 * drawn line by more than `STITCH_CHORD`. Shorter than `SHORTEST_STITCH` only where two corners are that close.
 * A line of no length gives its one point. O(points + holes · points between two holes).
 * @param stitch length of one stitch, in the line's millimetres
 */
export function needlePoints(line: Polyline, stitch: number): NeedlePoints {
  const clean = withoutRepeats(line);
  const along = cumulativeLength(clean);
  const out: number[] = [clean[0] ?? 0, clean[1] ?? 0];
  const sharp: number[] = [];
  const corners = cornersOf(clean);
  for (let i = 1; i < corners.length; i++) {
    stitchSection(clean, along, corners[i - 1]!, corners[i]!, stitch, out, sharp);
  }
  return { points: Float64Array.from(out), sharp };
}

/** Indices of both ends and of every corner between. A corner turns by `CORNER_TURN` or more. */
function cornersOf(line: Polyline): number[] {
  const last = pointCount(line) - 1;
  const corners = [0];
  for (let i = 1; i < last; i++) {
    if (turnAt(line, i) >= CORNER_TURN) corners.push(i);
  }
  if (last > 0) corners.push(last);
  return corners;
}

/** Appends the holes after point `from` up to and with point `to`. Never leaves a sliver: what is left is always divided evenly. */
function stitchSection(
  line: Polyline,
  along: Float64Array,
  from: number,
  to: number,
  stitch: number,
  out: number[],
  sharp: number[],
): void {
  const end = along[to]!;
  const least = Math.min(SHORTEST_STITCH, stitch);
  let at = along[from]!;
  let index = from;
  while (end - at > 1e-9) {
    const even = (end - at) / Math.ceil((end - at) / stitch - 1e-6);
    let step = even;
    while (step > least && chordError(line, along, index, at, at + step) > STITCH_CHORD) step *= 0.8;
    step = Math.max(step, Math.min(least, even));
    at = end - at - step < least / 2 ? end : at + step;
    while (index < to && along[index + 1]! <= at) index++;
    if (at === end) out.push(line[2 * to]!, line[2 * to + 1]!);
    else pushPointAt(line, along, index, at, out);
    if (step < stitch * SHARP_STITCH_RATIO) sharp.push(out.length / 2 - 1);
  }
}

function pushPointAt(line: Polyline, along: Float64Array, index: number, at: number, out: number[]): void {
  const t = partAt(along, index, at);
  out.push(coordinateAt(line, 2 * index, t), coordinateAt(line, 2 * index + 1, t));
}

/** Where an arc length lies between the point at `index` and the next, 0 to 1. */
function partAt(along: Float64Array, index: number, at: number): number {
  const span = along[index + 1]! - along[index]!;
  return span === 0 ? 0 : (at - along[index]!) / span;
}

/** One of x and y, `i` in the line's array, that far towards the next point. */
const coordinateAt = (line: Polyline, i: number, t: number): number => line[i]! + (line[i + 2]! - line[i]!) * t;

/** Largest distance of the line between two arc lengths from the straight thread between them. `index` is the point at or before `from`. */
function chordError(line: Polyline, along: Float64Array, index: number, from: number, to: number): number {
  let last = index;
  while (last + 1 < along.length && along[last + 1]! < to) last++;
  if (last === index) return 0;
  const t = partAt(along, index, from);
  const ax = coordinateAt(line, 2 * index, t);
  const ay = coordinateAt(line, 2 * index + 1, t);
  const u = last + 1 < along.length ? partAt(along, last, to) : 0;
  const bx = u === 0 ? line[2 * last]! : coordinateAt(line, 2 * last, u);
  const by = u === 0 ? line[2 * last + 1]! : coordinateAt(line, 2 * last + 1, u);
  let most = 0;
  for (let i = index + 1; i <= last; i++) {
    most = Math.max(most, squaredDistanceToChord(line[2 * i]!, line[2 * i + 1]!, ax, ay, bx, by));
  }
  return Math.sqrt(most);
}
