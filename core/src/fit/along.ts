import { cornersOf, edgesOf } from '../cloth/shape.ts';
import { curveThrough } from '../geometry/curve.ts';
import { ruledMap } from '../geometry/ruled.ts';
import { corners } from './corners.ts';
import { type Fit, hasArea } from './fit.ts';
import { innerOf, type WithMargins } from './margins.ts';
import { unitWarp } from './warp.ts';

/** Runs the design along a strip: evenly by the length of its middle, across straight from the upper to the lower edge. */
export interface AlongRule extends WithMargins {
  readonly kind: 'along';
}

export const along: Fit<AlongRule> = {
  usual: (margins) => ({ kind: 'along', margins }),
  takes: (shape) => cornersOf(shape).length === 4,

  warp(drawn, seat, { margins }) {
    const exactAt = cornersOf(seat.shape).map(({ id }) => id);
    if (!hasArea(drawn)) {
      const straight = corners.warp(drawn, seat, { kind: 'corners', margins, bend: 'even' });
      return straight && { ...straight, exactAt };
    }
    const inner = innerOf(seat.shape, { margins });
    if (!inner) return null;
    const [top, , bottom] = edgesOf(inner).map(({ line }) => line);
    return unitWarp(drawn.box, ruledMap(curveThrough(top!), curveThrough(bottom!.toReversed())), exactAt);
  },
};
