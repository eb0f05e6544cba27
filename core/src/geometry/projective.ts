import { fitHomography } from './homography.ts';
import type { Quad } from './bilinear.ts';
import type { UnitMap } from './unit-map.ts';

const UNIT = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

/** The projective map of the unit square to a quad: straight lines stay straight, corners are exact. Null when the quad isn't convex. */
export function projectiveMap(quad: Quad): UnitMap | null {
  const h = fitHomography(
    UNIT.map((from, i) => ({ from, to: quad[i]! })),
    1,
  );
  if (!h) return null;
  const [a, b, c, d, e, f, g, k] = h;
  return {
    into(out, i, u, v) {
      const w = g * u + k * v + 1;
      out[i] = (a * u + b * v + c) / w;
      out[i + 1] = (d * u + e * v + f) / w;
    },
    slopes(u, v) {
      const w = g * u + k * v + 1;
      const [x, y] = [(a * u + b * v + c) / w, (d * u + e * v + f) / w];
      return { du: { x: (a - g * x) / w, y: (d - g * y) / w }, dv: { x: (b - k * x) / w, y: (e - k * y) / w } };
    },
    // It has its extremes at the corners.
    breaks: { u: [0, 1], v: [0, 1] },
  };
}
