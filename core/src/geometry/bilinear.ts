import type { Point } from './point.ts';
import type { UnitMap } from './unit-map.ts';

/** Upper left, upper right, lower right, lower left. */
export type Quad<P extends Point = Point> = readonly [P, P, P, P];

/** The bilinear map of the unit square to a quad: edges stay evenly spaced, corners are exact. */
export function bilinearMap([a, b, c, d]: Quad): UnitMap {
  const [kx, ky] = [a.x - b.x + c.x - d.x, a.y - b.y + c.y - d.y];
  return {
    into(out, i, u, v) {
      out[i] = a.x + u * (b.x - a.x) + v * (d.x - a.x) + u * v * kx;
      out[i + 1] = a.y + u * (b.y - a.y) + v * (d.y - a.y) + u * v * ky;
    },
    slopes: (u, v) => ({
      du: { x: b.x - a.x + v * kx, y: b.y - a.y + v * ky },
      dv: { x: d.x - a.x + u * kx, y: d.y - a.y + u * ky },
    }),
    breaks: { u: [0, 1], v: [0, 1] },
  };
}
