import { outlineOf } from '../cloth/shape.ts';
import type { Fit } from './fit.ts';
import { turnedCopy } from './turned-copy.ts';
import { largestCopy } from './largest-copy.ts';
import { innerOf, type WithMargins } from './margins.ts';
import { centredWarp } from './warp.ts';

/** Keeps the proportions: the largest copy that lies inside. */
export interface ContainRule extends WithMargins {
  readonly kind: 'contain';
  /** As it sits in the patch, or turned by whatever makes it largest. */
  readonly turn: 'held' | 'free';
}

export const contain: Fit<ContainRule> = {
  usual: (margins) => ({ kind: 'contain', margins, turn: 'held' }),
  takes: () => true,

  warp(drawn, { shape, angle }, rule) {
    const inner = innerOf(shape, rule);
    if (!inner) return null;
    const ring = outlineOf(inner);
    if (rule.turn === 'free') {
      const turned = turnedCopy(drawn, ring, angle);
      return turned && centredWarp(drawn.box, turned.scale, turned.scale, turned.angle, turned.centre);
    }
    const copy = largestCopy(drawn, ring, angle);
    return copy && centredWarp(drawn.box, copy.scale, copy.scale, angle, copy.centre);
  },
};
