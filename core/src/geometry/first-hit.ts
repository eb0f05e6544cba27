import type { SegmentIndex } from './segment-index.ts';

/**
 * How far a ray runs from a place before it meets a segment, mm; null when it meets none.
 * @param dx dy its direction, of length 1
 * @param nearest lines nearer than this are passed over
 */
export function firstHit(
  index: SegmentIndex,
  x: number,
  y: number,
  dx: number,
  dy: number,
  nearest: number,
  farthest: number,
): number | null {
  let from = nearest;
  for (let reach = 4; from < farthest; reach *= 2) {
    const to = Math.min(farthest, from + reach);
    const [ax, ay, bx, by] = [x + from * dx, y + from * dy, x + to * dx, y + to * dy];
    let first = Infinity;
    for (const i of index.within(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by))) {
      const ex = index.ends[4 * i]!;
      const ey = index.ends[4 * i + 1]!;
      const sx = index.ends[4 * i + 2]! - ex;
      const sy = index.ends[4 * i + 3]! - ey;
      const cross = dx * sy - dy * sx;
      if (cross === 0) continue;
      const t = ((ex - x) * sy - (ey - y) * sx) / cross;
      const u = ((ex - x) * dy - (ey - y) * dx) / cross;
      if (t >= from && t <= to && u >= 0 && u <= 1) first = Math.min(first, t);
    }
    if (first < Infinity) return first;
    from = to;
  }
  return null;
}
