import { distance } from '../geometry/point.ts';
import {
  concatenate,
  lengthOf,
  pointCount,
  pointOf,
  type Polyline,
  reversed,
  simplify,
  turnAt,
  withoutRepeats,
} from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { CORNER_TURN, DOUBLED_DISTANCE, JOIN_DISTANCE } from '../tolerances.ts';
import { doubledStretches, type Stretch } from './doubled.ts';
import { stretchOf } from '../geometry/stretch-of.ts';

/** A turn this sharp is meant; a gentler one in a wobbly line is smoothed away. */
const KEPT_TURN = Math.PI / 4;
/** Finer steps than this (mm) show on no cloth. */
const FINEST = 0.2;
/** Longest list of points that resampling makes. */
const MOST_STEPS = 500_000;

/** Strokes shorter than `shortest` and points that repeat the one before are dropped. */
export const withoutCrumbs = (strokes: readonly Polyline[], shortest: number): Float64Array<ArrayBuffer>[] =>
  strokes.filter((stroke) => lengthOf(stroke) >= shortest).map((stroke) => withoutRepeats(stroke, JOIN_DISTANCE / 5));

/** Equal steps of about `step` along the line, corners kept. */
export const resampled = (strokes: readonly Polyline[], step: number): Float64Array<ArrayBuffer>[] =>
  strokes.map((stroke) => betweenCorners(stroke, stroke, CORNER_TURN, (piece) => evenly(piece, step)));

/** Wobbles up to about `amount` (mm) long are evened out: a Gaussian mean along the line between its ends and its corners, which stay. */
export const smoothed = (strokes: readonly Polyline[], amount: number): Float64Array<ArrayBuffer>[] =>
  strokes.map((stroke) =>
    betweenCorners(stroke, simplify(stroke, amount / 4), KEPT_TURN, (piece) =>
      mean(evenly(piece, Math.max(FINEST, amount / 6)), amount / 2),
    ),
  );

/** Cuts a line at the corners of `outline` (the line itself, or a simpler form of it), works on each piece, and puts them together again. */
function betweenCorners(
  line: Polyline,
  outline: Polyline,
  sharp: number,
  work: (piece: Polyline) => Float64Array,
): Float64Array<ArrayBuffer> {
  const corners: (readonly [number, number])[] = [];
  for (let i = 1; i < pointCount(outline) - 1; i++) {
    if (turnAt(outline, i) >= sharp) corners.push([outline[2 * i]!, outline[2 * i + 1]!]);
  }
  const out: number[] = [line[0]!, line[1]!];
  let from = 0;
  let corner = 0;
  for (let i = 1; i < pointCount(line); i++) {
    const [x, y] = corners[corner] ?? [NaN, NaN];
    const isCorner = line[2 * i] === x && line[2 * i + 1] === y;
    if (!isCorner && i < pointCount(line) - 1) continue;
    if (isCorner) corner++;
    const piece = work(line.subarray(2 * from, 2 * i + 2));
    for (let k = 2; k < piece.length; k++) out.push(piece[k]!);
    from = i;
  }
  return Float64Array.from(out);
}

function evenly(line: Polyline, step: number): Float64Array<ArrayBuffer> {
  const length = lengthOf(line);
  const count = Math.min(MOST_STEPS, Math.max(1, Math.round(length / step)));
  const out = new Float64Array(2 * count + 2);
  let i = 0;
  let before = 0;
  for (let k = 0; k <= count; k++) {
    const at = (length * k) / count;
    let own = segmentLength(line, i);
    while (before + own < at && i < pointCount(line) - 2) {
      before += own;
      own = segmentLength(line, ++i);
    }
    const t = own === 0 ? 0 : Math.min(1, (at - before) / own);
    out[2 * k] = line[2 * i]! + (line[2 * i + 2]! - line[2 * i]!) * t;
    out[2 * k + 1] = line[2 * i + 1]! + (line[2 * i + 3]! - line[2 * i + 1]!) * t;
  }
  out.set([line.at(-2)!, line.at(-1)!], 2 * count);
  return out;
}

