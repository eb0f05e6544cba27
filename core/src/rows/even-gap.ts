import { fieldFor } from '../geometry/distance-field.ts';
import { climb, widestEmptyCircle } from '../geometry/empty-circle.ts';
import { plainPoint, type Point } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import { boundsOf, polyline, squaredDistanceToChord } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { nestedPitches, type Pitches } from './pitches.ts';
import type { Repeat } from './repeat.ts';
import { addSegmentsNear, distanceIn, type RowField, rowField } from './row-field.ts';

/**
 * Widest circles without a stitch in nested rows, as diameters in mm. Both are maxima of the distance to the rows' lines, running on for ever, so
 * that it is all one how many repeats they are told by.
 */
export interface WidestGaps {
  /** In one row by itself, between the upper and the lower edge of its line: where a row lies alone no circle wider is bare within it. */
  readonly within: number;
  /** Between neighbouring rows: as far from the one as from the other. */
  readonly between: number;
}

/** The widest gaps of rows of two kinds in turn at a clearance. `along`: how far the second kind is moved to the right besides, mm. */
export function widestGaps(row: Repeat, other: Repeat, clearance: number, along = 0): WidestGaps {
  const pitches = nestedPitches(row, other, clearance, along);
  return { within: widestWithin(row), between: widestBetween(row, other, pitches, along, clearance) };
}

const knownWithin = new WeakMap<Repeat['strokes'], number>();

/** Of a row by itself: the widest circle that its line and the edges of its band leave bare. */
function widestWithin(row: Repeat): number {
  const before = knownWithin.get(row.strokes);
  if (before !== undefined) return before;
  const found = findWithin(row);
  knownWithin.set(row.strokes, found);
  return found;
}

function findWithin(row: Repeat): number {
  const field = rowField(row, heightOf(row));
  if (!field || !(field.maxY > field.minY)) return 0;
  const { minY, maxY, period, index } = field;
  const height = maxY - minY;
  const lines = linesBetween(index.ends, -height, period + height);
  const edges = [minY, maxY].map((y) => Float64Array.of(-height, y, period + height, y));
  const closed = indexSegments([...lines, ...edges]);
  const box = { minX: 0, minY, maxX: period, maxY };
  const ring = polyline([...boxRing(box), boxRing(box)[0]]);
  return widestEmptyCircle(closed, fieldFor(closed, box), box, ring, plainPoint)?.diameter ?? 0;
}

function heightOf({ strokes }: Repeat): number {
  const box = boundsOf(strokes);
  return box ? box.maxY - box.minY : 0;
}

/** Segments that come between two x. */
function linesBetween(ends: Float64Array, from: number, to: number): Float64Array[] {
  const out: Float64Array[] = [];
  for (let e = 0; e < ends.length; e += 4) {
    if (Math.max(ends[e]!, ends[e + 2]!) >= from && Math.min(ends[e]!, ends[e + 2]!) <= to)
      out.push(ends.slice(e, e + 4));
  }
  return out;
}

/** A row where it lies among others. */
interface Lying {
  readonly field: RowField;
  readonly x: number;
  readonly y: number;
}

/** Millimetres to which gaps are found. */
const EXACT = 0.01;
/** Places between rows that are worked out so. */
const TRIED = 2;
/** A circle that touches a row to within this does, mm. */
const TOUCHES = 0.01;

function widestBetween(row: Repeat, other: Repeat, { down, back }: Pitches, along: number, clearance: number): number {
  const reach = clearance / 2 + Math.max(heightOf(row), heightOf(other)) + 1;
  const fields = [rowField(row, reach), rowField(other, reach)] as const;
  const [a, b] = fields;
  if (!a || !b) return 0;
  // Five rows in turn, the first one of the second kind; those beside the two that are looked at may reach in between.
  const lying: Lying[] = [
    { field: b, x: along, y: -back },
    { field: a, x: 0, y: 0 },
    { field: b, x: along, y: down },
    { field: a, x: 0, y: down + back },
    { field: b, x: along, y: 2 * down + back },
  ];
  const alike = row === other && along === 0;
  return Math.max(...(alike ? [1] : [1, 2]).map((upper) => widestOfPair(lying, upper)));
}

