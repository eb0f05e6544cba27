import type { FramePoint } from '../geometry/point.ts';
import { distance, lerp } from '../geometry/point.ts';
import { type Polyline, pointCount, pointOf } from '../geometry/polyline.ts';
import { type FrameProfile, fullReach, GENERIC_FRAME } from '../passes/frame-profile.ts';
import { GENERIC_MOTION, type MotionProfile, stitchClock } from '../stitch/motion.ts';
import { BOBBIN_LENGTH, threadLength } from '../stitch/thread.ts';
import { HEAD_ON_POINT } from '../tolerances.ts';
import type {
  HeadCommand,
  FrameEventKind,
  FrameFault,
  FrameMode,
  FrameReply,
  FrameState,
  NeedlePosition,
} from './frame-messages.ts';
import { FRAME_LINK_VERSION } from './frame-messages.ts';

/** Speeds of a head that isn't stitching: mm/s and mm/s². */
const TRAVEL = { speed: 250, acceleration: 1200, handSpeed: 900 };
/** How far a rail bends under the hands that have just carried the head, mm, and how long it takes to spring back, s. */
const RAIL_FLEX = 1;
const FLEX_TIME = 0.25;

/** What the head does at the moment. */
type Motion =
  | {
      readonly kind: 'travel';
      readonly from: FramePoint;
      readonly to: FramePoint;
      readonly elapsed: number;
      readonly byHand: boolean;
    }
  /** Along the loaded stroke; `clock` is its time since the stroke's first hole. */
  | { readonly kind: 'stroke'; readonly rehearsal: boolean; readonly clock: number };

interface LoadedStroke {
  readonly run: string;
  readonly points: Polyline;
  readonly clock: Float64Array;
  /** Last hole made. */
  readonly stitch: number;
}

/** The stand-in's head as plain data. */
export interface Head {
  readonly at: FramePoint;
  readonly needle: NeedlePosition;
  readonly motion: Motion | null;
  readonly paused: boolean;
  readonly stroke: LoadedStroke | null;
  /** How often the quilt was rolled or loaded anew, as the head has been told. */
  readonly advance: number;
  /** How far the rails are bent by the hands that carried it, mm: it goes when they let go. */
  readonly flex: FramePoint;
  readonly bobbinThreadUp: boolean;
  /** mm of bobbin thread left. */
  readonly bobbin: number;
  readonly fault: FrameFault | null;
}

/** Where the head may go, mm. */
export interface SafeArea {
  readonly width: number;
  /** From where the roll ends to where the reach does. */
  readonly top: number;
  readonly bottom: number;
}

export interface HeadProfile {
  readonly name: string;
  readonly area: SafeArea;
  readonly motion: MotionProfile;
  /** Reading noise of a touch on one axis. */
  readonly noise: () => number;
}

const STILL: FramePoint = { x: 0, y: 0 };

export const newHead = (): Head => ({
  at: { x: 0, y: 0 },
  needle: 'up',
  motion: null,
  paused: false,
  stroke: null,
  advance: 0,
  flex: STILL,
  bobbinThreadUp: false,
  bobbin: BOBBIN_LENGTH,
  fault: null,
});

export interface HeadStep {
  readonly head: Head;
  readonly replies: readonly FrameReply[];
}

/** Carries out a command, or refuses it with the reason. The interlocks are here: no travel with the needle down, nothing outside the reach, stop always. */
export function commandHead(head: Head, command: HeadCommand, profile: HeadProfile): HeadStep {
  const refuse = (sentence: string): HeadStep => ({
    head,
    replies: [{ type: 'refused', command: command.type, sentence }],
  });
  const done = (next: Partial<Head>, ...events: FrameEventKind[]): HeadStep =>
    withEvents({ ...head, ...next }, ...events);
  switch (command.type) {
    case 'hello':
      return command.version === FRAME_LINK_VERSION
        ? {
            head,
            replies: [
              {
                type: 'hello',
                version: FRAME_LINK_VERSION,
                name: profile.name,
                standIn: true,
                width: profile.area.width,
                reach: profile.area.bottom,
              },
            ],
          }
        : refuse(`This frame speaks version ${FRAME_LINK_VERSION} of the frame link, not ${command.version}.`);
    case 'stop': {
      const busy = head.motion !== null || head.paused;
      return done(
        { motion: null, paused: false, needle: 'up', bobbinThreadUp: false },
        ...(busy ? (['stopped'] as const) : []),
      );
    }
    case 'pause':
      return isStitching(head) && !head.paused
        ? done({ paused: true }, 'paused')
        : refuse('Nothing is being stitched.');
    case 'resume':
      return head.paused ? done({ paused: false }, 'resumed') : refuse('Nothing is paused.');
    case 'fault':
      return faulted(head, command.fault);
    case 'jog':
    case 'carry':
    case 'goTo':
      return travel(head, command, profile, refuse);
    case 'touch':
      if (head.motion) return refuse('The head is moving. Wait until it rests, then touch.');
      return {
        head,
        replies: [
          {
            type: 'touched',
            x: head.at.x + head.flex.x + profile.noise(),
            y: head.at.y + head.flex.y + profile.noise(),
          },
        ],
      };
    case 'needle':
      return head.motion
        ? refuse('The head is moving. Stop it before moving the needle.')
        : done({ needle: command.position });
    case 'bobbinThread':
      if (head.motion) return refuse('The head is moving. Bring up the bobbin thread when it rests.');
      if (!head.stroke || !onNextHole(head, head.stroke))
        return refuse('Move to the starting hole first, then bring up the bobbin thread.');
      if (head.fault) return refuse(faultSentence(head.fault));
      return done({ needle: 'up', bobbinThreadUp: true }, 'bobbinThreadUp');
    case 'load':
      return load(head, command, profile, refuse);
    case 'rehearse':
    case 'start':
      return begin(head, command.type === 'rehearse', refuse);
  }
}

