import { cornersOf } from '../cloth/shape.ts';
import { bilinearMap } from '../geometry/bilinear.ts';
import { projectiveMap } from '../geometry/projective.ts';
import { fill } from './fill.ts';
import { type Fit, hasArea } from './fit.ts';
import { innerOf, type WithMargins } from './margins.ts';
import { unitWarp } from './warp.ts';

/** Bends the design to the very corners of a patch that has four. */
export interface CornersRule extends WithMargins {
  readonly kind: 'corners';
  /** `even`: what is evenly spaced along an edge stays so (bilinear). `straight`: straight lines stay straight (projective). */
  readonly bend: 'even' | 'straight';
}

export const corners: Fit<CornersRule> = {
  usual: (margins) => ({ kind: 'corners', margins, bend: 'even' }),
  takes: (shape) => cornersOf(shape).length === 4,

  warp(drawn, seat, { margins, bend }) {
    const exactAt = cornersOf(seat.shape).map(({ id }) => id);
    if (!hasArea(drawn)) {
      // What has no area has nothing to bend.
      const straight = fill.warp(drawn, seat, { kind: 'fill', margins });
      return straight && { ...straight, exactAt };
    }
    const inner = innerOf(seat.shape, { margins });
    if (!inner) return null;
    const [a, b, c, d] = cornersOf(inner).map(({ at }) => at);
    const map = (bend === 'straight' ? projectiveMap : bilinearMap)([a!, b!, c!, d!]);
    return map && unitWarp(drawn.box, map, exactAt);
  },
};
