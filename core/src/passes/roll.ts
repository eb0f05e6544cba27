import type { FrameProfile } from './frame-profile.ts';

/** Radius of the take-up pole with so much cloth on it, mm: the turns take the area that the cloth has edge on, π·(r² − r₀²) = thickness · length. */
export const rollRadius = ({ poleRadius, thickness }: FrameProfile, rolled: number): number =>
  Math.sqrt(poleRadius ** 2 + (thickness * Math.max(0, rolled)) / Math.PI);

/** The band that can be stitched with so much cloth rolled up, mm. It shrinks as the roll grows in the throat. */
export const reachAfter = (frame: FrameProfile, rolled: number): number =>
  frame.throat - frame.foot - frame.clamps - rollRadius(frame, rolled);
