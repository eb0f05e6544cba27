import { type DesignPoint, designPoint } from '../geometry/point.ts';
import { pointIn, type Polyline } from '../geometry/polyline.ts';
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

/** The same by walking the strokes themselves; past the end it is the last point. */
export function pointAlong(strokes: readonly Polyline[], along: number): DesignPoint {
  let left = along;
  for (const stroke of strokes) {
    for (let i = 2; i < stroke.length; i += 2) {
      const dx = stroke[i]! - stroke[i - 2]!;
      const dy = stroke[i + 1]! - stroke[i - 1]!;
      const length = Math.sqrt(dx * dx + dy * dy);
      if (left <= length) {
        const t = length === 0 ? 0 : Math.max(0, left) / length;
        return designPoint(stroke[i - 2]! + dx * t, stroke[i - 1]! + dy * t);
      }
      left -= length;
    }
  }
  return pointIn(strokes.at(-1)!, -1, designPoint);
}

/**
 * The place of the sewing line nearest to a point, in mm from its start. Where several stretches of it are about as near, the one closest to
 * `near` wins, so that a handle dragged along the line doesn't jump at a crossing; on the stretch it is the very nearest place.
 */
export function placeNearest(strokes: readonly Polyline[], p: DesignPoint, near: number | null): number {
  let least = Infinity;
  eachNearest(strokes, p, (_along, off) => {
    least = Math.min(least, off);
  });
  const stretches: { from: number; to: number; along: number; off: number }[] = [];
  let open: (typeof stretches)[number] | null = null;
  eachNearest(strokes, p, (along, off) => {
    if (off > least + ABOUT_AS_NEAR) {
      open = null;
      return;
    }
    if (!open) stretches.push((open = { from: along, to: along, along, off }));
    open.to = along;
    if (off < open.off) Object.assign(open, { along, off });
  });
  const rank = ({ from, to, off }: (typeof stretches)[number]): number =>
    near === null ? off : Math.max(0, from - near, near - to);
  const [first, ...rest] = stretches;
  // A line without length is all in one place.
  return first ? rest.reduce((best, one) => (rank(one) < rank(best) ? one : best), first).along : 0;
}

/** Visits each segment with the place on it nearest to a point, and how far off that is. */
function eachNearest(strokes: readonly Polyline[], p: DesignPoint, visit: (along: number, off: number) => void): void {
  let before = 0;
  for (const stroke of strokes) {
    for (let i = 2; i < stroke.length; i += 2) {
      const ux = stroke[i]! - stroke[i - 2]!;
      const uy = stroke[i + 1]! - stroke[i - 1]!;
      const length = Math.sqrt(ux * ux + uy * uy);
      if (length === 0) continue;
      const px = p.x - stroke[i - 2]!;
      const py = p.y - stroke[i - 1]!;
      const t = Math.min(1, Math.max(0, (px * ux + py * uy) / (length * length)));
      visit(before + t * length, Math.sqrt((px - t * ux) ** 2 + (py - t * uy) ** 2));
      before += length;
    }
  }
}

/** Lines within this of each other (mm) can't be told apart by pointing. */
const ABOUT_AS_NEAR = 1.5;
