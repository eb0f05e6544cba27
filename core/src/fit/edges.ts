import { cornersOf, edgesOf } from '../cloth/shape.ts';
import { coonsMap } from '../geometry/coons.ts';
import { curveThrough } from '../geometry/curve.ts';
import { corners } from './corners.ts';
import { type Fit, hasArea } from './fit.ts';
import { innerOf, type WithMargins } from './margins.ts';
import { unitWarp } from './warp.ts';

/** Bends the design to all four edges of a patch as they run, whatever way they wander. */
export interface EdgesRule extends WithMargins {
  readonly kind: 'edges';
}

export const edges: Fit<EdgesRule> = {
  usual: (margins) => ({ kind: 'edges', margins }),
  takes: (shape) => cornersOf(shape).length === 4,

  warp(drawn, seat, { margins }) {
    const exactAt = seat.shape.map(({ id }) => id);
    if (!hasArea(drawn)) {
      const straight = corners.warp(drawn, seat, { kind: 'corners', margins, bend: 'even' });
      return straight && { ...straight, exactAt };
    }
    const inner = innerOf(seat.shape, { margins });
    if (!inner) return null;
    const [top, right, bottom, left] = edgesOf(inner).map(({ line }) => line);
    const sides = {
      top: curveThrough(top!),
      right: curveThrough(right!),
      bottom: curveThrough(bottom!.toReversed()),
      left: curveThrough(left!.toReversed()),
    };
    return unitWarp(drawn.box, coonsMap(sides), exactAt);
  },
};
