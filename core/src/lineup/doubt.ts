import type { Point } from '../geometry/point.ts';

/** Doubt of a position: variances along x and y and their covariance, in mm². */
export interface Doubt {
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/** 95 % of two normal coordinates lie within this many standard deviations (√5.991). */
const SIGMAS_95 = 2.4477;

export interface DoubtEllipse {
  /** Half axes in mm of the ellipse that holds the true place in 95 of 100 cases. */
  readonly major: number;
  readonly minor: number;
  /** Radians from the x axis to the major axis. */
  readonly angle: number;
}

export function doubtEllipse({ xx, xy, yy }: Doubt): DoubtEllipse {
  const mean = (xx + yy) / 2;
  const spread = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
  return {
    major: SIGMAS_95 * Math.sqrt(Math.max(0, mean + spread)),
    minor: SIGMAS_95 * Math.sqrt(Math.max(0, mean - spread)),
    angle: Math.atan2(2 * xy, xx - yy) / 2,
  };
}

/** How far the ellipse reaches along x and along y from its middle, mm. */
export const doubtExtent = ({ major, minor, angle }: DoubtEllipse): Point => ({
  x: Math.hypot(major * Math.cos(angle), minor * Math.sin(angle)),
  y: Math.hypot(major * Math.sin(angle), minor * Math.cos(angle)),
});

/** The longer half axis of the 95 % ellipse, mm. */
export const bound95 = ({ xx, xy, yy }: Doubt): number => bound95Of(xx, xy, yy);

/** The same by its numbers, for inner loops. */
export function bound95Of(xx: number, xy: number, yy: number): number {
  const half = (xx - yy) / 2;
  return SIGMAS_95 * Math.sqrt(Math.max(0, (xx + yy) / 2 + Math.sqrt(half * half + xy * xy)));
}
