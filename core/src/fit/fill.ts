import { cornersOf, insetOf } from '../cloth/shape.ts';
import type { Fit, WithMargin } from './fit.ts';
import { uprightBox } from './upright-box.ts';
import { centredWarp } from './warp.ts';

/** Stretches the design to the upright box of a patch with four corners. */
export interface FillRule extends WithMargin {
  readonly kind: 'fill';
}

export const fill: Fit<FillRule> = {
  takes: (shape) => cornersOf(shape).length === 4,

  warp(box, shape, { margin }) {
    const inner = insetOf(shape, margin);
    if (!inner) return null;
    const { centre, angle, width, height } = uprightBox(cornersOf(inner).map(({ at }) => at));
    const [sx, sy] = [width / (box.maxX - box.minX), height / (box.maxY - box.minY)];
    // A straight line is scaled by its length alone, a point not at all.
    const alone = Math.min(sx, sy);
    const both = Number.isFinite(sx) && Number.isFinite(sy);
    return centredWarp(box, both ? sx : alone, both ? sy : alone, angle, centre);
  },
};