/** Twice the greatest distance of the places that are as far from row `upper` as from the next. */
function widestOfPair(lying: readonly Lying[], upper: number): number {
  const [above, below] = [lying[upper]!, lying[upper + 1]!];
  const others = [lying[upper - 1], lying[upper + 2]].filter((one) => one !== undefined);
  const off = ({ field, x, y }: Lying, px: number, py: number): number => distanceIn(field, px - x, py - y);
  const { cell, columns } = above.field;
  const from = above.y + above.field.minY;
  const to = below.y + below.field.maxY;
  const found: { readonly at: Point; readonly radius: number }[] = [];
  for (let column = 0; column < columns; column++) {
    const px = above.x + (column + 0.5) * cell;
    let best = { at: { x: px, y: from }, radius: 0 };
    let before = off(above, px, from) - off(below, px, from);
    for (let py = from + cell; py < to + cell; py += cell) {
      const own = off(above, px, py);
      const now = own - off(below, px, py);
      if (before < 0 !== now < 0 && Number.isFinite(before) && Number.isFinite(now)) {
        const y = py - (cell * now) / (now - before);
        const radius = Math.min(off(above, px, y), ...others.map((one) => off(one, px, y)));
        if (radius > best.radius) best = { at: { x: px, y }, radius };
      }
      before = now;
    }
    found.push(best);
  }
  // The best of those that are no narrower than the columns beside them.
  const peaks = found
    .filter(({ radius }, i) => {
      const [left, right] = [found[(i + columns - 1) % columns]!, found[(i + 1) % columns]!];
      return radius > 0 && radius >= left.radius && radius >= right.radius;
    })
    .sort((a, b) => b.radius - a.radius)
    .slice(0, TRIED);
  return Math.max(0, ...peaks.map((peak) => 2 * exactly(peak, lying, [above, below], cell)));
}

/** The radius of a circle between two rows, moved to where it is widest; as it was found where that leads into one of them. */
function exactly(
  { at, radius }: { readonly at: Point; readonly radius: number },
  lying: readonly Lying[],
  pair: readonly Lying[],
  cell: number,
): number {
  const reach = radius + 6 * cell;
  const ends: number[] = [];
  const ownFrom = lying.map((one): number => {
    const { field, x, y } = one;
    addSegmentsNear(field, { x: at.x - x, y: at.y - y }, reach, [x, y], ends);
    return ends.length / 4;
  });
  const lines = segmentsAlone(Float64Array.from(ends));
  const box = { minX: at.x - 2 * cell, minY: at.y - 2 * cell, maxX: at.x + 2 * cell, maxY: at.y + 2 * cell };
  const circle = climb(at, cell / 3, lines, polyline([...boxRing(box), boxRing(box)[0]]), EXACT / 4);
  const { x, y } = circle.centre;
  const touches = pair.every((one) => {
    const i = lying.indexOf(one);
    return lines.least(x, y, ownFrom[i - 1] ?? 0, ownFrom[i]!) <= circle.radius + TOUCHES;
  });
  return touches ? circle.radius : radius;
}

/** A few segments, asked one by one. */
function segmentsAlone(ends: Float64Array) {
  const all = Array.from({ length: ends.length / 4 }, (_, s) => s);
  const least = (x: number, y: number, from: number, to: number): number => {
    let squared = Infinity;
    for (let e = 4 * from; e < 4 * to; e += 4) {
      squared = Math.min(squared, squaredDistanceToChord(x, y, ends[e]!, ends[e + 1]!, ends[e + 2]!, ends[e + 3]!));
    }
    return Math.sqrt(squared);
  };
  return { ends, within: () => all, least, distance: (x: number, y: number) => least(x, y, 0, all.length) };
}

/**
 * The clearance at which the widest gap between rows is as wide as the widest within a row. 0 when even touching rows leave more between them;
 * null for a row without height, in which there is nothing to be even with.
 */
export function evenGap(row: Repeat, other: Repeat): number | null {
  const within = widestWithin(row);
  if (within === 0) return null;
  const excess = (clearance: number): number => widestGaps(row, other, clearance).between - within;
  if (excess(0) >= 0) return 0;
  // A circle as wide as the clearance fits between rows wherever they are nearest.
  let [low, high] = [0, within];
  while (high - low > EXACT) {
    const middle = (low + high) / 2;
    if (excess(middle) < 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
