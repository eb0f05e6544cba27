import { cumulativeLength, type Polyline, segmentAt, simplify, subdivided } from '../geometry/polyline.ts';
import { THINNED_CHORD } from '../tolerances.ts';

/** A ring with its length up to each point, the first again at the end. */
export interface MeasuredRing {
  readonly line: Polyline;
  readonly along: Float64Array;
  readonly length: number;
}

export function measuredRing(ring: Polyline): MeasuredRing {
  const line = new Float64Array(ring.length + 2);
  line.set(ring);
  line.set(ring.subarray(0, 2), ring.length);
  const along = cumulativeLength(line);
  return { line, along, length: along.at(-1)! };
}

/** How far it is along a ring from one place on it to the next, going the way that it runs. */
export const stretchLength = ({ length }: MeasuredRing, from: number, to: number): number =>
  to > from ? to - from : length - from + to;

/**
 * What lies between two places on a ring, going the way that it runs, all its corners and no other points.
 * @param ends `x, y` of both places
 */
export function edgeStretch(
  ring: MeasuredRing,
  from: number,
  to: number,
  ends: readonly [number, number, number, number],
): Polyline {
  const inner: number[] = [];
  const put = (after: number, before: number): void => {
    for (let i = segmentAt(ring.along, after) + 1; i < ring.along.length - 1 && ring.along[i]! < before; i++)
      if (ring.along[i]! > after) inner.push(ring.line[2 * i]!, ring.line[2 * i + 1]!);
  };
  if (to > from) put(from, to);
  else {
    put(from, Infinity);
    inner.push(ring.line[0]!, ring.line[1]!);
    put(0, to);
  }
  return Float64Array.from([ends[0], ends[1], ...inner, ends[2], ends[3]]);
}

/** How far what goes along an edge again lies beside the first, mm: thread doesn't pile up in the same holes. */
const BESIDE = 0.6;
/** It leaves the first, and comes back to it, over this length, mm. */
const LEAVES_OVER = 1.2;
/** Points between which it is straight are so far apart, mm. */
const STEP = 0.4;

/** The same stretch a little beside itself, but for its ends. @param side 1 to its right as it runs, -1 to its left (y down) */
export function besideStretch(given: Polyline, side: 1 | -1): Polyline {
  const line = subdivided(given, STEP);
  const along = cumulativeLength(line);
  const length = along.at(-1)!;
  const last = along.length - 1;
  const out = Float64Array.from(line);
  for (let i = 1; i < last; i++) {
    const by = side * BESIDE * Math.min(1, along[i]! / LEAVES_OVER, (length - along[i]!) / LEAVES_OVER);
    const [ux, uy] = [line[2 * i + 2]! - line[2 * i - 2]!, line[2 * i + 3]! - line[2 * i - 1]!];
    const run = Math.sqrt(ux * ux + uy * uy);
    if (run === 0) continue;
    out[2 * i]! -= (uy / run) * by;
    out[2 * i + 1]! += (ux / run) * by;
  }
  return simplify(out, THINNED_CHORD);
}
