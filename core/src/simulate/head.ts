import { distance, framePoint, plus } from '../geometry/point.ts';
import { pointCount, pointIn } from '../geometry/polyline.ts';
import { type FrameProfile, GENERIC_FRAME } from '../passes/frame-profile.ts';
import { isSafe, safeArea } from '../passes/safe-area.ts';
import { GENERIC_MOTION, stitchClock } from '../stitch/motion.ts';
import { BOBBIN_LENGTH } from '../stitch/thread.ts';
import { HEAD_ON_POINT } from '../tolerances.ts';
import {
  FRAME_LINK_VERSION,
  type FrameEventKind,
  type FrameFault,
  type FrameMode,
  type FrameState,
  type HeadCommand,
} from '../frame/frame-link.ts';
import {
  faulted,
  type Head,
  type HeadProfile,
  type HeadStep,
  type LoadedStroke,
  type Motion,
  withEvents,
} from './head-model.ts';

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
      return hello(head, command.version, profile, refuse);
    case 'stop':
      return done(
        { motion: null, paused: false, needle: 'up', bobbinThreadUp: false },
        ...(head.motion !== null || head.paused ? (['stopped'] as const) : []),
      );
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
      return touch(head, profile, refuse);
    case 'needle':
      return head.motion
        ? refuse('The head is moving. Stop it before moving the needle.')
        : done({ needle: command.position });
    case 'bobbinThread':
      return bringUpBobbinThread(head, refuse);
    case 'load':
      return load(head, command, profile, refuse);
    case 'rehearse':
    case 'start':
      return begin(head, command.type === 'rehearse', refuse);
  }
}

type Refuse = (sentence: string) => HeadStep;

function hello(head: Head, version: number, { name, area }: HeadProfile, refuse: Refuse): HeadStep {
  if (version !== FRAME_LINK_VERSION)
    return refuse(`This frame speaks version ${FRAME_LINK_VERSION} of the frame link, not ${version}.`);
  const { width, bottom: reach } = area;
  return { head, replies: [{ type: 'hello', version: FRAME_LINK_VERSION, name, standIn: true, width, reach }] };
}

/** Reads where the head is, as the rails bend and the eye errs. */
function touch(head: Head, { noise }: HeadProfile, refuse: Refuse): HeadStep {
  if (head.motion) return refuse('The head is moving. Wait until it rests, then touch.');
  const { x, y } = plus(head.at, head.flex);
  return { head, replies: [{ type: 'touched', x: x + noise(), y: y + noise() }] };
}

function bringUpBobbinThread(head: Head, refuse: Refuse): HeadStep {
  if (head.motion) return refuse('The head is moving. Bring up the bobbin thread when it rests.');
  if (!head.stroke || !onNextHole(head, head.stroke))
    return refuse('Move to the starting hole first, then bring up the bobbin thread.');
  if (head.fault) return refuse(faultSentence(head.fault));
  return withEvents({ ...head, needle: 'up', bobbinThreadUp: true }, 'bobbinThreadUp');
}

function travel(
  head: Head,
  command: Extract<HeadCommand, { type: 'jog' | 'carry' | 'goTo' }>,
  { area }: HeadProfile,
  refuse: Refuse,
): HeadStep {
  if (head.needle === 'down') return refuse('The needle is down. Raise it before the head travels.');
  if (head.motion?.kind === 'stroke') return refuse('The head is on its way along the line. Stop it first.');
  const to =
    command.type === 'jog' ? plus(head.at, { x: command.dx, y: command.dy }) : framePoint(command.x, command.y);
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
    if (!isSafe(profile.area, pointIn(points, i, framePoint)))
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

const faultSentence = (fault: FrameFault): string =>
  fault === 'threadBroke'
    ? 'The thread broke. Mend it and say so, then go on.'
    : 'The bobbin is empty. Change it and say so, then go on.';

const onNextHole = (head: Head, stroke: LoadedStroke): boolean =>
  distance(head.at, pointIn(stroke.points, stroke.stitch, framePoint)) <= HEAD_ON_POINT;

const isStitching = (head: Head): boolean => head.motion?.kind === 'stroke' && !head.motion.rehearsal;

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
  area: safeArea(frame, 0),
  motion: GENERIC_MOTION,
  noise,
});
