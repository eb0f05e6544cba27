import type { Point } from './point.ts';
import type { Polyline } from './polyline.ts';
import { WARP_CHORD } from '../tolerances.ts';

/** A map of the unit square to the plane. Between neighbouring breaks it is bilinear, or bends so little that its corners tell all. */
export interface UnitMap {
  /** Writes where a place goes: x and y. */
  into(out: Float64Array, at: number, u: number, v: number): void;
  /** How the place grows with u, and with v, mm. At a break of what lies beyond it. */
  slopes(u: number, v: number): { readonly du: Point; readonly dv: Point };
  readonly breaks: { readonly u: readonly number[]; readonly v: readonly number[] };
}

/** A straight line is looked at in stretches no longer than this part of the square, so that no bend of it is overlooked. */
const STRETCH = 1 / 16;
/** A stretch is halved no more often than this: the breaks of a map are no finer. */
const HALVINGS = 12;

/** A line of the unit square, mapped: its points, and between them as many more as keep the chord error within `WARP_CHORD`. */
export function mapUnitLine(map: UnitMap, line: Polyline): Float64Array<ArrayBuffer> {
  const out: number[] = [];
  const p = new Float64Array(2);
  /** Puts the end of a stretch whose beginning is put already. */
  const stretch = (
    u0: number,
    v0: number,
    x0: number,
    y0: number,
    u1: number,
    v1: number,
    x1: number,
    y1: number,
    left: number,
  ): void => {
    const u = (u0 + u1) / 2;
    const v = (v0 + v1) / 2;
    map.into(p, 0, u, v);
    const x = p[0]!;
    const y = p[1]!;
    const ex = x - (x0 + x1) / 2;
    const ey = y - (y0 + y1) / 2;
    if (left > 0 && ex * ex + ey * ey > WARP_CHORD * WARP_CHORD) {
      stretch(u0, v0, x0, y0, u, v, x, y, left - 1);
      stretch(u, v, x, y, u1, v1, x1, y1, left - 1);
    } else out.push(x1, y1);
  };
  let u0 = line[0]!;
  let v0 = line[1]!;
  map.into(p, 0, u0, v0);
  let x0 = p[0]!;
  let y0 = p[1]!;
  out.push(x0, y0);
  for (let i = 2; i < line.length; i += 2) {
    const fromU = u0;
    const fromV = v0;
    const du = line[i]! - fromU;
    const dv = line[i + 1]! - fromV;
    const parts = Math.max(1, Math.ceil(Math.max(Math.abs(du), Math.abs(dv)) / STRETCH));
    for (let part = 1; part <= parts; part++) {
      const isEnd = part === parts;
      const u = isEnd ? line[i]! : fromU + (du * part) / parts;
      const v = isEnd ? line[i + 1]! : fromV + (dv * part) / parts;
      map.into(p, 0, u, v);
      const x = p[0]!;
      const y = p[1]!;
      stretch(u0, v0, x0, y0, u, v, x, y, HALVINGS);
      u0 = u;
      v0 = v;
      x0 = x;
      y0 = y;
    }
  }
  return new Float64Array(out);
}
