import { backwardInto, choleskyInto, forwardInto } from './cholesky.ts';
import type { Point } from './point.ts';

/** A projective map of the plane, row by row, the last number 1. */
export type Homography = readonly [number, number, number, number, number, number, number, number, 1];

/** A point and where it goes. */
export interface Pair {
  readonly from: Point;
  readonly to: Point;
}

export function project([a, b, c, d, e, f, g, h]: Homography, { x, y }: Point): Point {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

/** The map the other way; the adjugate, scaled. */
export function invertedHomography([a, b, c, d, e, f, g, h]: Homography): Homography {
  const k = a * e - b * d;
  const inverse = [
    e - f * h,
    c * h - b,
    b * f - c * e,
    f * g - d,
    a - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
  ];
  return [...inverse.map((v) => v / k), 1] as unknown as Homography;
}

/** Rounds of Gauss–Newton: from the linear solution two or three settle it. */
const ROUNDS = 8;
/** Farther off than so many of the usual misses, a point counts by its distance and no longer by its square (Huber 1964). */
const HUBER = 1.345;

/**
 * The projective map that takes points best where they should go: exactly for four, by least squares for more (normalised DLT, then Gauss–Newton on
 * the distances with Huber weights; Hartley & Zisserman ch. 4). Null where three of four lie in a line, or it would fold over.
 * @param usual how far a point that was read well may be off
 */
export function fitHomography(pairs: readonly Pair[], usual: number): Homography | null {
  if (pairs.length < 4) return null;
  const from = normalising(pairs.map((pair) => pair.from));
  const to = normalising(pairs.map((pair) => pair.to));
  const normal = pairs.map((pair) => ({ from: from.in(pair.from), to: to.in(pair.to) }));
  let h = solved(normal, null, Infinity);
  for (let round = 0; h && pairs.length > 4 && round < ROUNDS; round++) h = solved(normal, h, usual * to.scale);
  if (!h || !keepsSides(normal, h)) return null;
  return composed(from, h, to);
}

/** Shift and scale that put points about the origin at a mean distance of √2 (Hartley 1997). */
function normalising(points: readonly Point[]) {
  const mean = (pick: (p: Point) => number): number => points.reduce((sum, p) => sum + pick(p), 0) / points.length;
  const [cx, cy] = [mean(({ x }) => x), mean(({ y }) => y)];
  const scale = Math.SQRT2 / (mean(({ x, y }) => Math.hypot(x - cx, y - cy)) || 1);
  return { cx, cy, scale, in: ({ x, y }: Point): Point => ({ x: scale * (x - cx), y: scale * (y - cy) }) };
}
type Normalising = ReturnType<typeof normalising>;

/** One step: the linear equations at first, then those of the distances about `h`, each point weighted by how far it is off. */
function solved(pairs: readonly Pair[], h: Homography | null, usual: number): Homography | null {
  const rows = Array.from({ length: 8 }, () => new Float64Array(8));
  const right = new Float64Array(8);
  const add = (row: readonly number[], value: number, weight: number): void => {
    for (let i = 0; i < 8; i++) {
      right[i]! += weight * row[i]! * value;
      for (let j = 0; j <= i; j++) rows[i]![j]! += weight * row[i]! * row[j]!;
    }
  };
  for (const { from, to } of pairs) {
    const { x, y } = from;
    if (!h) {
      add([x, y, 1, 0, 0, 0, -x * to.x, -y * to.x], to.x, 1);
      add([0, 0, 0, x, y, 1, -x * to.y, -y * to.y], to.y, 1);
      continue;
    }
    const w = h[6] * x + h[7] * y + 1;
    const at = project(h, from);
    const [ex, ey] = [to.x - at.x, to.y - at.y];
    const off = Math.hypot(ex, ey);
    const weight = off <= HUBER * usual ? 1 : (HUBER * usual) / off;
    add([x / w, y / w, 1 / w, 0, 0, 0, (-x * at.x) / w, (-y * at.x) / w], ex, weight);
    add([0, 0, 0, x / w, y / w, 1 / w, (-x * at.y) / w, (-y * at.y) / w], ey, weight);
  }
  try {
    choleskyInto(rows);
  } catch {
    return null;
  }
  // Three in a line leave an equation that says all but nothing.
  if (rows.some((row, i) => row[i]! < LEAST_PIVOT)) return null;
  forwardInto(right, rows);
  backwardInto(right, rows);
  return [...[...right].map((v, i) => (h ? h[i]! + v : v)), 1] as unknown as Homography;
}
const LEAST_PIVOT = 1e-4;

/** No point lies beyond the horizon: a photo shows what is before it. */
const keepsSides = (pairs: readonly Pair[], h: Homography): boolean =>
  pairs.every(({ from: { x, y } }) => h[6] * x + h[7] * y + 1 > 1e-6);

/** Out of the first normal form, through the map, into the second. */
function composed(from: Normalising, h: Homography, to: Normalising): Homography {
  const [a, b, c, d, e, f, g, k] = h;
  const s = from.scale;
  const [tx, ty] = [-s * from.cx, -s * from.cy];
  const m = [s * a, s * b, a * tx + b * ty + c, s * d, s * e, d * tx + e * ty + f, s * g, s * k, g * tx + k * ty + 1];
  const w = m[8]!;
  const out = [
    ...[0, 1, 2].map((i) => m[i]! / to.scale + to.cx * m[6 + i]!),
    ...[3, 4, 5].map((i) => m[i]! / to.scale + to.cy * m[3 + i]!),
    m[6]!,
    m[7]!,
  ];
  return [...out.map((v) => v / w), 1] as unknown as Homography;
}
