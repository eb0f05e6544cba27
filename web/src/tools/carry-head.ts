import { type FramePoint, framePoint, type SafeArea } from '@gorse/core';
import type { Tool } from './hand.ts';

/** The head is told where it is carried no oftener than this, ms. */
const CARRY_EVERY = 30;

/** Hands carry the head within its reach. Where they have carried it, it stays. */
export function carryHead(
  area: SafeArea,
  carry: (to: FramePoint) => void,
  now: () => number = Date.now,
): Tool<FramePoint> {
  let told = -Infinity;
  const within = ({ x, y }: FramePoint): FramePoint =>
    framePoint(Math.min(area.width, Math.max(0, x)), Math.min(area.bottom, Math.max(area.top, y)));
  return {
    move(to) {
      if (now() - told < CARRY_EVERY) return;
      told = now();
      carry(within(to));
    },
    end: (to) => carry(within(to)),
    cancel: () => undefined,
  };
}
