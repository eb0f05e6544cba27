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

/** Radius of the take-up pole with so much cloth on it, mm: the turns take the area that the cloth has edge on, π·(r² − r₀²) = thickness · length. */
export const rollRadius = (
  { poleRadius, thickness }: Pick<FrameProfile, 'poleRadius' | 'thickness'>,
  rolled: number,
): number => Math.sqrt(poleRadius ** 2 + (thickness * Math.max(0, rolled)) / Math.PI);

/** The band that can be stitched with so much cloth rolled up, mm. It shrinks as the roll grows in the throat. */
export const reachAfter = (frame: Omit<FrameProfile, 'reach'>, rolled: number): number =>
  frame.throat - frame.foot - frame.clamps - rollRadius(frame, rolled);

const frameOf = (measured: Omit<FrameProfile, 'reach'>): FrameProfile => ({
  ...measured,
  reach: reachAfter(measured, 0),
});

/** The generic frame that the stand-in plays: a 12 ft frame with a 30 in throat. */
export const GENERIC_FRAME: FrameProfile = frameOf({
  name: 'stand-in, 12 ft frame, 30 in throat',
  width: 3600,
  throat: 762,
  foot: 40,
  clamps: 44,
  poleRadius: 38,
  thickness: 3,
  // Room at the side for what hangs out, however it is loaded.
  loadedAt: { x: 140, y: 40 },
});
