/** A frame as the pass planner and the head see it; millimetres. */
export interface FrameProfile {
  readonly name: string;
  /** Along the poles. */
  readonly width: number;
  /** From the head's neck to its front end, where the needle may be. */
  readonly throat: number;
  /** What the foot needs before the pole in front, and clamps and leaders behind. */
  readonly foot: number;
  readonly clamps: number;
  /** Of the take-up pole, bare. */
  readonly poleRadius: number;
  /** Of the sandwich as it lies rolled up. */
  readonly thickness: number;
  /** Across the poles: the band that can be stitched while nothing is rolled up. */
  readonly reach: number;
  /** Where the quilt's top-left corner lies, about, when it has just been loaded. */
  readonly loadedAt: { readonly x: number; readonly y: number };
}

/** The generic frame that the stand-in plays: a 12 ft frame with a 30 in throat. */
export const GENERIC_FRAME: FrameProfile = {
  name: 'stand-in, 12 ft frame, 30 in throat',
  width: 3600,
  throat: 762,
  foot: 40,
  clamps: 44,
  poleRadius: 38,
  thickness: 3,
  reach: 640,
  // Room at the side for what hangs out, however it is loaded.
  loadedAt: { x: 140, y: 40 },
};