type Refuse = (sentence: string) => HeadStep;

function travel(
  head: Head,
  command: Extract<HeadCommand, { type: 'jog' | 'carry' | 'goTo' }>,
  { area }: HeadProfile,
  refuse: Refuse,
): HeadStep {
  if (head.needle === 'down') return refuse('The needle is down. Raise it before the head travels.');
  if (head.motion?.kind === 'stroke') return refuse('The head is on its way along the line. Stop it first.');
  const to =
    command.type === 'jog' ? { x: head.at.x + command.dx, y: head.at.y + command.dy } : { x: command.x, y: command.y };
  if (!isSafe(area, to)) return refuse('That is outside the safe area of this frame.');
  if (!head.motion && distance(head.at, to) === 0) return { head, replies: [] };
  return {
    head: {
      ...head,
      bobbinThreadUp: false,
      motion: { kind: 'travel', from: head.at, to, elapsed: 0, byHand: command.type === 'carry' },
    },
    replies: [],
  };
}

function load(
  head: Head,
  command: Extract<HeadCommand, { type: 'load' }>,
  profile: HeadProfile,
  refuse: Refuse,
): HeadStep {
  if (head.motion) return refuse('The head is moving. Stop it before another line is loaded.');
  if (command.advance !== head.advance)
    return refuse('This line was lined up before the quilt was rolled or moved. Line up again, then load it.');
  const points = Float64Array.from(command.points);
  const count = pointCount(points);
  if (count < 2 || !(command.from >= 0 && command.from < count - 1))
    return refuse('The line has no hole to start from.');
  for (let i = 0; i < count; i++) {
    if (!isSafe(profile.area, pointOf(points, i)))
      return refuse(`Hole ${i + 1} of the line lies outside the safe area of this frame.`);
  }
  const stroke = { run: command.run, points, clock: stitchClock(points, profile.motion), stitch: command.from };
  return withEvents({ ...head, stroke, paused: false, bobbinThreadUp: false, needle: 'up' }, 'loaded');
}

function begin(head: Head, rehearsal: boolean, refuse: Refuse): HeadStep {
  const { stroke } = head;
  if (!stroke) return refuse('No line is loaded.');
  if (head.motion) return refuse('The head is moving already.');
  if (head.needle === 'down') return refuse('The needle is down. Raise it first.');
  if (!onNextHole(head, stroke)) return refuse('The head is not on the starting hole. Move it there first.');
  if (head.fault) return refuse(faultSentence(head.fault));
  if (!rehearsal && !head.bobbinThreadUp) return refuse('Bring up the bobbin thread first.');
  const motion: Motion = { kind: 'stroke', rehearsal, clock: stroke.clock[stroke.stitch]! };
  return rehearsal
    ? { head: { ...head, motion, bobbinThreadUp: false }, replies: [] }
    : withEvents({ ...head, motion, needle: 'down' }, 'started');
}

function faulted(head: Head, fault: FrameFault | null): HeadStep {
  if (fault === null) {
    const bobbin = head.fault === 'bobbinEmpty' ? BOBBIN_LENGTH : head.bobbin;
    return withEvents({ ...head, fault: null, bobbin }, ...(head.fault ? (['mended'] as const) : []));
  }
  return withEvents({ ...head, fault, motion: null, paused: false, needle: 'up', bobbinThreadUp: false }, fault);
}

const faultSentence = (fault: FrameFault): string =>
  fault === 'threadBroke'
    ? 'The thread broke. Mend it and say so, then go on.'
    : 'The bobbin is empty. Change it and say so, then go on.';

