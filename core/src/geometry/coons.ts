import { breaksOf, type Curve, type Cursor, curveInto } from './curve.ts';
import type { Point } from './point.ts';
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
  const onTop: Cursor = { segment: 0 };
  const onRight: Cursor = { segment: 0 };
  const onBottom: Cursor = { segment: 0 };
  const onLeft: Cursor = { segment: 0 };
  const at = new Float64Array(16);
  const cornerOf = (curve: Curve, part: number): Point => {
    curveInto(at, 0, curve, part, { segment: 0 });
    return { x: at[0]!, y: at[1]! };
  };
  const { x: ax, y: ay } = cornerOf(top, 0);
  const { x: bx, y: by } = cornerOf(top, 1);
  const { x: cx, y: cy } = cornerOf(bottom, 1);
  const { x: dx, y: dy } = cornerOf(bottom, 0);
  return {
    into(out, i, u, v) {
      curveInto(at, 0, top, u, onTop);
      curveInto(at, 4, bottom, u, onBottom);
      curveInto(at, 8, left, v, onLeft);
      curveInto(at, 12, right, v, onRight);
      const [p, q] = [1 - u, 1 - v];
      out[i] = q * at[0]! + v * at[4]! + p * at[8]! + u * at[12]! - (q * (p * ax + u * bx) + v * (p * dx + u * cx));
      out[i + 1] = q * at[1]! + v * at[5]! + p * at[9]! + u * at[13]! - (q * (p * ay + u * by) + v * (p * dy + u * cy));
    },
    slopes(u, v) {
      curveInto(at, 0, top, u, onTop, true);
      curveInto(at, 4, bottom, u, onBottom, true);
      curveInto(at, 8, left, v, onLeft, true);
      curveInto(at, 12, right, v, onRight, true);
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
