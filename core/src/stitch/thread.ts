import { type Polyline, lengthOf, pointCount } from '../geometry/polyline.ts';

/** Thread on a full bobbin of the generic machine, a large one, in mm. */
export const BOBBIN_LENGTH = 120_000;

/**
 * Millimetres of top or bobbin thread from hole `from` to hole `to`: each stitch lies along the cloth once and dips to the middle of the sandwich,
 * down and up again.
 * @param thickness of the sandwich, mm
 */
export function threadLength(needle: Polyline, thickness: number, from = 0, to = pointCount(needle) - 1): number {
  return lengthOf(needle.subarray(2 * from, 2 * to + 2)) + Math.max(0, to - from) * thickness;
}