/** Moves on by `seconds`. However long the step, no hole is skipped and a finished movement ends where it should. */
export function advanceHead(head: Head, seconds: number): HeadStep {
  const { motion } = head;
  if (!motion || head.paused) return { head: letGo(head, seconds), replies: [] };
  return motion.kind === 'travel'
    ? { head: advanceTravel(head, motion, seconds), replies: [] }
    : advanceStroke(head, motion, seconds);
}

/** The rails spring back when nobody leans on them. */
function letGo(head: Head, seconds: number): Head {
  if (head.flex === STILL) return head;
  const left = Math.exp(-seconds / FLEX_TIME);
  const flex = { x: head.flex.x * left, y: head.flex.y * left };
  return { ...head, flex: Math.abs(flex.x) + Math.abs(flex.y) < 0.01 ? STILL : flex };
}

/**
 * The quilt lies otherwise now: what was loaded holds no longer. A needle that is down stays in its hole, so that the cloth carries the head
 * along to `carried`.
 */
export const mountHead = (head: Head, advance: number, carried: FramePoint | null): Head =>
  advance === head.advance
    ? head
    : {
        ...head,
        at: head.needle === 'down' && carried ? carried : head.at,
        advance,
        stroke: null,
        motion: null,
        paused: false,
        bobbinThreadUp: false,
      };

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
  const hole = lastAtOrBefore(stroke.clock, clock);
  if (motion.rehearsal) {
    if (hole < last)
      return { head: { ...head, at: between(stroke, hole, clock), motion: { ...motion, clock } }, replies: [] };
    return withEvents({ ...head, at: pointOf(stroke.points, last), motion: null }, 'rehearsed');
  }
  const used = threadLength(stroke.points, stroke.stitch, hole);
  if (used > head.bobbin) return faulted({ ...head, bobbin: 0 }, 'bobbinEmpty');
  const next: Head = { ...head, bobbin: head.bobbin - used, stroke: { ...stroke, stitch: hole } };
  if (hole < last)
    return { head: { ...next, at: between(stroke, hole, clock), motion: { ...motion, clock } }, replies: [] };
  return withEvents(
    { ...next, at: pointOf(stroke.points, last), motion: null, needle: 'up', bobbinThreadUp: false },
    'finished',
  );
}

function between(stroke: LoadedStroke, hole: number, clock: number): FramePoint {
  const from = stroke.clock[hole]!;
  const to = stroke.clock[hole + 1]!;
  return lerp(
    pointOf(stroke.points, hole),
    pointOf(stroke.points, hole + 1),
    to > from ? (clock - from) / (to - from) : 0,
  );
}

function lastAtOrBefore(clock: Float64Array, time: number): number {
  let low = 0;
  let high = clock.length - 1;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (clock[mid]! <= time) low = mid;
    else high = mid - 1;
  }
  return low;
}

const isSafe = (area: SafeArea, p: FramePoint): boolean =>
  p.x >= 0 && p.x <= area.width && p.y >= area.top && p.y <= area.bottom;

const onNextHole = (head: Head, stroke: LoadedStroke): boolean =>
  distance(head.at, pointOf(stroke.points, stroke.stitch)) <= HEAD_ON_POINT;

const isStitching = (head: Head): boolean => head.motion?.kind === 'stroke' && !head.motion.rehearsal;

const withEvents = (head: Head, ...events: FrameEventKind[]): HeadStep => ({
  head,
  replies: events.map((kind) => ({
    type: 'event',
    kind,
    run: head.stroke?.run ?? null,
    stitch: head.stroke?.stitch ?? 0,
  })),
});

/** What the frame tells of itself. */
export function headState(head: Head): FrameState {
  const mode: FrameMode = head.paused
    ? 'paused'
    : !head.motion
      ? 'idle'
      : head.motion.kind === 'travel'
        ? 'moving'
        : head.motion.rehearsal
          ? 'rehearsing'
          : 'stitching';
  const { stroke } = head;
  const clock = head.motion?.kind === 'stroke' ? head.motion.clock : (stroke?.clock[stroke.stitch] ?? 0);
  return {
    type: 'state',
    mode,
    needle: head.needle,
    x: head.at.x,
    y: head.at.y,
    run: stroke && {
      id: stroke.run,
      stitch: stroke.stitch,
      of: pointCount(stroke.points) - 1,
      secondsLeft: Math.max(0, stroke.clock.at(-1)! - clock),
    },
    bobbinThreadUp: head.bobbinThreadUp,
    bobbin: head.bobbin / BOBBIN_LENGTH,
    fault: head.fault,
  };
}

/** The usual stand-in. */
export const standInProfile = (noise: () => number, frame: FrameProfile = GENERIC_FRAME): HeadProfile => ({
  name: frame.name,
  area: { width: frame.width, top: 0, bottom: fullReach(frame) },
  motion: GENERIC_MOTION,
  noise,
});
