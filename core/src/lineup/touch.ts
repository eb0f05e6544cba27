import type { ClothPoint, FramePoint } from '../geometry/point.ts';

/** A place of the cloth that can be found again. */
export interface Place {
  /** By the plan. */
  readonly cloth: ClothPoint;
  /**
   * For what was stitched or chalked at the frame: where the head was then, and in which advance. It is found from there, whatever
   * the plan says. Null for what the cloth has of itself.
   */
  readonly since: { readonly advance: number; readonly frame: FramePoint } | null;
}

/** A landmark with the frame position read when the head was put on it. */
export interface Touch extends Place {
  readonly frame: FramePoint;
  /** The advance in which it was read: 0 after loading, one more each time the quilt is rolled or loaded anew. */
  readonly advance: number;
  /** Of the reading on each axis, mm: standard deviation. */
  readonly noise: number;
}

/** Reading noise by the way a point is touched, mm on each axis. */
export const TOUCH_NOISE = {
  /** The head was put on it. */
  head: 0.3,
  /** The needle stayed down in it while the quilt was rolled. */
  needle: 0.15,
  /** A chalk mark is as wide as a line. */
  chalk: 0.5,
  /** The plan was dragged over it on the screen. */
  drag: 1,
} as const;
export type TouchMethod = keyof typeof TOUCH_NOISE;

/** A place of the pieced top as planned. */
export const onTop = (cloth: ClothPoint): Place => ({ cloth, since: null });
