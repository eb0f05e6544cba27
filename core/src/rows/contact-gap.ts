import { type Bounds, boundsOf, type Polyline } from '../geometry/polyline.ts';

/** Lines of a row; a periodic one repeats every `period` mm along x, so that one repeat stands for all. */
export interface RowLines {
  readonly strokes: readonly Polyline[];
  readonly period: number | null;
}

/**
 * The least shift down (mm) from which on the lower row stays at least `clearance` away from the upper one, however far it is moved on: the
 * largest over all pairs of segments of the shift at which they come that near. Null when the rows never face each other. `along`: the lower row is moved so far to the
 * right before.
 *
 * Two segments are within a distance over one interval of shifts, since segments are convex; at its upper end an end point of one touches the
 * other, so that a closed form for a point and a segment, both ways, is exact. Only pairs whose x-ranges come within the clearance are looked
 * at, highest potential first, so that most are passed over: about n log n for rows as they are drawn.
 */
export function contactGap(upper: RowLines, lower: RowLines, clearance: number, along = 0): number | null {
  const above = boundsOf(upper.strokes);
  const below = boundsOf(lower.strokes);
  if (!above || !below) return null;
  const facing = (
    lower.period === null ? [0] : shiftsAcross(above, movedBy(below, along), lower.period, clearance)
  ).map((shift) => shift + along);
  let gap = -Infinity;
  const high = columnsOf(upper.strokes);
  const low = columnsOf(lower.strokes);
  for (const shift of facing) {
    gap = Math.max(gap, pointsOverSegments(upper.strokes, low, below.minY, shift, clearance, 1, gap));
    gap = Math.max(gap, pointsOverSegments(lower.strokes, high, above.maxY, shift, clearance, -1, gap));
  }
  return gap === -Infinity ? null : gap;
}

type Across = Pick<Bounds, 'minX' | 'maxX'>;

const movedBy = ({ minX, maxX }: Across, by: number): Across => ({ minX: minX + by, maxX: maxX + by });

/** Whole periods by which the lower row must be moved along x to meet the upper one everywhere. */
function shiftsAcross(above: Across, below: Across, period: number, clearance: number): number[] {
  const first = Math.ceil((above.minX - clearance - below.maxX) / period);
  const last = Math.floor((above.maxX + clearance - below.minX) / period);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * period);
}

/** Rows are solved by asking for many clearances of the same lines: they are put into columns once. */
const known = new WeakMap<readonly Polyline[], Columns>();
function columnsOf(strokes: readonly Polyline[]): Columns {
  const found = known.get(strokes) ?? new Columns(strokes);
  known.set(strokes, found);
  return found;
}

/** Segments by the columns of x they cross, each column with the most potent first. */
class Columns {
  readonly width: number;
  readonly minX: number;
  /** `x0, y0, x1, y1` of each, x0 ≤ x1. */
  private readonly ends: number[] = [];
  private readonly columns: number[][];
  /** Sorted when they are first looked at: highest first, and lowest first. */
  private readonly sorted: readonly [down: Int32Array[], up: Int32Array[]] = [[], []];

  constructor(strokes: readonly Polyline[]) {
    for (const line of strokes) {
      for (let i = 2; i < line.length; i += 2) {
        const [x0, y0, x1, y1] = [line[i - 2]!, line[i - 1]!, line[i]!, line[i + 1]!];
        if (x0 <= x1) this.ends.push(x0, y0, x1, y1);
        else this.ends.push(x1, y1, x0, y0);
      }
    }
    const { minX, maxX } = boundsOf(strokes)!;
    const count = Math.max(1, Math.min(4096, Math.ceil(Math.sqrt(this.ends.length))));
    this.minX = minX;
    this.width = Math.max(1e-9, (maxX - minX) / count);
    this.columns = Array.from({ length: count }, () => []);
    for (let s = 0; s < this.ends.length / 4; s++) {
      for (let c = this.column(this.ends[4 * s]!); c <= this.column(this.ends[4 * s + 2]!); c++)
        this.columns[c]!.push(s);
    }
  }

