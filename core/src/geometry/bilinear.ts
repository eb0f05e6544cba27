import type { Point } from './point.ts';
import { WARP_CHORD } from '../tolerances.ts';
import type { Bounds, Polyline } from './polyline.ts';

/**
 * The bilinear map of a box to a quad: edges stay evenly spaced, corners are exact.
 * `quad` holds the images of the box's top-left, top-right, bottom-right and bottom-left corners.
 */
export interface Bilinear<P extends Point = Point> {
  readonly box: Bounds;
  readonly quad: readonly [P, P, P, P];
}

/** The two partial derivatives of the map at box fractions (u, v), per millimetre of the box. */
export function bilinearJacobian(
  { box, quad }: Bilinear,
  u: number,
  v: number,
): { readonly across: Point; readonly down: Point } {
  const [tl, tr, br, bl] = quad;
  const w = box.maxX - box.minX;
  const h = box.maxY - box.minY;
  return {
    across: {
      x: ((1 - v) * (tr.x - tl.x) + v * (br.x - bl.x)) / w,
      y: ((1 - v) * (tr.y - tl.y) + v * (br.y - bl.y)) / w,
    },
    down: {
      x: ((1 - u) * (bl.x - tl.x) + u * (br.x - tr.x)) / h,
      y: ((1 - u) * (bl.y - tl.y) + u * (br.y - tr.y)) / h,
    },
  };
}

export function bilinearPoint<P extends Point>({ box, quad: [tl, tr, br, bl] }: Bilinear<P>, p: Point): P {
  const u = (p.x - box.minX) / (box.maxX - box.minX);
  const v = (p.y - box.minY) / (box.maxY - box.minY);
  const at = (a: number, b: number, c: number, d: number): number =>
    a + u * (b - a) + v * (d - a) + u * v * (a - b + c - d);
  return { x: at(tl.x, tr.x, br.x, bl.x), y: at(tl.y, tr.y, br.y, bl.y) } as P;
}

/**
 * Maps a polyline. A slanting segment becomes a parabola, so it is cut into as many parts as keep the chord error within
 * `WARP_CHORD`: the error over a parameter step is |Δu·Δv·K|/4 with K = TL − TR + BR − BL.
 */
export function applyBilinear({ box, quad }: Bilinear, line: Polyline): Float64Array<ArrayBuffer> {
  const [tl, tr, br, bl] = quad;
  const w = box.maxX - box.minX;
  const h = box.maxY - box.minY;
  const kx = tl.x - tr.x + br.x - bl.x;
  const ky = tl.y - tr.y + br.y - bl.y;
  const k = Math.sqrt(kx * kx + ky * ky);
  const out: number[] = [];
  let u0 = 0;
  let v0 = 0;
  for (let i = 0; i < line.length; i += 2) {
    const u1 = (line[i]! - box.minX) / w;
    const v1 = (line[i + 1]! - box.minY) / h;
    const bend = i === 0 ? 0 : Math.abs((u1 - u0) * (v1 - v0)) * k;
    const parts = Math.max(1, Math.ceil(Math.sqrt(bend / (4 * WARP_CHORD))));
    for (let part = 1; part <= parts; part++) {
      const u = part === parts ? u1 : u0 + ((u1 - u0) * part) / parts;
      const v = part === parts ? v1 : v0 + ((v1 - v0) * part) / parts;
      out.push(
        tl.x + u * (tr.x - tl.x) + v * (bl.x - tl.x) + u * v * kx,
        tl.y + u * (tr.y - tl.y) + v * (bl.y - tl.y) + u * v * ky,
      );
    }
    u0 = u1;
    v0 = v1;
  }
  return Float64Array.from(out);
}
