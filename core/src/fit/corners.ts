import { cornersOf, insetOf } from '../cloth/shape.ts';
import { applyBilinear, type Bilinear, bilinearJacobian, bilinearPoint } from '../geometry/bilinear.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { fill } from './fill.ts';
import type { Fit, WithMargin } from './fit.ts';

/** Bends the design (bilinear: edges stay evenly spaced) to the very corners of a patch that has four. */
export interface CornersRule extends WithMargin {
  readonly kind: 'corners';
}

export const corners: Fit<CornersRule> = {
  takes: (shape) => cornersOf(shape).length === 4,

  warp(drawn, shape, { margin }) {
    const { box } = drawn;
    const exactAt = cornersOf(shape).map(({ id }) => id);
    if (!(box.maxX > box.minX && box.maxY > box.minY)) {
      // What has no area has nothing to bend.
      const straight = fill.warp(drawn, shape, { kind: 'fill', margin });
      return straight && { ...straight, exactAt };
    }
    const inner = insetOf(shape, margin);
    if (!inner) return null;
    const [a, b, c, d] = cornersOf(inner).map(({ at }) => at);
    const bilinear: Bilinear<ClothPoint> = { box, quad: [a!, b!, c!, d!] };
    return {
      box,
      mapLine: (line) => applyBilinear(bilinear, line),
      mapPoint: (p) => bilinearPoint(bilinear, p),
      jacobian: (u, v) => bilinearJacobian(bilinear, u, v),
      outline: bilinear.quad,
      exactAt,
    };
  },
};