const segmentLength = (line: Polyline, i: number): number =>
  Math.sqrt((line[2 * i + 2]! - line[2 * i]!) ** 2 + (line[2 * i + 3]! - line[2 * i + 1]!) ** 2);

/** Gaussian mean of evenly spaced points with σ in mm; beyond its ends the line is taken to go on turned about them, so that they stay. */
function mean(line: Polyline, sigma: number): Float64Array<ArrayBuffer> {
  const n = pointCount(line);
  if (n < 3) return Float64Array.from(line);
  const step = lengthOf(line) / (n - 1);
  const reach = Math.min(n - 1, Math.ceil((3 * sigma) / step));
  const weights = Array.from({ length: reach + 1 }, (_, k) => Math.exp(-0.5 * ((k * step) / sigma) ** 2));
  const coordinate = (i: number, axis: number): number => {
    if (i < 0) return 2 * line[axis]! - line[2 * -i + axis]!;
    if (i >= n) return 2 * line[2 * (n - 1) + axis]! - line[2 * (2 * (n - 1) - i) + axis]!;
    return line[2 * i + axis]!;
  };
  const out = new Float64Array(line.length);
  out.set([line[0]!, line[1]!]);
  out.set([line.at(-2)!, line.at(-1)!], 2 * (n - 1));
  for (let i = 1; i < n - 1; i++) {
    for (const axis of [0, 1]) {
      let sum = weights[0]! * coordinate(i, axis);
      let weight = weights[0]!;
      for (let k = 1; k <= reach; k++) {
        sum += weights[k]! * (coordinate(i - k, axis) + coordinate(i + k, axis));
        weight += 2 * weights[k]!;
      }
      out[2 * i + axis] = sum / weight;
    }
  }
  return out;
}

/**
 * Drops what is stitched twice where the rest stays continuous: at the ends of a stroke, and loops that come back to where they began. A
 * doubled way out and back in the middle is needed to stay in one line and is kept.
 */
export function withoutDoubled(strokes: readonly Polyline[]): Float64Array<ArrayBuffer>[] {
  const forwards = strokesWithoutLaterPass(strokes);
  return strokesWithoutLaterPass([...forwards].reverse().map(reversed))
    .reverse()
    .map(reversed);
}

function strokesWithoutLaterPass(strokes: readonly Polyline[]): Float64Array<ArrayBuffer>[] {
  if (strokes.length === 0) return [];
  const doubled = doubledStretches(indexSegments(strokes));
  let before = 0;
  return strokes.flatMap((stroke) => {
    const length = lengthOf(stroke);
    const own = doubled
      .map(({ from, to }) => ({ from: Math.max(0, from - before), to: Math.min(length, to - before) }))
      .filter(({ from, to }) => to - from > DOUBLED_DISTANCE);
    before += length;
    const kept = withoutStretches(stroke, length, own);
    return kept ? [kept] : [];
  });
}

function withoutStretches(
  stroke: Polyline,
  length: number,
  doubled: readonly Stretch[],
): Float64Array<ArrayBuffer> | null {
  let line: Float64Array<ArrayBuffer> = Float64Array.from(stroke);
  // From the end on, so that what lies before keeps its place.
  for (const { from, to } of [...doubled].reverse()) {
    const atStart = from <= DOUBLED_DISTANCE;
    const atEnd = to >= lengthOf(line) - DOUBLED_DISTANCE;
    if (atStart && atEnd) return null;
    if (atEnd) line = stretchOf(line, 0, from);
    else if (atStart) line = stretchOf(line, to, lengthOf(line));
    else {
      const head = stretchOf(line, 0, from);
      const tail = stretchOf(line, to, lengthOf(line));
      if (distance(pointOf(head, -1), pointOf(tail, 0)) <= 2 * DOUBLED_DISTANCE) line = concatenate([head, tail]);
    }
  }
  return length > 0 ? line : null;
}
