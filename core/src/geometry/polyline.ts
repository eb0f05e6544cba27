import { plainPoint, type Point, type PointMaker } from './point.ts';

/** Points as `x0, y0, x1, y1, …` in millimetres. */
export type Polyline = Float64Array;

export interface Bounds {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

export function polyline(points: readonly Point[]): Float64Array<ArrayBuffer> {
  const out = new Float64Array(2 * points.length);
  points.forEach(({ x, y }, i) => {
    out[2 * i] = x;
    out[2 * i + 1] = y;
  });
  return out;
}

export const pointCount = (line: Polyline): number => line.length >> 1;

/** The point with this index; negative indices count from the end; of the space whose maker is given. Throws on an index that isn't there. */
export function pointIn<P extends Point>(line: Polyline, index: number, make: PointMaker<P>): P {
  const i = index < 0 ? pointCount(line) + index : index;
  const x = line[2 * i];
  const y = line[2 * i + 1];
  if (x === undefined || y === undefined)
    throw new RangeError(`no point ${index} in a polyline of ${pointCount(line)}`);
  return make(x, y);
}

/** The same, of no space in particular. */
export const pointOf = (line: Polyline, index: number): Point => pointIn(line, index, plainPoint);

export const pointsIn = <P extends Point>(line: Polyline, make: PointMaker<P>): P[] =>
  Array.from({ length: pointCount(line) }, (_, i) => make(line[2 * i]!, line[2 * i + 1]!));

export const pointsOf = (line: Polyline): Point[] => pointsIn(line, plainPoint);

/** How far the line turns at an inner point, 0 to π whichever way. */
export function turnAt(line: Polyline, i: number): number {
  const ax = line[2 * i]! - line[2 * i - 2]!;
  const ay = line[2 * i + 1]! - line[2 * i - 1]!;
  const bx = line[2 * i + 2]! - line[2 * i]!;
  const by = line[2 * i + 3]! - line[2 * i + 1]!;
  return Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by));
}

export function lengthOf(line: Polyline): number {
  let sum = 0;
  for (let i = 2; i < line.length; i += 2) {
    const x = line[i]! - line[i - 2]!;
    const y = line[i + 1]! - line[i - 1]!;
    sum += Math.sqrt(x * x + y * y);
  }
  return sum;
}

/** Arc length at every point, from 0 to the whole length; in millimetres. */
export function cumulativeLength(line: Polyline): Float64Array<ArrayBuffer> {
  const out = new Float64Array(pointCount(line));
  for (let i = 1; i < out.length; i++) {
    const x = line[2 * i]! - line[2 * i - 2]!;
    const y = line[2 * i + 1]! - line[2 * i - 1]!;
    out[i] = out[i - 1]! + Math.sqrt(x * x + y * y);
  }
  return out;
}

/** The point so many millimetres along a line, of its ends at the most. O(log n). @param along `cumulativeLength` of the line */
export function pointAtLength(line: Polyline, along: Float64Array, at: number): Point {
  const i = segmentAt(along, at);
  const span = along[i + 1]! - along[i]!;
  const t = span === 0 ? 0 : Math.min(1, Math.max(0, (at - along[i]!) / span));
  const [x, y] = [line[2 * i]!, line[2 * i + 1]!];
  return { x: x + (line[2 * i + 2]! - x) * t, y: y + (line[2 * i + 3]! - y) * t };
}

