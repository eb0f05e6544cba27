import type { SegmentIndex } from '../geometry/segment-index.ts';

/** The point of the sewing line after so many millimetres, all strokes laid end to end, and the segment it is on. O(log n). */
export function pointAt(
  index: SegmentIndex,
  along: number,
): { readonly segment: number; readonly x: number; readonly y: number } {
  let low = 0;
  let high = index.count - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (index.along[middle]! <= along) low = middle;
    else high = middle - 1;
  }
  const length = index.along[low + 1]! - index.along[low]!;
  const t = Math.min(1, Math.max(0, (along - index.along[low]!) / length));
  const [x0, y0, x1, y1] = index.ends.subarray(4 * low, 4 * low + 4);
  return { segment: low, x: x0! + (x1! - x0!) * t, y: y0! + (y1! - y0!) * t };
}
