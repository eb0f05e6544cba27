import { nearestPart } from './polyline.ts';

/** Nearer than this is touching, mm. */
const TOUCHING = 1e-9;

/**
 * Grows the circle about a place (`x, y, radius` in `ball`) where it touches segment `a`, as far as the other segments let it; it is left as it
 * is where they would let it grow beyond `most`.
 */
export function growBall(
  ball: Float64Array,
  ends: Float64Array,
  a: number,
  others: Int32Array,
  count: number,
  most: number,
): void {
  const ax = ends[4 * a]!;
  const ay = ends[4 * a + 1]!;
  const sx = ends[4 * a + 2]! - ax;
  const sy = ends[4 * a + 3]! - ay;
  const x = ball[0]!;
  const y = ball[1]!;
  const t = nearestPart(x, y, ax, ay, ax + sx, ay + sy);
  const px = ax + t * sx;
  const py = ay + t * sy;
  const off = Math.sqrt((x - px) ** 2 + (y - py) ** 2);
  if (off < TOUCHING) return;
  const ux = (x - px) / off;
  const uy = (y - py) / off;
  let radius = Infinity;
  for (let k = 0; k < count; k++) {
    const b = others[k]!;
    if (b === a) continue;
    const ex = ends[4 * b]! - px;
    const ey = ends[4 * b + 1]! - py;
    const fx = ends[4 * b + 2]! - px;
    const fy = ends[4 * b + 3]! - py;
    radius = Math.min(radius, heldByPoint(ex, ey, ux, uy), heldByPoint(fx, fy, ux, uy));
    const length = Math.sqrt((fx - ex) ** 2 + (fy - ey) ** 2);
    const side = ex * (ey - fy) + ey * (fx - ex) < 0 ? -1 : 1;
    const nx = (side * (ey - fy)) / length;
    const ny = (side * (fx - ex)) / length;
    const far = ex * nx + ey * ny;
    const turned = 1 + nx * ux + ny * uy;
    if (far < TOUCHING || turned < TOUCHING) continue;
    const r = far / turned;
    const along = (r * (ux + nx) - ex) * (fx - ex) + (r * (uy + ny) - ey) * (fy - ey);
    if (along >= 0 && along <= length * length) radius = Math.min(radius, r);
  }
  if (radius > most || radius <= off) return;
  ball[0] = px + radius * ux;
  ball[1] = py + radius * uy;
  ball[2] = radius;
}

/** Radius of the circle through the origin and a point, its centre in direction u; infinite for a point behind. */
function heldByPoint(x: number, y: number, ux: number, uy: number): number {
  const ahead = x * ux + y * uy;
  return ahead > TOUCHING ? (x * x + y * y) / (2 * ahead) : Infinity;
}
