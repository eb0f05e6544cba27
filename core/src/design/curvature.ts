import { type DesignPoint, designPoint } from '../geometry/point.ts';
import { cumulativeLength, type Polyline, pointCount, pointIn, turnAt } from '../geometry/polyline.ts';
import { CORNER_TURN } from '../tolerances.ts';

export interface Corner {
  readonly at: DesignPoint;
  /** How far the line turns there, radians: π comes straight back. */
  readonly turn: number;
}
export interface Bend {
  readonly at: DesignPoint;
  /** Millimetres. */
  readonly radius: number;
}

/** Points this far along the line before and after (mm) tell a bend: short enough for a curl, long enough for rounded coordinates. */
const REACH = 1;

/** The sharpest corner, or null when the line has none. */
export function sharpestCorner(strokes: readonly Polyline[]): Corner | null {
  let sharpest: Corner | null = null;
  for (const line of strokes) {
    for (let i = 1; i < pointCount(line) - 1; i++) {
      const turn = turnAt(line, i);
      if (turn >= CORNER_TURN && turn > (sharpest?.turn ?? 0)) {
        sharpest = { at: pointIn(line, i, designPoint), turn };
      }
    }
  }
  return sharpest;
}

/** The tightest bend between corners: the circle through a point and the points about `REACH` before and after it. Null for straight lines. */
export function tightestBend(strokes: readonly Polyline[]): Bend | null {
  let tightest: Bend | null = null;
  for (const line of strokes) {
    const n = pointCount(line);
    const along = cumulativeLength(line);
    let before = 0;
    for (let i = 1; i < n - 1; i++) {
      if (turnAt(line, i) >= CORNER_TURN) {
        before = i;
        continue;
      }
      while (before + 1 < i && along[i]! - along[before + 1]! >= REACH) before++;
      let after = i + 1;
      let smooth = before < i;
      while (after < n - 1 && along[after]! - along[i]! < REACH && smooth) {
        smooth = turnAt(line, after) < CORNER_TURN;
        after++;
      }
      const radius = smooth ? circumradius(line, before, i, after) : Infinity;
      if (radius < (tightest?.radius ?? Infinity)) tightest = { at: pointIn(line, i, designPoint), radius };
    }
  }
  return tightest && Number.isFinite(tightest.radius) && tightest.radius < STRAIGHT ? tightest : null;
}

/** A larger radius than this (mm) is a straight line. */
const STRAIGHT = 1e5;

const apart = (line: Polyline, i: number, j: number): number =>
  Math.sqrt((line[2 * i]! - line[2 * j]!) ** 2 + (line[2 * i + 1]! - line[2 * j + 1]!) ** 2);

function circumradius(line: Polyline, i: number, j: number, k: number): number {
  const a = apart(line, i, j);
  const b = apart(line, j, k);
  const c = apart(line, i, k);
  const doubleArea = Math.abs(
    (line[2 * j]! - line[2 * i]!) * (line[2 * k + 1]! - line[2 * i + 1]!) -
      (line[2 * k]! - line[2 * i]!) * (line[2 * j + 1]! - line[2 * i + 1]!),
  );
  return doubleArea === 0 ? Infinity : (a * b * c) / (2 * doubleArea);
}
