import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { WARP_CHORD } from '../tolerances.ts';
import type { Background, FillArea } from './rule.ts';

/** Archimedes' spiral from the middle of the box outwards, clockwise as seen, until it has gone round all corners. */
export function spiral({ left }: Pick<FillArea, 'left'>, { spacing }: Pick<Background, 'spacing'>): Polyline[] {
  const { minX, minY, maxX, maxY } = boundsOf(left)!;
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const last = Math.sqrt((maxX - x) ** 2 + (maxY - y) ** 2) + spacing;
  const points: number[] = [];
  let turned = 0;
  for (;;) {
    const radius = (turned / (2 * Math.PI)) * spacing;
    points.push(x + radius * Math.cos(turned), y + radius * Math.sin(turned));
    if (radius >= last) return [Float64Array.from(points)];
    // A chord leaves its arc by r (1 − cos a/2): where the radius is small it is that of the innermost turn.
    turned += 2 * Math.acos(1 - WARP_CHORD / Math.max(radius, spacing / 4));
  }
}
