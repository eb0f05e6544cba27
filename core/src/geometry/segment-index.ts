import { type BoxIndex, indexBoxes } from './box-index.ts';
import { squaredDistanceToChord, type Polyline } from './polyline.ts';

/** The segments of some strokes in sewing order, found by place. Segments of no length are left out. */
export interface SegmentIndex {
  readonly count: number;
  /** `x0, y0, x1, y1` of each segment, mm. */
  readonly ends: Float64Array;
  /** Index of the stroke that each belongs to. */
  readonly stroke: Int32Array;
  /** Millimetres of line before each segment, all strokes laid end to end; one more entry holds the whole length. */
  readonly along: Float64Array;
  /** Segments whose box meets a box. */
  within(minX: number, minY: number, maxX: number, maxY: number): number[];
  /** The segment nearest to a point; O(log n). @param near one that lies near it, if one is known */
  nearest(x: number, y: number, near?: number): number;
  /** Distance from a point to the nearest segment; O(log n). @param near one that lies near it, if one is known */
  distance(x: number, y: number, near?: number): number;
}

/** Throws when there is no segment with a length. */
export function indexSegments(strokes: readonly Polyline[]): SegmentIndex {
  const most = strokes.reduce((n, stroke) => n + Math.max(0, stroke.length / 2 - 1), 0);
  const ends = new Float64Array(4 * most);
  const owner = new Int32Array(most);
  const along = new Float64Array(most + 1);
  let count = 0;
  strokes.forEach((line, stroke) => {
    for (let i = 2; i < line.length; i += 2) {
      const dx = line[i]! - line[i - 2]!;
      const dy = line[i + 1]! - line[i - 1]!;
      const length = Math.sqrt(dx * dx + dy * dy);
      if (length === 0) continue;
      for (let k = 0; k < 4; k++) ends[4 * count + k] = line[i - 2 + k]!;
      owner[count] = stroke;
      along[count + 1] = along[count]! + length;
      count++;
    }
  });
  if (count === 0) throw new RangeError('there is no line to index');
  let known: BoxIndex | null = null;
  // Made when something is first sought: of a very large design nothing is.
  const boxes = (): BoxIndex => (known ??= boxesOf(ends, count));
  const squared = (i: number, x: number, y: number): number =>
    squaredDistanceToChord(x, y, ends[4 * i]!, ends[4 * i + 1]!, ends[4 * i + 2]!, ends[4 * i + 3]!);
  const nearestOf = (x: number, y: number, among: readonly number[]): number => {
    let best = among[0]!;
    let least = squared(best, x, y);
    for (const i of among) {
      const d = squared(i, x, y);
      if (d < least) [best, least] = [i, d];
    }
    return best;
  };
  const nearest = (x: number, y: number, near?: number): number => {
    // Boxes near the point first, then whatever could still be nearer than the best of them.
    const first = near ?? nearestOf(x, y, boxes().nearest(x, y, 4));
    const reach = Math.sqrt(squared(first, x, y));
    // Rounding may leave even the nearest box just outside the search.
    return nearestOf(x, y, [first, ...boxes().search(x - reach, y - reach, x + reach, y + reach)]);
  };
  return {
    count,
    ends: ends.subarray(0, 4 * count),
    stroke: owner.subarray(0, count),
    along: along.subarray(0, count + 1),
    within: (minX, minY, maxX, maxY) => boxes().search(minX, minY, maxX, maxY),
    nearest,
    distance: (x, y, near) => Math.sqrt(squared(nearest(x, y, near), x, y)),
  };
}

const boxesOf = (ends: Float64Array, count: number): BoxIndex =>
  indexBoxes(count, (i, add) => {
    const [x0, y0, x1, y1] = [ends[4 * i]!, ends[4 * i + 1]!, ends[4 * i + 2]!, ends[4 * i + 3]!];
    add(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1));
  });
