import { type FramePoint, minus, type Point } from '@gorse/core';
import type { Tool } from './hand.ts';

/** The plan is dragged over the cloth: what lay at one place is to lie at another. */
export const dragPlan = (
  from: FramePoint,
  show: (by: Point | null) => void,
  drop: (from: FramePoint, to: FramePoint) => void,
): Tool<FramePoint> => ({
  move: (to) => show(minus(to, from)),
  end(to) {
    show(null);
    drop(from, to);
  },
  cancel: () => show(null),
});
