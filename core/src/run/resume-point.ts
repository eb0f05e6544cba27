import { type Polyline, pointCount, turnAt } from '../geometry/polyline.ts';
import { CORNER_TURN } from '../tolerances.ts';

/** A corner this near (mm along the line) hides the restart, so it is preferred. */
const CORNER_NEAR = 4;

/**
 * The hole to go on from: the first at least `back` mm before hole `stitch` along the line, moved on to a corner when one lies
 * within `CORNER_NEAR` before it. Never before hole 0.
 */
export function resumePoint(needle: Polyline, stitch: number, back: number): number {
  let at = Math.min(stitch, pointCount(needle) - 1);
  for (let gone = 0; at > 0 && gone < back; at--) gone += stepBefore(needle, at);
  for (let i = at, gone = 0; back > 0 && i > 0 && gone <= CORNER_NEAR; i--) {
    if (isCorner(needle, i)) return i;
    gone += stepBefore(needle, i);
  }
  return at;
}

const stepBefore = (needle: Polyline, i: number): number =>
  Math.sqrt((needle[2 * i]! - needle[2 * i - 2]!) ** 2 + (needle[2 * i + 1]! - needle[2 * i - 1]!) ** 2);

function isCorner(needle: Polyline, i: number): boolean {
  if (i <= 0 || i >= pointCount(needle) - 1) return false;
  return turnAt(needle, i) >= 2 * CORNER_TURN;
}
