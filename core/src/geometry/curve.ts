import type { Point } from './point.ts';
import { cumulativeLength, type Polyline, polyline, segmentAt } from './polyline.ts';

/** A line asked by parts of its length, from 0 to 1. */
export interface Curve {
  readonly line: Polyline;
  /** Arc length at every point, mm. */
  readonly along: Float64Array;
  readonly length: number;
}

/** Throws on fewer than two points. */
export function curveThrough(points: readonly Point[]): Curve {
  if (points.length < 2) throw new RangeError(`a curve has two points or more, not ${points.length}`);
  const line = polyline(points);
  const along = cumulativeLength(line);
  return { line, along, length: along.at(-1)! };
}

/** Parts of a length nearer to each other than this are one. */
const SAME = 1e-9;

/** The parts of their lengths at which points of any of some curves lie, from 0 to 1, in order. */
export const breaksOf = (...curves: readonly Curve[]): readonly number[] => {
  const all = curves.flatMap(({ along, length }) => (length > 0 ? Array.from(along, (at) => at / length) : [0, 1]));
  all.sort((a, b) => a - b);
  const apart = all.filter((at, i) => i === 0 || at - all[i - 1]! > SAME);
  return [...apart.filter((at) => at < 1 - SAME), 1];
};

/** Where in a curve something was found last, so that what is near it is found at once. */
export interface Cursor {
  segment: number;
}

/**
 * Writes the place at a part of the length into `out` from index `at` on: x and y, and with `slope` how they grow with the part, mm. Beyond its
 * ends a curve goes on straight. O(1) near the place before, else O(log n).
 */
export function curveInto(
  out: Float64Array,
  at: number,
  { line, along, length }: Curve,
  part: number,
  cursor: Cursor,
  slope = false,
): void {
  const wanted = part * length;
  let i = cursor.segment;
  if (!(wanted >= along[i]! && wanted <= along[i + 1]!)) cursor.segment = i = segmentAt(along, wanted);
  const span = along[i + 1]! - along[i]!;
  const [x, y] = [line[2 * i]!, line[2 * i + 1]!];
  const [dx, dy] = [line[2 * i + 2]! - x, line[2 * i + 3]! - y];
  const t = span === 0 ? 0 : (wanted - along[i]!) / span;
  out[at] = x + dx * t;
  out[at + 1] = y + dy * t;
  if (!slope) return;
  out[at + 2] = span === 0 ? 0 : (dx / span) * length;
  out[at + 3] = span === 0 ? 0 : (dy / span) * length;
}
