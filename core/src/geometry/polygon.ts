import { plainPoint, plus, type Point, type PointMaker } from './point.ts';
import { type Bounds, nearestPart, type Polyline, squaredDistanceToSegment } from './polyline.ts';

/** Signed area of a ring in mm²: positive when it runs clockwise as seen (y down). */
export function signedArea(ring: readonly Point[]): number {
  let sum = 0;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    sum += a.x * b.y - b.x * a.y;
  });
  return sum / 2;
}

/** The upright box round a ring. Throws on one without corners. */
export function ringBounds(ring: readonly Point[]): Bounds {
  const bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const { x, y } of ring) {
    bounds.minX = Math.min(bounds.minX, x);
    bounds.minY = Math.min(bounds.minY, y);
    bounds.maxX = Math.max(bounds.maxX, x);
    bounds.maxY = Math.max(bounds.maxY, y);
  }
  if (bounds.minX === Infinity) throw new RangeError('a ring has corners');
  return bounds;
}

type Four<P> = [P, P, P, P];

/** The corners of an upright box, clockwise as seen from its upper left; of the space whose maker is given. */
export const boxRingIn = <P extends Point>({ minX, minY, maxX, maxY }: Bounds, make: PointMaker<P>): Four<P> => [
  make(minX, minY),
  make(maxX, minY),
  make(maxX, maxY),
  make(minX, maxY),
];

export const boxRing = (box: Bounds): Four<Point> => boxRingIn(box, plainPoint);

/** Mean of the corners. */
export function cornerMean<P extends Point>(ring: readonly P[]): P {
  const sum = ring.reduce<Point>(plus, { x: 0, y: 0 });
  return { x: sum.x / ring.length, y: sum.y / ring.length } as P;
}

/** Centroid of the area; of a ring without any, the mean of its corners. */
export function centroid<P extends Point>(ring: readonly P[]): P {
  const area = signedArea(ring);
  if (Math.abs(area) < 1e-12) return cornerMean(ring);
  const sum = { x: 0, y: 0 };
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const cross = a.x * b.y - b.x * a.y;
    sum.x += (a.x + b.x) * cross;
    sum.y += (a.y + b.y) * cross;
  });
  return { x: sum.x / (6 * area), y: sum.y / (6 * area) } as P;
}

/** Whether a clockwise ring has no bend inward; one that is a needle's width at most is none. */
export const isConvex = (ring: readonly Point[]): boolean =>
  ring.every((b, i) => {
    const [a, c] = [ring.at(i - 1)!, ring[(i + 1) % ring.length]!];
    const cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
    return cross >= -BEND_INWARD * Math.sqrt((c.x - a.x) ** 2 + (c.y - a.y) ** 2);
  });

/** How far a corner may lie within the chord of its neighbours before it bends a ring inward, mm: a needle's width. */
const BEND_INWARD = 0.05;

/** Even–odd rule; points exactly on an edge may fall either way, so compare with `distanceToRing` where it matters. */
export function insideRing(ring: readonly Point[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i]!;
    const b = ring[j]!;
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

export function distanceToRing(ring: readonly Point[], x: number, y: number): number {
  let least = Infinity;
  ring.forEach((a, i) => {
    least = Math.min(least, squaredDistanceToSegment(x, y, a, ring[(i + 1) % ring.length]!));
  });
  return Math.sqrt(least);
}

/**
 * The ring whose edges lie `margins` (one for each, from its point to the next) inside those of a clockwise ring, outside where negative.
 * Exact for each edge; corners are where neighbouring shifted edges meet. Null when an edge has no length, or neighbours that are parallel
 * are shifted apart.
 */
export function insetRing<P extends Point>(ring: readonly P[], margins: readonly number[]): P[] | null {
  const lines = ring.map((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const length = Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2);
    const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length };
    return { p: plus(a, { x: -u.y * margins[i]!, y: u.x * margins[i]! }), u, margin: margins[i]! };
  });
  const corners: P[] = [];
  for (let i = 0; i < lines.length; i++) {
    const before = lines[(i + lines.length - 1) % lines.length]!;
    const after = lines[i]!;
    const cross = before.u.x * after.u.y - before.u.y * after.u.x;
    const onward = before.u.x * after.u.x + before.u.y * after.u.y > 0 && before.margin === after.margin;
    if (Math.abs(cross) > 1e-9) {
      const t = ((after.p.x - before.p.x) * after.u.y - (after.p.y - before.p.y) * after.u.x) / cross;
      corners.push(plus(before.p, { x: t * before.u.x, y: t * before.u.y }));
    } else if (onward) corners.push(after.p);
    else return null;
  }
  return corners;
}

/** Nearer to the edge of a box than this counts as on it, mm. */
const ON_EDGE = 1e-9;

/** What a box holds of a convex ring, in the same order; nothing where they don't meet (Sutherland & Hodgman 1974). */
export function clipToBox(ring: readonly Point[], { minX, minY, maxX, maxY }: Bounds): readonly Point[] {
  const beyond = (p: Point): number => Math.max(minX - p.x, p.x - maxX, minY - p.y, p.y - maxY);
  if (ring.every((p) => beyond(p) <= ON_EDGE)) return ring;
  const sides = [
    ['x', minX, 1],
    ['y', minY, 1],
    ['x', maxX, -1],
    ['y', maxY, -1],
  ] as const;
  return sides.reduce<readonly Point[]>((left, [axis, edge, sign]) => {
    const inside = (p: Point): number => sign * (p[axis] - edge);
    if (left.every((p) => inside(p) >= -ON_EDGE)) return left;
    return left.flatMap((p, i) => {
      const before = left.at(i - 1)!;
      const [a, b] = [inside(before), inside(p)];
      const t = a / (a - b);
      const met = { x: before.x + t * (p.x - before.x), y: before.y + t * (p.y - before.y), [axis]: edge };
      const crosses = (a > ON_EDGE && b < -ON_EDGE) || (a < -ON_EDGE && b > ON_EDGE);
      return [...(crosses ? [met] : []), ...(b >= -ON_EDGE ? [p] : [])];
    });
  }, ring);
}

/** A place itself where it lies within a convex ring, the nearest on the ring where not. */
export function intoConvex(ring: Polyline, p: Point): Point {
  let sign = 0;
  let inside = true;
  let least = Infinity;
  let nearest = p;
  for (let i = 2; i < ring.length; i += 2) {
    const [ax, ay] = [ring[i - 2]!, ring[i - 1]!];
    const [ux, uy] = [ring[i]! - ax, ring[i + 1]! - ay];
    const cross = ux * (p.y - ay) - uy * (p.x - ax);
    if (sign === 0) sign = Math.sign(cross);
    if (cross * sign < 0) inside = false;
    const t = nearestPart(p.x, p.y, ax, ay, ax + ux, ay + uy);
    const on = { x: ax + t * ux, y: ay + t * uy };
    const off = (p.x - on.x) ** 2 + (p.y - on.y) ** 2;
    if (off < least) [least, nearest] = [off, on];
  }
  return inside ? p : nearest;
}
