import { distance, type FramePoint, framePoint, lerp } from '../geometry/point.ts';
import { pointCount, pointIn, segmentAt } from '../geometry/polyline.ts';
import { threadLength } from '../stitch/thread.ts';
import {
  faulted,
  letGo,
  type Head,
  type HeadStep,
  type LoadedStroke,
  type Motion,
  STILL,
  withEvents,
} from './head-model.ts';

/** Speeds of a head that isn't stitching: mm/s and mm/s². */
const TRAVEL = { speed: 250, acceleration: 1200, handSpeed: 900 };
/** How far a rail bends under the hands that have just carried the head, mm, and how long it takes to spring back, s. */
const RAIL_FLEX = 1;
const FLEX_TIME = 0.25;

/** Moves on by `seconds`. However long the step, no hole is skipped and a finished movement ends where it should. */
export function advanceHead(head: Head, seconds: number): HeadStep {
  const { motion } = head;
  if (!motion || head.paused) return { head: springBack(head, seconds), replies: [] };
  return motion.kind === 'travel'
    ? { head: advanceTravel(head, motion, seconds), replies: [] }
    : advanceStroke(head, motion, seconds);
}

/** The rails spring back when nobody leans on them. */
function springBack(head: Head, seconds: number): Head {
  if (head.flex === STILL) return head;
  const left = Math.exp(-seconds / FLEX_TIME);
  const flex = { x: head.flex.x * left, y: head.flex.y * left };
  return { ...head, flex: Math.abs(flex.x) + Math.abs(flex.y) < 0.01 ? STILL : flex };
}

/**
 * Another quilt is on the poles, or the same lies otherwise: what was loaded holds no longer. A needle that is down stays in its hole, so
 * that the cloth carries the head along to `carried`.
 */
export function mountHead(head: Head, quilt: string, advance: number, carried: FramePoint | null): HeadStep {
  if (quilt === head.quilt && advance === head.advance) return { head, replies: [] };
  const at = head.needle === 'down' && carried ? carried : head.at;
  return letGo({ ...head, at, quilt, advance, motion: null, paused: false, bobbinThreadUp: false });
}

function advanceTravel(head: Head, motion: Extract<Motion, { kind: 'travel' }>, seconds: number): Head {
  const elapsed = motion.elapsed + seconds;
  const length = distance(motion.from, motion.to);
  const gone = motion.byHand ? elapsed * TRAVEL.handSpeed : travelled(length, elapsed);
  if (gone >= length - 1e-9) {
    const bent = motion.byHand && length > 0 ? RAIL_FLEX / length : 0;
    const flex = { x: bent * (motion.to.x - motion.from.x), y: bent * (motion.to.y - motion.from.y) };
    return { ...head, at: motion.to, motion: null, flex };
  }
  return { ...head, at: lerp(motion.from, motion.to, gone / length), motion: { ...motion, elapsed } };
}

/** Distance covered after `elapsed` seconds of a movement from rest to rest. */
function travelled(length: number, elapsed: number): number {
  const { speed, acceleration } = TRAVEL;
  const ramp = Math.min(length / 2, (speed * speed) / (2 * acceleration));
  const top = Math.sqrt(2 * acceleration * ramp);
  const rampTime = top / acceleration;
  const whole = 2 * rampTime + (length - 2 * ramp) / top;
  if (length === 0 || elapsed >= whole) return length;
  if (elapsed < rampTime) return (acceleration * elapsed * elapsed) / 2;
  const left = whole - elapsed;
  return left < rampTime ? length - (acceleration * left * left) / 2 : ramp + (elapsed - rampTime) * top;
}

function advanceStroke(head: Head, motion: Extract<Motion, { kind: 'stroke' }>, seconds: number): HeadStep {
  const stroke = head.stroke!;
  const last = pointCount(stroke.points) - 1;
  const clock = motion.clock + seconds;
  const hole = clock >= stroke.clock[last]! ? last : segmentAt(stroke.clock, clock);
  if (motion.rehearsal) {
    if (hole < last)
      return { head: { ...head, at: between(stroke, hole, clock), motion: { ...motion, clock } }, replies: [] };
    return withEvents({ ...head, at: pointIn(stroke.points, last, framePoint), motion: null }, 'rehearsed');
  }
  const used = threadLength(stroke.points, stroke.thickness, stroke.stitch, hole);
  if (used > head.bobbin) return faulted({ ...head, bobbin: 0 }, 'bobbinEmpty');
  const next: Head = { ...head, bobbin: head.bobbin - used, stroke: { ...stroke, stitch: hole } };
  if (hole < last)
    return { head: { ...next, at: between(stroke, hole, clock), motion: { ...motion, clock } }, replies: [] };
  return withEvents(
    { ...next, at: pointIn(stroke.points, last, framePoint), motion: null, needle: 'up', bobbinThreadUp: false },
    'finished',
  );
}

function between(stroke: LoadedStroke, hole: number, clock: number): FramePoint {
  const from = stroke.clock[hole]!;
  const to = stroke.clock[hole + 1]!;
  return lerp(
    pointIn(stroke.points, hole, framePoint),
    pointIn(stroke.points, hole + 1, framePoint),
    to > from ? (clock - from) / (to - from) : 0,
  );
}

/** The time by one clock of a line at which the head is where it is at `time` by another. */
export function sameInstant(before: Float64Array, after: Float64Array, time: number): number {
  const hole = segmentAt(before, time);
  const part = (time - before[hole]!) / (before[hole + 1]! - before[hole]!);
  return after[hole]! + part * (after[hole + 1]! - after[hole]!);
}
