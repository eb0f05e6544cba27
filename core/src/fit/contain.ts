import { insetOf, outlineOf } from '../cloth/shape.ts';
import type { Fit, WithMargin } from './fit.ts';
import { largestCopy } from './largest-copy.ts';
import { uprightAngle } from './upright-angle.ts';
import { centredWarp } from './warp.ts';

/** Keeps the proportions: the largest copy that lies inside, upright in the patch. */
export interface ContainRule extends WithMargin {
  readonly kind: 'contain';
}

export const contain: Fit<ContainRule> = {
  takes: () => true,

  warp(drawn, shape, { margin }) {
    const inner = insetOf(shape, margin);
    if (!inner) return null;
    const angle = uprightAngle(inner);
    const copy = largestCopy(drawn.box, drawn.hull(), outlineOf(inner), angle);
    return copy && centredWarp(drawn.box, copy.scale, copy.scale, angle, copy.centre);
  },
};
