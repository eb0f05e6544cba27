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
  const put = (u: number, v: number): readonly [number, number] => {
    map.into(p, 0, u, v);
    return [p[0]!, p[1]!];
  };
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
    const [u, v] = [(u0 + u1) / 2, (v0 + v1) / 2];
    map.into(p, 0, u, v);
    const [x, y] = [p[0]!, p[1]!];
    const [ex, ey] = [x - (x0 + x1) / 2, y - (y0 + y1) / 2];
    if (left > 0 && ex * ex + ey * ey > WARP_CHORD * WARP_CHORD) {
      stretch(u0, v0, x0, y0, u, v, x, y, left - 1);
      stretch(u, v, x, y, u1, v1, x1, y1, left - 1);
    } else out.push(x1, y1);
  };
  let [u0, v0] = [line[0]!, line[1]!];
  let [x0, y0] = put(u0, v0);
  out.push(x0, y0);
  for (let i = 2; i < line.length; i += 2) {
    const [u1, v1] = [line[i]!, line[i + 1]!];
    const parts = Math.max(1, Math.ceil(Math.max(Math.abs(u1 - u0), Math.abs(v1 - v0)) / STRETCH));
    const [fromU, fromV] = [u0, v0];
    for (let part = 1; part <= parts; part++) {
      const [u, v] =
        part === parts ? [u1, v1] : [fromU + ((u1 - fromU) * part) / parts, fromV + ((v1 - fromV) * part) / parts];
      const [x, y] = put(u, v);
      stretch(u0, v0, x0, y0, u, v, x, y, HALVINGS);
      [u0, v0, x0, y0] = [u, v, x, y];
    }
  }
  return new Float64Array(out);
}
