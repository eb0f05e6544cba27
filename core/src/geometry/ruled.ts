import { breaksOf, type Curve, type Cursor, curveInto, curveThrough } from './curve.ts';
import type { Point } from './point.ts';
import type { UnitMap } from './unit-map.ts';

/**
 * The strip between two curves: across it goes straight from one to the other, at equal parts of their lengths; along it goes by the arc length of the
 * line midway between them.
 */
export function ruledMap(top: Curve, bottom: Curve): UnitMap {
  const [t, b]: [Cursor, Cursor] = [{ segment: 0 }, { segment: 0 }];
  const at = new Float64Array(8);
  const parts = breaksOf(top, bottom);
  const middle = parts.map((part): Point => {
    curveInto(at, 0, top, part, t);
    curveInto(at, 4, bottom, part, b);
    return { x: (at[0]! + at[4]!) / 2, y: (at[1]! + at[5]!) / 2 };
  });
  // Along the middle line, how far its points lie; between them it is straight, so that parts are found exactly.
  const along = curveThrough(middle);
  // As many as there are parts, also where the middle stands still.
  const breaks = Array.from(along.along, (at) => at / (along.length || 1));
  let last = 0;
  const partAt = (u: number): { readonly part: number; readonly per: number } => {
    while (last > 0 && u < breaks[last]!) last--;
    while (last < breaks.length - 2 && u >= breaks[last + 1]!) last++;
    const span = breaks[last + 1]! - breaks[last]!;
    const per = span > 0 ? (parts[last + 1]! - parts[last]!) / span : 0;
    return { part: parts[last]! + (u - breaks[last]!) * per, per };
  };
  return {
    into(out, i, u, v) {
      const { part } = partAt(u);
      curveInto(at, 0, top, part, t);
      curveInto(at, 4, bottom, part, b);
      out[i] = (1 - v) * at[0]! + v * at[4]!;
      out[i + 1] = (1 - v) * at[1]! + v * at[5]!;
    },
    slopes(u, v) {
      const { part, per } = partAt(u);
      curveInto(at, 0, top, part, t, true);
      curveInto(at, 4, bottom, part, b, true);
      return {
        du: { x: per * ((1 - v) * at[2]! + v * at[6]!), y: per * ((1 - v) * at[3]! + v * at[7]!) },
        dv: { x: at[4]! - at[0]!, y: at[5]! - at[1]! },
      };
    },
    breaks: { u: breaks, v: [0, 1] },
  };
}
