import { type Affine, applyToPolyline, translation } from '../geometry/affine.ts';
import { distance } from '../geometry/point.ts';
import {
  concatenate,
  cumulativeLength,
  lengthOf,
  pointCount,
  pointOf,
  type Polyline,
  reversed,
  turnAt,
} from '../geometry/polyline.ts';
import { stretchOf } from '../geometry/stretch-of.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';

type Strokes = readonly Polyline[];

/** What is left after cutting so many millimetres off the start and the end of the sewing line, all strokes laid end to end. */
export function trimmedLine(strokes: Strokes, start: number, end: number): Float64Array<ArrayBuffer>[] {
  const total = strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0);
  return betweenOf(strokes, start, total - end);
}

function betweenOf(strokes: Strokes, from: number, to: number): Float64Array<ArrayBuffer>[] {
  const out: Float64Array<ArrayBuffer>[] = [];
  let before = 0;
  for (const stroke of strokes) {
    const length = lengthOf(stroke);
    const first = Math.max(0, from - before);
    const last = Math.min(length, to - before);
    if (last - first > 1e-9) {
      out.push(first === 0 && last === length ? Float64Array.from(stroke) : stretchOf(stroke, first, last));
    }
    before += length;
  }
  return out;
}

/** The same lines stitched from the other end. */
export const reversedLine = (strokes: Strokes): Float64Array<ArrayBuffer>[] => [...strokes].reverse().map(reversed);

/** The stroke that holds a place of the sewing line is cut there; unchanged when the place is an end. */
export function splitLine(strokes: Strokes, at: number): Float64Array<ArrayBuffer>[] {
  return [...betweenOf(strokes, 0, at), ...betweenOf(strokes, at, Infinity)];
}

export const isClosed = (stroke: Polyline): boolean =>
  distance(pointOf(stroke, 0), pointOf(stroke, -1)) <= JOIN_DISTANCE;

const pair = (line: Polyline, i: number): [number, number] => {
  const { x, y } = pointOf(line, i);
  return [x, y];
};

/** Each open stroke goes on straight to its own start. */
export const closedLine = (strokes: Strokes): Float64Array<ArrayBuffer>[] =>
  strokes.map((stroke) =>
    isClosed(stroke)
      ? Float64Array.from(stroke)
      : concatenate([stroke, Float64Array.of(...pair(stroke, -1), ...pair(stroke, 0))]),
  );

/** A closed stroke begins at another place of its line. Null when the stroke there is open. */
export function movedStart(strokes: Strokes, at: number): Float64Array<ArrayBuffer>[] | null {
  let before = 0;
  for (const [i, stroke] of strokes.entries()) {
    const length = lengthOf(stroke);
    if (at > before + length && i < strokes.length - 1) {
      before += length;
      continue;
    }
    if (!isClosed(stroke)) return null;
    const place = Math.min(length, Math.max(0, at - before));
    const turned =
      place < 1e-9 || length - place < 1e-9
        ? Float64Array.from(stroke)
        : concatenate([stretchOf(stroke, place, length), stretchOf(stroke, 0, place)]);
    return strokes.map((one, k) => (k === i ? turned : Float64Array.from(one)));
  }
  return null;
}

export type LineEnd = 'start' | 'end';

/** Another design moved until its chosen end lies on this one's, and both stitched in one go there. */
export function joinedLines(
  strokes: Strokes,
  own: LineEnd,
  other: Strokes,
  otherEnd: LineEnd,
): Float64Array<ArrayBuffer>[] {
  // Joining at the own start is joining at the end of the reversed line.
  const way = own === 'end' ? [...strokes] : reversedLine(strokes);
  const on = otherEnd === 'start' ? [...other] : reversedLine(other);
  const from = pointOf(way.at(-1)!, -1);
  const to = pointOf(on[0]!, 0);
  const move: Affine = translation(from.x - to.x, from.y - to.y);
  const moved = on.map((stroke) => applyToPolyline(move, stroke));
  const joined = [
    ...way.slice(0, -1).map((stroke) => Float64Array.from(stroke)),
    concatenate([way.at(-1)!, moved[0]!]),
    ...moved.slice(1),
  ];
  return own === 'end' ? joined : reversedLine(joined);
}

/** Arc lengths of the places where a trimmed end is likely wanted: corners at least this sharp (radians), and stroke ends. */
export function cornerPlaces(strokes: Strokes, sharp: number): number[] {
  const out: number[] = [0];
  let before = 0;
  for (const stroke of strokes) {
    const along = cumulativeLength(stroke);
    for (let i = 1; i < pointCount(stroke) - 1; i++) if (turnAt(stroke, i) >= sharp) out.push(before + along[i]!);
    before += along.at(-1)!;
    out.push(before);
  }
  return out;
}
