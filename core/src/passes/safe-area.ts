import type { FramePoint, Point } from '../geometry/point.ts';
import type { Bounds } from '../geometry/polyline.ts';
import { type FrameProfile, reachAfter, rollGrowth } from './frame-profile.ts';

/** Where the head may go, mm. */
export interface SafeArea {
  readonly width: number;
  /** From where the roll ends to where the reach does. */
  readonly top: number;
  readonly bottom: number;
}

/** The safe area with so much cloth rolled up, mm. */
export function safeArea(frame: FrameProfile, rolled: number): SafeArea {
  const top = rollGrowth(frame, rolled);
  return { width: frame.width, top, bottom: top + reachAfter(frame, rolled) };
}

export const isSafe = ({ width, top, bottom }: SafeArea, p: FramePoint): boolean =>
  p.x >= 0 && p.x <= width && p.y >= top && p.y <= bottom;

/** How far something reaches beyond the safe area, mm: left and under the roll below 0, right and past the front above; 0 within. */
export function beyondArea({ minX, maxX, minY, maxY }: Bounds, { width, top, bottom }: SafeArea): Point {
  const farther = (before: number, after: number): number =>
    Math.max(before, after) <= 0 ? 0 : before >= after ? -before : after;
  return { x: farther(-minX, maxX - width), y: farther(top - minY, maxY - bottom) };
}

/** How far to roll on (back, below 0) so that something lies in the middle of the safe area, mm; null when it is deeper. */
export const rollToMiddle = ({ minY, maxY }: Bounds, { top, bottom }: SafeArea): number | null =>
  maxY - minY > bottom - top ? null : (minY + maxY - top - bottom) / 2;
