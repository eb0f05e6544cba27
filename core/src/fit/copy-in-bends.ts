import { clothPoint, distance, type Point } from '../geometry/point.ts';
import { boxRing, centroid, insideRing, ringBounds, signedArea } from '../geometry/polygon.ts';
import { pointsOf, polyline, simplify } from '../geometry/polyline.ts';
import type { Copy } from './copy.ts';

/** The scale is right to this part of it. */
const EXACT = 0.0004;
/** A hull is thinned by as much of its size: what is left out is made up for by its size. */
const THINNED = 0.0001;
/** What is thinner than this part of its length is taken to be as thick. */
const THIN = 0.01;
/** Squares of places are quartered no further than this many: a hair-thin patch would have no end of them. */
const MOST_PLACES = 20_000;

/**
 * The largest copy of a convex hull in a ring with bends inward. How large it may be at a place is told by what it meets first as it grows there: a
 * corner of it the ring, or a corner of the ring an edge of it. That can't change faster than the place moves, measured in hulls, so squares of places
 * in which nothing larger can be are left out, and the others quartered (branch and bound, as polylabel does for circles). Null where there is none.
 * @param hull about the middle of its box, turned
 */
export function copyInBends(hull: readonly Point[], ring: readonly Point[]): Copy | null {
  const { sides, corners, centre } = gaugeOf(hull);
  const gauge = (x: number, y: number): number => {
    let most = 0;
    for (const { x: nx, y: ny } of sides) most = Math.max(most, nx * x + ny * y);
    return most;
  };
  const scaleAt = (x: number, y: number): number => {
    if (!insideRing(ring, x, y)) return 0;
    let least = Infinity;
    for (let i = 0; i < ring.length; i++) {
      const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!];
      least = Math.min(least, gauge(a.x - x, a.y - y));
      const [ex, ey] = [b.x - a.x, b.y - a.y];
      for (const { x: cx, y: cy } of corners) {
        const cross = cx * ey - cy * ex;
        if (cross === 0) continue;
        const scale = ((a.x - x) * ey - (a.y - y) * ex) / cross;
        if (!(scale > 0 && scale < least)) continue;
        const part = Math.abs(ex) > Math.abs(ey) ? (x + scale * cx - a.x) / ex : (y + scale * cy - a.y) / ey;
        if (part >= 0 && part <= 1) least = scale;
      }
    }
    return least;
  };
  const box = ringBounds(ring);
  let half = Math.min(box.maxX - box.minX, box.maxY - box.minY) / 2;
  if (!(half > 0)) return null;
  let places: Point[] = [];
  for (let x = box.minX + half; x < box.maxX + half; x += 2 * half)
    for (let y = box.minY + half; y < box.maxY + half; y += 2 * half) places.push({ x, y });
  const first = centroid(ring);
  let best = { ...first, scale: scaleAt(first.x, first.y) };
  while (places.length > 0 && places.length < MOST_PLACES) {
    const reach = Math.max(...[-half, half].flatMap((x) => [-half, half].map((y) => gauge(x, y))));
    const scales = places.map(({ x, y }) => scaleAt(x, y));
    scales.forEach((scale, i) => {
      if (scale > best.scale) best = { ...places[i]!, scale };
    });
    const kept = places.filter((_, i) => scales[i]! + reach > best.scale * (1 + EXACT));
    half /= 2;
    places = kept.flatMap(({ x, y }) =>
      [-half, half].flatMap((dx) => [-half, half].map((dy) => ({ x: x + dx, y: y + dy }))),
    );
  }
  const { scale } = best;
  return scale > 0 ? { scale, centre: clothPoint(best.x - scale * centre.x, best.y - scale * centre.y) } : null;
}

/** A hull about a place within it: its corners, and its sides by their normals, as long as one over how far away they are. */
function gaugeOf(hull: readonly Point[]) {
  const { minX, minY, maxX, maxY } = ringBounds(hull);
  const size = Math.max(maxX - minX, maxY - minY);
  // Made a little larger than it is, so that thinning leaves nothing out and what is a line has two sides.
  const centre = centroid(hull);
  const isFlat = Math.abs(signedArea(hull)) < (THIN / 4) * size * size;
  const thin = isFlat ? flatHull(hull, size) : thinnedHull(hull, size);
  const corners = thin.map((p) => ({ x: (p.x - centre.x) * (1 + THINNED), y: (p.y - centre.y) * (1 + THINNED) }));
  const sides = corners.map((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    const cross = a.x * b.y - a.y * b.x;
    return { x: (b.y - a.y) / cross, y: (a.x - b.x) / cross };
  });
  return { sides, corners, centre };
}

const thinnedHull = (hull: readonly Point[], size: number): Point[] =>
  pointsOf(simplify(polyline([...hull, hull[0]!]), THINNED * size)).slice(0, -1);

/** The box along a line of points, and a little round it. */
function flatHull(hull: readonly Point[], size: number): Point[] {
  const a = hull[0]!;
  const b = hull.reduce((far, p) => (distance(a, p) > distance(a, far) ? p : far), a);
  const length = distance(a, b) || 1;
  const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
  const along = hull.map((p) => (p.x - a.x) * ux + (p.y - a.y) * uy);
  const across = hull.map((p) => (p.y - a.y) * ux - (p.x - a.x) * uy);
  const room = (THIN / 2) * size;
  return boxRing({
    minX: Math.min(...along) - room,
    minY: Math.min(...across) - room,
    maxX: Math.max(...along) + room,
    maxY: Math.max(...across) + room,
  }).map(({ x, y }) => ({ x: a.x + x * ux - y * uy, y: a.y + x * uy + y * ux }));
}
