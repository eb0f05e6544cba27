import { pointAtLength, pointCount, type Polyline } from '../geometry/polyline.ts';
import { CORNER_TURN, SHORTEST_STITCH, STITCH_CHORD } from '../tolerances.ts';

/** A corner turns within this much of line to either side, mm, */
const ARM = 1;
/** and nearly as much within this: a tight curve doesn't. */
const SHORT_ARM = 0.3;
const NEARLY = 0.8;
/** Where the line turns so little it needn't be looked at more closely. */
const NO_TURN = CORNER_TURN / 3;
/** Without a hole on a tip this sharp the thread would leave the line, so that it may be nearer to another corner. */
const CUSP_TURN = Math.PI / 2;

/**
 * Indices of both ends and of every corner between: where the line turns by `CORNER_TURN` or more over a millimetre to either side, judged so
 * that points which lie close and were rounded make none. Of corners nearer than a stitch may be short the sharper one counts, except cusps
 * and beside the line's ends, where stitches are short anyway.
 * @param along arc length at every point
 */
export function cornersOf(line: Polyline, along: Float64Array): number[] {
  const last = pointCount(line) - 1;
  if (last <= 0) return [0];
  const found: { readonly i: number; readonly turn: number }[] = [];
  for (let i = 1; i < last; i++) {
    if (!turnsAtAll(line, i)) continue;
    const turn = turnOver(line, along, i, ARM);
    if (turn >= CORNER_TURN && turnOver(line, along, i, SHORT_ARM) >= NEARLY * Math.min(turn, Math.PI / 2))
      found.push({ i, turn });
  }
  const kept = new Set([0, last]);
  const isNear = ({ i, turn }: (typeof found)[number]): boolean => {
    const near = (k: number): boolean => {
      const isTight = k === 0 || k === last || turn >= CUSP_TURN;
      return kept.has(k) && Math.abs(along[k]! - along[i]!) < (isTight ? STITCH_CHORD : SHORTEST_STITCH);
    };
    for (let k = i - 1; k >= 0 && along[i]! - along[k]! < SHORTEST_STITCH; k--) if (near(k)) return true;
    for (let k = i + 1; k <= last && along[k]! - along[i]! < SHORTEST_STITCH; k++) if (near(k)) return true;
    return false;
  };
  for (const corner of found.sort((a, b) => b.turn - a.turn)) if (!isNear(corner)) kept.add(corner.i);
  return [...kept].sort((a, b) => a - b);
}

/** Whether the line turns by `NO_TURN` or more at a point. */
function turnsAtAll(line: Polyline, i: number): boolean {
  const [ux, uy] = [line[2 * i]! - line[2 * i - 2]!, line[2 * i + 1]! - line[2 * i - 1]!];
  const [vx, vy] = [line[2 * i + 2]! - line[2 * i]!, line[2 * i + 3]! - line[2 * i + 1]!];
  return Math.abs(ux * vy - uy * vx) >= TAN_OF_NO_TURN * (ux * vx + uy * vy);
}
const TAN_OF_NO_TURN = Math.tan(NO_TURN);

/** How far the line turns at a point, from where it was `arm` millimetres before to where it is as much after; as far as the line goes. */
function turnOver(line: Polyline, along: Float64Array, i: number, arm: number): number {
  const [x, y] = [line[2 * i]!, line[2 * i + 1]!];
  const a = pointAtLength(line, along, along[i]! - arm);
  const b = pointAtLength(line, along, along[i]! + arm);
  const [ux, uy, vx, vy] = [x - a.x, y - a.y, b.x - x, b.y - y];
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
}
