import { distance, type FramePoint, framePoint, plus } from '../geometry/point.ts';
import { pointCount, pointIn, type Polyline } from '../geometry/polyline.ts';
import {
  FRAME_LINK_VERSION,
  type FrameEventKind,
  type FrameMode,
  type FrameReply,
  type FrameState,
  type HeadCommand,
  type LoadCommand,
} from '../frame/frame-link.ts';
import { type HeadSeen, interlock } from '../frame/interlocks.ts';
import { type FrameProfile, GENERIC_FRAME } from '../passes/frame-profile.ts';
import { safeArea } from '../passes/safe-area.ts';
import { PLANNED_SPEED, type Speed } from '../run/speed.ts';
import { GENERIC_MOTION, type MotionProfile, stitchClock } from '../stitch/motion.ts';
import { BOBBIN_LENGTH } from '../stitch/thread.ts';
import { sameInstant } from './head-motion.ts';
import {
  faulted,
  letGo,
  type Head,
  type HeadProfile,
  type HeadStep,
  type LoadedStroke,
  type Motion,
  withEvents,
} from './head-model.ts';

/** Carries out a command, or refuses it with the reason: what may be done is the interlocks' to say. Stop and pause are always answered. */
export function commandHead(head: Head, command: HeadCommand, profile: HeadProfile): HeadStep {
  const refusal = interlock(command, headSeen(head, profile));
  const answer: FrameReply[] =
    command.type === 'stop' || command.type === 'pause' ? [{ type: 'confirmed', command: command.type }] : [];
  if (refusal !== null)
    return { head, replies: [...answer, { type: 'refused', command: command.type, sentence: refusal }] };
  const { head: next, replies } = carriedOut(head, command, profile);
  return { head: next, replies: [...answer, ...replies] };
}

/** What the head knows of itself. */
export const headSeen = (head: Head, { area }: HeadProfile): HeadSeen => ({
  ...{ at: head.at, mode: modeOf(head), needle: head.needle, fault: head.fault, area, advance: head.advance },
  bobbinThreadUp: head.bobbinThreadUp,
  loaded: head.stroke && {
    run: head.stroke.run,
    hash: head.stroke.hash,
    next: pointIn(head.stroke.points, head.stroke.stitch, framePoint),
  },
});

function carriedOut(head: Head, command: HeadCommand, profile: HeadProfile): HeadStep {
  const done = (next: Partial<Head>, ...events: FrameEventKind[]): HeadStep =>
    withEvents({ ...head, ...next }, ...events);
  switch (command.type) {
    case 'hello':
      return hello(head, command.version, profile);
    case 'beat':
    case 'again':
      return { head, replies: [] };
    case 'stop':
      return done(
        { motion: null, paused: false, needle: 'up', bobbinThreadUp: false },
        ...(head.motion !== null || head.paused ? (['stopped'] as const) : []),
      );
    case 'pause':
      return done({ paused: true }, 'paused');
    case 'resume':
      return done({ paused: false }, 'resumed');
    case 'fault':
      return faulted(head, command.fault);
    case 'jog':
      return travel(head, plus(head.at, { x: command.dx, y: command.dy }), false);
    case 'carry':
    case 'goTo':
      return travel(head, framePoint(command.x, command.y), command.type === 'carry');
    case 'touch':
      return touch(head, profile);
    case 'needle':
      return done({ needle: command.position });
    case 'bobbinThread':
      return done({ needle: 'up', bobbinThreadUp: true }, 'bobbinThreadUp');
    case 'load':
      return load(head, command, profile);
    case 'unload':
      return letGo({ ...head, bobbinThreadUp: false });
    case 'rehearse':
      return { head: { ...head, motion: along(head.stroke!, true), bobbinThreadUp: false }, replies: [] };
    case 'speed':
      return atSpeed(head, command.percent, profile);
    case 'start':
      return done({ motion: along(head.stroke!, false), needle: 'down' }, 'started', ...unusual(head.speed));
  }
}

function hello(head: Head, version: number, { name, area }: HeadProfile): HeadStep {
  if (version !== FRAME_LINK_VERSION) {
    const sentence = `This frame speaks version ${FRAME_LINK_VERSION} of the frame link, not ${version}.`;
    return { head, replies: [{ type: 'refused', command: 'hello', sentence }] };
  }
  const { stroke, advance, seq } = head;
  const held = stroke && { run: stroke.run, hash: stroke.hash, stroke: stroke.stroke, advance, stitch: stroke.stitch };
  const { width, bottom: reach } = area;
  return { head, replies: [{ type: 'hello', version, name, standIn: true, width, reach, seq, held }] };
}

