import { type Polyline, lengthOf, pointCount } from '../geometry/polyline.ts';

/** Thread each stitch takes through the sandwich: about its thickness up and down, shared by top and bobbin. */
const SANDWICH_THICKNESS = 3;

/** Thread on a full bobbin of the generic machine, a large one, in mm. */
export const BOBBIN_LENGTH = 120_000;

/** Millimetres of top or bobbin thread from hole `from` to hole `to`: each stitch lies along the cloth once and dips to the middle of the sandwich. */
export function threadLength(needle: Polyline, from = 0, to = pointCount(needle) - 1): number {
  return lengthOf(needle.subarray(2 * from, 2 * to + 2)) + Math.max(0, to - from) * SANDWICH_THICKNESS;
}
