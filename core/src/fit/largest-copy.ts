import { clothPoint, type Point } from '../geometry/point.ts';
import { centroid, isConvex } from '../geometry/polygon.ts';
import type { Copy } from './copy.ts';
import { copyInBends } from './copy-in-bends.ts';
import { copyInConvex } from './copy-in-convex.ts';
import type { Drawn } from './fit.ts';

/**
 * The largest copy of what is drawn, turned by an angle, that lies inside a clockwise ring; in the middle where it has room (DESIGN.md, "Largest
 * copy"). Null where there is none.
 * @param stretch how much wider than high it is made before
 */
export function largestCopy({ box, hull }: Drawn, ring: readonly Point[], angle: number, stretch = 1): Copy | null {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const turned = hull().map((p) => {
    const [x, y] = [stretch * (p.x - middle.x), p.y - middle.y];
    return { x: cos * x - sin * y, y: sin * x + cos * y };
  });
  // A point has no size to grow to.
  if (turned.every(({ x, y }) => x === 0 && y === 0)) {
    const { x, y } = centroid(ring);
    return { scale: 1, centre: clothPoint(x, y) };
  }
  return isConvex(ring) ? copyInConvex(turned, ring) : copyInBends(turned, ring);
}
