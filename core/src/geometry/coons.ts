import { breaksOf, type Curve, type Cursor, curveInto } from './curve.ts';
import type { UnitMap } from './unit-map.ts';

/** Four curves round a patch: top and bottom from left to right, left and right from top to bottom, ends in common. */
export interface Sides {
  readonly top: Curve;
  readonly right: Curve;
  readonly bottom: Curve;
  readonly left: Curve;
}

/**
 * The bilinearly blended patch between four curves (Coons 1967; Farin, Curves and Surfaces for CAGD, ch. 22): each is followed by arc length, so that
 * what was evenly spaced stays so along it. Between straight sides it is the bilinear map.
 */
export function coonsMap({ top, right, bottom, left }: Sides): UnitMap {
  const [t, r, b, l] = [0, 1, 2, 3].map((): Cursor => ({ segment: 0 })) as [Cursor, Cursor, Cursor, Cursor];
  const at = new Float64Array(16);
  const corners = new Float64Array(8);
  curveInto(corners, 0, top, 0, t);
  curveInto(corners, 2, top, 1, t);
  curveInto(corners, 4, bottom, 1, b);
  curveInto(corners, 6, bottom, 0, b);
  const [ax, ay, bx, by, cx, cy, dx, dy] = corners as unknown as readonly number[] as readonly [
    ...[number, number, number, number],
    ...[number, number, number, number],
  ];
  return {
    into(out, i, u, v) {
      curveInto(at, 0, top, u, t);
      curveInto(at, 4, bottom, u, b);
      curveInto(at, 8, left, v, l);
      curveInto(at, 12, right, v, r);
      const [p, q] = [1 - u, 1 - v];
      out[i] = q * at[0]! + v * at[4]! + p * at[8]! + u * at[12]! - (q * (p * ax + u * bx) + v * (p * dx + u * cx));
      out[i + 1] = q * at[1]! + v * at[5]! + p * at[9]! + u * at[13]! - (q * (p * ay + u * by) + v * (p * dy + u * cy));
    },
    slopes(u, v) {
      curveInto(at, 0, top, u, t, true);
      curveInto(at, 4, bottom, u, b, true);
      curveInto(at, 8, left, v, l, true);
      curveInto(at, 12, right, v, r, true);
      const [p, q] = [1 - u, 1 - v];
      return {
        du: {
          x: q * at[2]! + v * at[6]! + at[12]! - at[8]! - (q * (bx - ax) + v * (cx - dx)),
          y: q * at[3]! + v * at[7]! + at[13]! - at[9]! - (q * (by - ay) + v * (cy - dy)),
        },
        dv: {
          x: at[4]! - at[0]! + p * at[10]! + u * at[14]! - (p * (dx - ax) + u * (cx - bx)),
          y: at[5]! - at[1]! + p * at[11]! + u * at[15]! - (p * (dy - ay) + u * (cy - by)),
        },
      };
    },
    breaks: { u: breaksOf(top, bottom), v: breaksOf(left, right) },
  };
}