/** Reads where the head is, as the rails bend and the eye errs. */
function touch(head: Head, { noise }: HeadProfile): HeadStep {
  const { x, y } = plus(head.at, head.flex);
  return { head, replies: [{ type: 'touched', x: x + noise(), y: y + noise() }] };
}

function travel(head: Head, to: FramePoint, byHand: boolean): HeadStep {
  if (!head.motion && distance(head.at, to) === 0) return { head, replies: [] };
  return {
    head: { ...head, bobbinThreadUp: false, motion: { kind: 'travel', from: head.at, to, elapsed: 0, byHand } },
    replies: [],
  };
}

/** Another speed, from where the head is on its way: the clock of the line is another. */
function atSpeed(head: Head, speed: Speed, { motion: profile }: HeadProfile): HeadStep {
  if (speed === head.speed) return { head, replies: [] };
  const { stroke, motion } = head;
  if (!stroke) return { head: { ...head, speed }, replies: [] };
  const clock = clockAt(stroke.points, speed, profile);
  const changed = { ...head, speed, stroke: { ...stroke, clock } };
  if (motion?.kind !== 'stroke') return { head: changed, replies: [] };
  const next: Head = { ...changed, motion: { ...motion, clock: sameInstant(stroke.clock, clock, motion.clock) } };
  return motion.rehearsal ? { head: next, replies: [] } : withEvents(next, `speed${speed}`);
}

const unusual = (speed: Speed): FrameEventKind[] => (speed === PLANNED_SPEED ? [] : [`speed${speed}`]);

/** Needle and head go faster or slower; what corners and curves bear stays. */
const clockAt = (points: Polyline, speed: Speed, profile: MotionProfile): Float64Array =>
  stitchClock(points, {
    ...profile,
    topSpeed: (profile.topSpeed * speed) / 100,
    stitchesPerMinute: (profile.stitchesPerMinute * speed) / 100,
  });

function load(
  head: Head,
  { run, hash, stroke, points, from }: LoadCommand,
  { motion, thickness }: HeadProfile,
): HeadStep {
  const line = Float64Array.from(points);
  const loaded = { run, hash, stroke, points: line, clock: clockAt(line, head.speed, motion), thickness, stitch: from };
  const { head: free, replies } = letGo(head);
  return {
    head: { ...free, stroke: loaded, paused: false, bobbinThreadUp: false, needle: 'up' },
    replies: [...replies, { type: 'loaded', run, hash, stroke, holes: pointCount(line), from }],
  };
}

const along = (stroke: LoadedStroke, rehearsal: boolean): Motion => ({
  kind: 'stroke',
  rehearsal,
  clock: stroke.clock[stroke.stitch]!,
});

function modeOf({ paused, motion }: Head): FrameMode {
  if (paused) return 'paused';
  if (!motion) return 'idle';
  if (motion.kind === 'travel') return 'moving';
  return motion.rehearsal ? 'rehearsing' : 'stitching';
}

/** What the frame tells of itself. */
export function headState(head: Head): FrameState {
  const { stroke } = head;
  const clock = head.motion?.kind === 'stroke' ? head.motion.clock : (stroke?.clock[stroke.stitch] ?? 0);
  return {
    type: 'state',
    mode: modeOf(head),
    needle: head.needle,
    x: head.at.x,
    y: head.at.y,
    run: stroke && {
      id: stroke.run,
      stroke: stroke.stroke,
      stitch: stroke.stitch,
      of: pointCount(stroke.points) - 1,
      secondsLeft: Math.max(0, stroke.clock.at(-1)! - clock),
    },
    speed: head.speed,
    bobbinThreadUp: head.bobbinThreadUp,
    bobbin: head.bobbin / BOBBIN_LENGTH,
    fault: head.fault,
    seq: head.seq,
  };
}

/** The usual stand-in. */
export const standInProfile = (noise: () => number, frame: FrameProfile = GENERIC_FRAME): HeadProfile => ({
  name: frame.name,
  area: safeArea(frame, 0),
  motion: GENERIC_MOTION,
  thickness: frame.thickness,
  noise,
});
