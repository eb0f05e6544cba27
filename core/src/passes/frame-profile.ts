/** What a frame's head can reach between two advances; millimetres. */
export interface FrameProfile {
  readonly name: string;
  /** Along the poles. */
  readonly width: number;
  /** Across them: the band that can be stitched. */
  readonly reach: number;
  /** Where the quilt's top-left corner lies, about, when it has just been loaded. */
  readonly loadedAt: { readonly x: number; readonly y: number };
}

/** The generic frame that the stand-in plays: a 12 ft frame with a 30 in throat. */
export const GENERIC_FRAME: FrameProfile = {
  name: 'stand-in, 12 ft frame, 30 in throat',
  width: 3600,
  reach: 640,
  loadedAt: { x: 60, y: 40 },
};
