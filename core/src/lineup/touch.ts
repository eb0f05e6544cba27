import type { ClothPoint, FramePoint } from '../geometry/point.ts';

/** A landmark on the plan with the frame position read when the head was put on it. */
export interface Touch {
  readonly cloth: ClothPoint;
  readonly frame: FramePoint;
}
