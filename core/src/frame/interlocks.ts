import { distance, type FramePoint, framePoint, plus } from '../geometry/point.ts';
import { pointCount, pointIn } from '../geometry/polyline.ts';
import { isSafe, type SafeArea } from '../passes/safe-area.ts';
import { HEAD_ON_POINT } from '../tolerances.ts';
import type { FrameCommand, FrameFault, FrameMode, HeadCommand, LoadCommand, NeedlePosition } from './frame-link.ts';

/** The head as whoever keeps the interlocks knows it: the head itself, or who stands before it and has only been told. */
export interface HeadSeen {
  readonly at: FramePoint;
  readonly mode: FrameMode;
  readonly needle: NeedlePosition;
  readonly fault: FrameFault | null;
  readonly bobbinThreadUp: boolean;
  readonly area: SafeArea;
  /** The advance of the quilt on the poles. */
  readonly advance: number;
  /** The line that is loaded, and the hole it starts or goes on from. */
  readonly loaded: { readonly run: string; readonly hash: string; readonly next: FramePoint } | null;
}

/**
 * Why a command may not be carried out, or null. No travel with the needle down, nothing outside the safe area, no stitching of what isn't
 * loaded, before the head is on the starting hole, the bobbin thread is up and every mishap is mended; stopping always. Kept twice: by the
 * head, and by Gorse before it, which trusts no bridge to.
 */
export function interlock(command: HeadCommand, head: HeadSeen): string | null {
  switch (command.type) {
    case 'jog':
      return travelling(plus(head.at, { x: command.dx, y: command.dy }), head);
    case 'carry':
    case 'goTo':
      return travelling(framePoint(command.x, command.y), head);
    case 'needle':
      return moves(head) ? 'The head is moving. Stop it before moving the needle.' : null;
    case 'touch':
      return moves(head) ? 'The head is moving. Wait until it rests, then touch.' : null;
    case 'load':
      return loading(command, head);
    case 'unload':
      return moves(head) ? 'The head is moving. Stop it before the line is taken out.' : null;
    case 'bobbinThread':
      return bringingUpBobbinThread(head);
    case 'rehearse':
      return beginning(head);
    case 'start':
      return starting(command, head);
    case 'pause':
      return head.mode === 'stitching' ? null : 'Nothing is being stitched.';
    case 'resume':
      return head.mode === 'paused' ? null : 'Nothing is paused.';
    case 'hello':
    case 'beat':
    case 'again':
    case 'speed':
    case 'stop':
    case 'fault':
      return null;
  }
}

const moves = ({ mode }: HeadSeen): boolean => mode !== 'idle';

function travelling(to: FramePoint, { needle, mode, area }: HeadSeen): string | null {
  if (needle === 'down') return 'The needle is down. Raise it before the head travels.';
  if (mode !== 'idle' && mode !== 'moving') return 'The head is on its way along the line. Stop it first.';
  return isSafe(area, to) ? null : 'That is outside the safe area of this frame.';
}

function loading({ advance, points, from }: LoadCommand, head: HeadSeen): string | null {
  if (moves(head)) return 'The head is moving. Stop it before another line is loaded.';
  if (advance !== head.advance)
    return 'This line was lined up before the quilt was rolled or moved. Line up again, then load it.';
  const line = Float64Array.from(points);
  const count = pointCount(line);
  if (count < 2 || !(from >= 0 && from < count - 1)) return 'The line has no hole to start from.';
  for (let i = 0; i < count; i++) {
    if (!isSafe(head.area, pointIn(line, i, framePoint)))
      return `Hole ${i + 1} of the line lies outside the safe area of this frame.`;
  }
  return null;
}

function bringingUpBobbinThread({ mode, at, loaded, fault }: HeadSeen): string | null {
  if (mode !== 'idle') return 'The head is moving. Bring up the bobbin thread when it rests.';
  if (!loaded || distance(at, loaded.next) > HEAD_ON_POINT)
    return 'Move to the starting hole first, then bring up the bobbin thread.';
  return fault && faultSentence(fault);
}

function beginning(head: HeadSeen): string | null {
  const { loaded, at, needle, fault } = head;
  if (!loaded) return 'No line is loaded.';
  if (moves(head)) return 'The head is moving already.';
  if (needle === 'down') return 'The needle is down. Raise it first.';
  if (distance(at, loaded.next) > HEAD_ON_POINT) return 'The head is not on the starting hole. Move it there first.';
  return fault && faultSentence(fault);
}

function starting({ run, hash }: Extract<FrameCommand, { type: 'start' }>, head: HeadSeen): string | null {
  const refusal = beginning(head);
  if (refusal !== null) return refusal;
  if (run !== head.loaded?.run || hash !== head.loaded.hash)
    return 'Another line is loaded than the one to be stitched. Load it again.';
  return head.bobbinThreadUp ? null : 'Bring up the bobbin thread first.';
}

const faultSentence = (fault: FrameFault): string =>
  fault === 'threadBroke'
    ? 'The thread broke. Mend it and say so, then go on.'
    : 'The bobbin is empty. Change it and say so, then go on.';