  column(x: number): number {
    return Math.min(this.columns.length - 1, Math.max(0, Math.floor((x - this.minX) / this.width)));
  }

  /** The segments of a column: those that reach highest first (`way` 1), or lowest first (−1). */
  inColumn(column: number, way: 1 | -1): Int32Array {
    const lists = this.sorted[way === 1 ? 0 : 1];
    return (lists[column] ??= Int32Array.from(this.columns[column]!).sort(
      (a, b) => way * (this.reach(a, way) - this.reach(b, way)),
    ));
  }

  /** The y of a segment that matters first: its highest (`way` 1) or lowest (−1). */
  reach(s: number, way: 1 | -1): number {
    const [y0, y1] = [this.ends[4 * s + 1]!, this.ends[4 * s + 3]!];
    return way === 1 ? Math.min(y0, y1) : Math.max(y0, y1);
  }

  segment(s: number): readonly [number, number, number, number] {
    return [this.ends[4 * s]!, this.ends[4 * s + 1]!, this.ends[4 * s + 2]!, this.ends[4 * s + 3]!];
  }
}

/**
 * The largest shift at which a point touches a segment of the other row. `way` 1: points are of the upper row; −1: of the lower; `extreme` is the
 * y that the other row reaches at all. `shift` is how far the lower row is moved along x. Pairs that can't beat `best` are passed over.
 */
function pointsOverSegments(
  points: readonly Polyline[],
  others: Columns,
  extreme: number,
  shift: number,
  clearance: number,
  way: 1 | -1,
  best: number,
): number {
  // A few points from all over find nearly the best, so that most of the others are passed over at a glance.
  for (const stride of [SCOUTS, 1]) {
    for (const line of points) {
      for (let i = 0; i < line.length; i += 2 * stride) {
        const y = line[i + 1]!;
        if (way * (y - extreme) + clearance <= best) continue;
        // In the frame of the other row.
        const x = line[i]! - way * shift;
        const last = others.column(x + clearance);
        for (let c = others.column(x - clearance); c <= last; c++) {
          const lift = liftOver(x, others.minX + c * others.width, others.width, clearance);
          for (const s of others.inColumn(c, way)) {
            if (way * (y - others.reach(s, way)) + lift <= best) break;
            const [x0, y0, x1, y1] = others.segment(s);
            best = Math.max(best, touch(x, y, x0, y0, x1, y1, clearance, way));
          }
        }
      }
    }
  }
  return best;
}

/** One point in so many is looked at first. */
const SCOUTS = 16;

/** The most that a circle round x stands above its middle anywhere in a column. */
function liftOver(x: number, left: number, width: number, clearance: number): number {
  const off = Math.max(0, left - x, x - left - width);
  return Math.sqrt(Math.max(0, clearance * clearance - off * off));
}

/**
 * The largest over the segment's points p near in x of ±(y − p.y) + √(c² − (p.x − x)²): concave in p.x, so the greatest is where the circle's
 * slope is the segment's, or at an end of the range. −Infinity when the segment is farther away in x.
 */
function touch(
  x: number,
  y: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  clearance: number,
  way: 1 | -1,
): number {
  const from = Math.max(x0, x - clearance);
  const to = Math.min(x1, x + clearance);
  if (from > to) return -Infinity;
  if (x1 - x0 < 1e-12) {
    const off = x0 - x;
    const end = way === 1 ? Math.min(y0, y1) : Math.max(y0, y1);
    return way * (y - end) + Math.sqrt(Math.max(0, clearance * clearance - off * off));
  }
  const slope = (y1 - y0) / (x1 - x0);
  const steepest = x - (way * slope * clearance) / Math.sqrt(1 + slope * slope);
  const at = Math.min(to, Math.max(from, steepest));
  const off = at - x;
  return way * (y - (y0 + slope * (at - x0))) + Math.sqrt(Math.max(0, clearance * clearance - off * off));
}