/** The segment that holds an arc length, or a time, the first or last one at the most. O(log n). @param along of every point, growing */
export function segmentAt(along: Float64Array, at: number): number {
  let low = 0;
  let high = along.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (along[middle]! <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The same line from its other end. */
export function reversed(line: Polyline): Float64Array<ArrayBuffer> {
  const n = pointCount(line);
  const out = new Float64Array(line.length);
  for (let i = 0; i < n; i++) {
    out[2 * i] = line[2 * (n - 1 - i)]!;
    out[2 * i + 1] = line[2 * (n - 1 - i) + 1]!;
  }
  return out;
}

/** Lines end to start in one; the first point of each but the first is taken to be the last of the one before. */
export function concatenate(chain: readonly Polyline[]): Float64Array<ArrayBuffer> {
  const out = new Float64Array(chain.reduce((n, s) => n + s.length, 0) - 2 * (chain.length - 1));
  let at = 0;
  chain.forEach((line, i) => {
    const part = i === 0 ? line : line.subarray(2);
    out.set(part, at);
    at += part.length;
  });
  return out;
}

/** The box round all strokes, or null when there is no point. */
export function boundsOf(strokes: readonly Polyline[]): Bounds | null {
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  for (const line of strokes) {
    for (let i = 0; i < line.length; i += 2) {
      minX = Math.min(minX, line[i]!);
      maxX = Math.max(maxX, line[i]!);
      minY = Math.min(minY, line[i + 1]!);
      maxY = Math.max(maxY, line[i + 1]!);
    }
  }
  return minX <= maxX ? { minX, minY, maxX, maxY } : null;
}

/** Whether two boxes have a place in common, a shared edge counting as one. */
export const boxesMeet = (a: Bounds, b: Bounds): boolean =>
  a.minX <= b.maxX && a.maxX >= b.minX && a.minY <= b.maxY && a.maxY >= b.minY;

/** Removes points that repeat the one before within `tolerance`; the last point is kept. */
export function withoutRepeats(line: Polyline, tolerance = 0): Float64Array<ArrayBuffer> {
  const out = new Float64Array(line.length);
  let n = 0;
  for (let i = 0; i < line.length; i += 2) {
    const x = line[i]!;
    const y = line[i + 1]!;
    const near = n > 0 && Math.abs(x - out[n - 2]!) <= tolerance && Math.abs(y - out[n - 1]!) <= tolerance;
    if (near && (i < line.length - 2 || n === 2)) continue;
    if (near) n -= 2;
    out[n++] = x;
    out[n++] = y;
  }
  return out.slice(0, n);
}

/** A spiral makes the search quadratic, so it is done in parts of this many points: one point in so many may be kept in vain. */
const MOST_AT_ONCE = 128;

/**
 * Fewer points with the same look: Douglas & Peucker (1973), in parts so short that it can't overflow the stack.
 * Every dropped point lies within `tolerance` of the result.
 */
export function simplify(line: Polyline, tolerance: number): Float64Array<ArrayBuffer> {
  const n = pointCount(line);
  const out = new Float64Array(line.length);
  let used = 0;
  const keep = (i: number): void => {
    out[used++] = line[2 * i]!;
    out[used++] = line[2 * i + 1]!;
  };
  const between = (from: number, to: number): void => {
    if (to - from < 2) return;
    const [farthest, off] = farthestFromChord(line, from, to);
    if (off <= tolerance) return;
    between(from, farthest);
    keep(farthest);
    between(farthest, to);
  };
  for (let from = 0; from < n; from += MOST_AT_ONCE) {
    keep(from);
    between(from, Math.min(n - 1, from + MOST_AT_ONCE));
  }
  if (n > 1 && (n - 1) % MOST_AT_ONCE !== 0) keep(n - 1);
  return used === out.length ? out : out.slice(0, used);
}

/** Of the points strictly between two indices, the one farthest from their chord (a segment), and how far. */
export function farthestFromChord(
  line: Polyline,
  from: number,
  to: number,
): readonly [index: number, distance: number] {
  const ax = line[2 * from]!;
  const ay = line[2 * from + 1]!;
  const bx = line[2 * to]!;
  const by = line[2 * to + 1]!;
  let farthest = from;
  let squared = 0;
  for (let i = from + 1; i < to; i++) {
    const d = squaredDistanceToChord(line[2 * i]!, line[2 * i + 1]!, ax, ay, bx, by);
    if (d > squared) {
      squared = d;
      farthest = i;
    }
  }
  return [farthest, Math.sqrt(squared)];
}

export const squaredDistanceToSegment = (x: number, y: number, a: Point, b: Point): number =>
  squaredDistanceToChord(x, y, a.x, a.y, b.x, b.y);

/** The same by bare numbers, for lines of many points. */
export function squaredDistanceToChord(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const t = nearestPart(x, y, ax, ay, bx, by);
  const dx = x - ax - t * (bx - ax);
  const dy = y - ay - t * (by - ay);
  return dx * dx + dy * dy;
}

/** Where a segment is nearest to a place, from 0 at its start to 1 at its end. */
export function nearestPart(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const ux = bx - ax;
  const uy = by - ay;
  const length2 = ux * ux + uy * uy;
  return length2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * ux + (y - ay) * uy) / length2));
}

/** The same line with points no farther apart than `step`. */
export function subdivided(line: Polyline, step: number): Float64Array<ArrayBuffer> {
  const out: number[] = [line[0]!, line[1]!];
  for (let i = 2; i < line.length; i += 2) {
    const [x, y] = [line[i - 2]!, line[i - 1]!];
    const [dx, dy] = [line[i]! - x, line[i + 1]! - y];
    const parts = Math.max(1, Math.ceil(Math.sqrt(dx * dx + dy * dy) / step));
    for (let k = 1; k < parts; k++) out.push(x + (dx * k) / parts, y + (dy * k) / parts);
    out.push(line[i]!, line[i + 1]!);
  }
  return Float64Array.from(out);
}
