import { cornersOf, insetOf } from '../cloth/shape.ts';
import { compose, rotation, scaling, translation } from '../geometry/affine.ts';
import type { Fit, WithMargin } from './fit.ts';
import { uprightBox } from './upright-box.ts';
import { affineWarp } from './warp.ts';

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
    const both = Number.isFinite(sx) && Number.isFinite(sy) ? [sx, sy] : [alone, alone];
    const [across, down] = both.map((scale) => (Number.isFinite(scale) ? scale : 1));
    return affineWarp(
      box,
      compose(
        translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2),
        scaling(across!, down!),
        rotation(angle),
        translation(centre.x, centre.y),
      ),
    );
  },
};
