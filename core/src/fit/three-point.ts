import { cornersOf } from '../cloth/shape.ts';
import { affineThrough } from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import { contain } from './contain.ts';
import { type Drawn, type Fit, hasArea } from './fit.ts';
import { innerOf, type WithMargins } from './margins.ts';
import { affineWarp } from './warp.ts';

/** Takes the design's point and the two ends of its bottom to the three corners of a triangle. */
export interface ThreePointRule extends WithMargins {
  readonly kind: 'threePoint';
  /** Which corner its point goes to, counted clockwise from the one that is the triangle's own. */
  readonly apex: 0 | 1 | 2;
}

export const threePoint: Fit<ThreePointRule> = {
  usual: (margins) => ({ kind: 'threePoint', margins, apex: 0 }),
  takes: (shape) => cornersOf(shape).length === 3,

  warp(drawn, seat, { margins, apex }) {
    const exactAt = cornersOf(seat.shape).map(({ id }) => id);
    if (!hasArea(drawn)) {
      // A line has no three points: it is laid as large as it can be.
      const copy = contain.warp(drawn, seat, { kind: 'contain', margins, turn: 'held' });
      return copy && { ...copy, exactAt };
    }
    const inner = innerOf(seat.shape, { margins });
    if (!inner) return null;
    const corners = cornersOf(inner).map(({ at }) => at);
    const at = (i: number): ClothPoint => corners[(apex + i) % 3]!;
    const map = affineThrough(triangleOf(drawn), [at(0), at(1), at(2)]);
    return map && affineWarp(drawn.box, map, exactAt);
  },
};

/** So near its top, as a part of its height, a design's point is looked for. */
const TOP = 0.02;

/** What a design for a triangle is drawn in: its point, in the middle of its highest stretch, and the lower corners of its box; clockwise. */
export function triangleOf({ box, hull }: Drawn): readonly [Point, Point, Point] {
  const top = hull().filter(({ y }) => y <= box.minY + TOP * (box.maxY - box.minY));
  const xs = top.map(({ x }) => x);
  return [
    { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY },
  ];
}
