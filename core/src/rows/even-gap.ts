import Delaunator from 'delaunator';
import { designBounds } from '../design/design.ts';
import { plainPoint, type Point, type PointMaker } from '../geometry/point.ts';
import { cumulativeLength, type Polyline } from '../geometry/polyline.ts';
import { contactGap } from './contact-gap.ts';
import type { Repeat } from './repeat.ts';

/** Widest circles without a stitch in nested rows, as diameters in mm. */
export interface WidestGaps {
  /** Held by one row alone. */
  readonly within: number;
  /** Held by neighbouring rows together. */
  readonly between: number;
}

/** Points that stand for one repeat. */
const SAMPLES = 500;
/** No gap is wider than this part of two pitches; a row that has wider ones within has no neighbours to speak of. */
const BESIDE = 0.75;

/**
 * The widest gaps of rows of two kinds in turn at a clearance, from the Delaunay triangulation of sampled stitches: a circle through three
 * points of one row is within it, any other between rows. Three rows and one repeat with what
 * lies beside it stand for all.
 */
export function widestGaps(row: Repeat, other: Repeat, clearance: number): WidestGaps {
  const down = contactGap(row, other, clearance) ?? 0;
  const back = row === other ? down : (contactGap(other, row, clearance) ?? 0);
  const [own, others] = [sampled(row.strokes), row === other ? null : sampled(other.strokes)];
  const { minX, minY, maxY } = designBounds(row.strokes);
  const beside = Math.min(row.period, BESIDE * (down + back));
  const xy: number[] = [];
  const owner: number[] = [];
  [0, down, down + back].forEach((offset, r) => {
    const points = r === 1 && others ? others : own;
    for (let k = -2; k <= 2; k++) {
      for (let i = 0; i < points.length; i += 2) {
        const x = points[i]! + k * row.period;
        if (x < minX - beside || x > minX + row.period + beside) continue;
        xy.push(x, points[i + 1]! + offset);
        owner.push(r);
      }
    }
  });
  const middle = (minY + maxY) / 2;
  const points = Float64Array.from(xy);
  const { triangles } = new Delaunator(points);
  let [within, between] = [0, 0];
  for (let t = 0; t < triangles.length; t += 3) {
    const centre = circumcentre(points, triangles, t, plainPoint);
    if (!centre || centre.x < minX || centre.x > minX + row.period) continue;
    if (centre.y < middle || centre.y > middle + down + back) continue;
    const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
    const wide = 2 * Math.sqrt((points[2 * a]! - centre.x) ** 2 + (points[2 * a + 1]! - centre.y) ** 2);
    if (owner[a] === owner[b] && owner[b] === owner[c]) within = Math.max(within, wide);
    else between = Math.max(between, wide);
  }
  return { within, between };
}

/** Millimetres to which the even gap is found. */
const EXACT = 0.05;

/**
 * The clearance at which the widest gap between rows is as wide as the widest within a row. 0 when even touching rows leave more between them;
 * null when a row holds no gap, so that there is nothing to be even with.
 */
export function evenGap(row: Repeat, other: Repeat): number | null {
  const excess = (clearance: number): number => {
    const { within, between } = widestGaps(row, other, clearance);
    return within === 0 ? NaN : between - within;
  };
  const { minY, maxY } = designBounds(row.strokes);
  let [low, high] = [0, 2 * Math.max(1, maxY - minY, row.period)];
  const atTouch = excess(low);
  if (Number.isNaN(atTouch)) return null;
  if (atTouch >= 0) return 0;
  if (!(excess(high) > 0)) return null;
  while (high - low > EXACT) {
    const middle = (low + high) / 2;
    if (excess(middle) < 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Evenly spaced points of some lines, `SAMPLES` in all. */
function sampled(strokes: readonly Polyline[]): Float64Array {
  const lengths = strokes.map(cumulativeLength);
  const total = lengths.reduce((sum, along) => sum + along.at(-1)!, 0);
  const out: number[] = [];
  strokes.forEach((line, s) => {
    const along = lengths[s]!;
    const count = Math.max(2, Math.round((SAMPLES * along.at(-1)!) / total));
    for (let k = 0, i = 1; k < count; k++) {
      const at = ((k + 0.5) / count) * along.at(-1)!;
      while (i < along.length - 1 && along[i]! < at) i++;
      const span = along[i]! - along[i - 1]!;
      const t = span === 0 ? 0 : (at - along[i - 1]!) / span;
      out.push(
        line[2 * i - 2]! + (line[2 * i]! - line[2 * i - 2]!) * t,
        line[2 * i - 1]! + (line[2 * i + 1]! - line[2 * i - 1]!) * t,
      );
    }
  });
  return Float64Array.from(out);
}

/** The centre of the circle through a triangle's corners; null for points all but in a row, which have theirs at infinity. */
function circumcentre<P extends Point>(
  points: Float64Array,
  triangles: Uint32Array,
  t: number,
  make: PointMaker<P>,
): P | null {
  const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
  const ax = points[2 * a]!;
  const ay = points[2 * a + 1]!;
  const bx = points[2 * b]! - ax;
  const by = points[2 * b + 1]! - ay;
  const cx = points[2 * c]! - ax;
  const cy = points[2 * c + 1]! - ay;
  const d = 2 * (bx * cy - by * cx);
  const bb = bx * bx + by * by;
  const cc = cx * cx + cy * cy;
  const centre = make(ax + (cy * bb - by * cc) / d, ay + (bx * cc - cx * bb) / d);
  return Number.isFinite(centre.x) && Number.isFinite(centre.y) ? centre : null;
}
