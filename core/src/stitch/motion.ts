import { type Polyline, pointCount } from '../geometry/polyline.ts';

/** What a head can do; the generic frame of the demo. */
export interface MotionProfile {
  /** Needle cycles a minute at most. */
  readonly stitchesPerMinute: number;
  /** mm/s along the line, with the needle going. */
  readonly topSpeed: number;
  /** mm/s², along the line and across it (in curves and at corners). */
  readonly acceleration: number;
  /** mm/s through a corner that turns right back. */
  readonly cornerSpeed: number;
}

export const GENERIC_MOTION: MotionProfile = {
  stitchesPerMinute: 1500,
  topSpeed: 120,
  acceleration: 600,
  cornerSpeed: 8,
};

/** Seconds from the first hole to each hole, starting and ending at rest; no stitch is faster than the needle. */
export function stitchClock(needle: Polyline, profile: MotionProfile): Float64Array<ArrayBuffer> {
  const step = stitchLengths(needle);
  const speed = speedsAtHoles(needle, step, profile);
  const cycle = 60 / profile.stitchesPerMinute;
  const clock = new Float64Array(step.length);
  for (let i = 1; i < clock.length; i++) {
    const mean = (speed[i - 1]! + speed[i]!) / 2;
    const travel = mean > 0 ? step[i]! / mean : 2 * Math.sqrt(step[i]! / profile.acceleration);
    clock[i] = clock[i - 1]! + Math.max(cycle, travel);
  }
  return clock;
}

/** Of the stitch to each hole, mm; 0 for the first. */
export function stitchLengths(needle: Polyline): Float64Array {
  const step = new Float64Array(pointCount(needle));
  for (let i = 1; i < step.length; i++) {
    step[i] = Math.sqrt((needle[2 * i]! - needle[2 * i - 2]!) ** 2 + (needle[2 * i + 1]! - needle[2 * i - 1]!) ** 2);
  }
  return step;
}

/**
 * mm/s at each hole. Bounded by the needle's rate over the shorter stitch beside it, the top speed and the turn there (a corner of angle φ is
 * taken like an arc through both neighbours: v² ≤ a·r), then by acceleration in a forward and a backward sweep (Bobrow et al. 1985).
 * @param step `stitchLengths` of the holes
 */
export function speedsAtHoles(needle: Polyline, step: Float64Array, profile: MotionProfile): Float64Array {
  const n = step.length;
  const rate = profile.stitchesPerMinute / 60;
  const speed = new Float64Array(n);
  for (let i = 1; i < n - 1; i++) {
    const shorter = Math.min(step[i]!, step[i + 1]!);
    speed[i] = Math.min(profile.topSpeed, shorter * rate, turnSpeed(needle, i, step[i]!, step[i + 1]!, profile));
  }
  const reach = (v: number, length: number): number => Math.sqrt(v * v + 2 * profile.acceleration * length);
  for (let i = 1; i < n; i++) speed[i] = Math.min(speed[i]!, reach(speed[i - 1]!, step[i]!));
  for (let i = n - 2; i >= 0; i--) speed[i] = Math.min(speed[i]!, reach(speed[i + 1]!, step[i + 1]!));
  return speed;
}

function turnSpeed(needle: Polyline, i: number, before: number, after: number, profile: MotionProfile): number {
  const [x, y] = [needle[2 * i]!, needle[2 * i + 1]!];
  const [ux, uy] = [x - needle[2 * i - 2]!, y - needle[2 * i - 1]!];
  const [vx, vy] = [needle[2 * i + 2]! - x, needle[2 * i + 3]! - y];
  const tanOfHalf = Math.abs(ux * vy - uy * vx) / (before * after + ux * vx + uy * vy);
  return speedByHalf(tanOfHalf, Math.min(before, after), profile);
}

/** mm/s at which a corner of this turn (radians) can be taken between two stitches of this length (mm). */
export const speedAtCorner = (turn: number, stitch: number, profile: MotionProfile): number =>
  speedByHalf(Math.tan(turn / 2), stitch, profile);

/** @param tanOfHalf of half the turn; NaN, of a stitch without length, counts as one right back */
const speedByHalf = (tanOfHalf: number, stitch: number, { acceleration, cornerSpeed }: MotionProfile): number =>
  tanOfHalf < STRAIGHT ? Infinity : Math.max(Math.sqrt((acceleration * stitch) / 2 / tanOfHalf) || 0, cornerSpeed);
/** A corner that turns by less is none. */
const STRAIGHT = 5e-7;

/** mm/s at which a bend of this radius (mm) can be taken: v² ≤ a·r. */
export const speedAtBend = (radius: number, profile: MotionProfile): number => Math.sqrt(profile.acceleration * radius);
