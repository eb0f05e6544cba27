import type { Point } from './point.ts';
import type { Polyline } from './polyline.ts';

/** `[a, b, c, d, e, f]`: x' = a·x + c·y + e, y' = b·x + d·y + f (the order of SVG's `matrix`). */
export type Affine = readonly [number, number, number, number, number, number];

declare const spaces: unique symbol;

/** A map from one space to another. */
export type AffineMap<From extends Point, To extends Point> = Affine & {
  readonly [spaces]: { readonly from: From; readonly to: To };
};
type From<M extends Affine> = M extends AffineMap<infer P, Point> ? P : Point;
type To<M extends Affine> = M extends AffineMap<Point, infer P> ? P : Point;

/** Says between which spaces a map is. */
export const mapBetween = <From extends Point, To extends Point>(m: Affine): AffineMap<From, To> =>
  m as AffineMap<From, To>;

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];
export const translation = (x: number, y: number): Affine => [1, 0, 0, 1, x, y];
export const scaling = (x: number, y: number): Affine => [x, 0, 0, y, 0, 0];
/** Positive angles turn clockwise as seen, since y points down. */
export const rotation = (angle: number): Affine => [
  Math.cos(angle),
  Math.sin(angle),
  -Math.sin(angle),
  Math.cos(angle),
  0,
  0,
];

/** Does `first`, then `second`, and so on. */
export const compose = (first: Affine = IDENTITY, ...steps: readonly Affine[]): Affine =>
  steps.reduce((before, then) => multiply(then, before), first);

/** The matrix product `m · n`: `n` is done first. */
const multiply = (m: Affine, n: Affine): Affine => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];

export const applyToPoint = <M extends Affine>(m: M, p: From<M>): To<M> =>
  ({ x: m[0] * p.x + m[2] * p.y + m[4], y: m[1] * p.x + m[3] * p.y + m[5] }) as To<M>;

export function applyToPolyline(m: Affine, line: Polyline): Float64Array<ArrayBuffer> {
  const out = new Float64Array(line.length);
  for (let i = 0; i < line.length; i += 2) {
    const x = line[i]!;
    const y = line[i + 1]!;
    out[i] = m[0] * x + m[2] * y + m[4];
    out[i + 1] = m[1] * x + m[3] * y + m[5];
  }
  return out;
}

/** The map that takes `m` back. Throws when `m` flattens the plane. */
export function inverse<A extends Point, B extends Point>(m: AffineMap<A, B>): AffineMap<B, A>;
export function inverse(m: Affine): Affine;
export function inverse(m: Affine): Affine {
  const [a, b, c, d, e, f] = m;
  const det = a * d - b * c;
  if (!(Math.abs(det) > 1e-300)) throw new RangeError(`the map ${m.join(' ')} has no inverse`);
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/** The map that takes three points where three others lie. Null when the first three lie in a line. */
export function affineThrough<A extends Point, B extends Point>(
  [a, b, c]: readonly [A, A, A],
  [p, q, r]: readonly [B, B, B],
): AffineMap<A, B> | null {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y];
  const det = bx * cy - by * cx;
  if (!(Math.abs(det) > 1e-12 * (bx * bx + by * by + cx * cx + cy * cy))) return null;
  const solve = (to: (s: Point) => number): readonly [number, number] => {
    const [db, dc] = [to(q) - to(p), to(r) - to(p)];
    return [(db * cy - dc * by) / det, (dc * bx - db * cx) / det];
  };
  const [ax, ay] = solve((s) => s.x);
  const [dx, dy] = solve((s) => s.y);
  return mapBetween([ax, dx, ay, dy, p.x - ax * a.x - ay * a.y, p.y - dx * a.x - dy * a.y]);
}
