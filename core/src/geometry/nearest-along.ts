import type { Point } from './point.ts';
import { nearestPart, type Polyline } from './polyline.ts';

/** Where a line is nearest to a place: so many millimetres along it, and how far off; the first of places that are as near. */
export function nearestAlong(line: Polyline, { x, y }: Point): { readonly along: number; readonly off: number } {
  let best = { along: 0, off: Infinity };
  let before = 0;
  for (let i = 2; i < line.length; i += 2) {
    const [ax, ay, bx, by] = [line[i - 2]!, line[i - 1]!, line[i]!, line[i + 1]!];
    const length = Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
    const t = nearestPart(x, y, ax, ay, bx, by);
    const off = Math.sqrt((x - ax - t * (bx - ax)) ** 2 + (y - ay - t * (by - ay)) ** 2);
    if (off < best.off) best = { along: before + t * length, off };
    before += length;
  }
  return best;
}
