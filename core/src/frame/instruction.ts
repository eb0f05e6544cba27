import { advanceNow, type AdvanceState, mountedNow } from '../run/advances.ts';
import { isOpen } from '../run/run-state.ts';
import type { FrameRun } from './at-hand.ts';
import type { FrameState } from '../frame/frame-link.ts';

/** The steps at the frame, in order: the beads. */
export const BEADS = ['roll', 'clamp', 'touch', 'check', 'rehearse', 'stitch', 'done'] as const;
export type Bead = (typeof BEADS)[number];

/** What the one big button does. */
export type FrameAction =
  | 'unclamp'
  | 'roll'
  | 'turn'
  | 'clamp'
  | 'touch'
  | 'load'
  | 'goToStart'
  | 'rehearse'
  | 'bobbinThread'
  | 'start'
  | 'pause'
  | 'resume'
  | 'goOn'
  | 'mended'
  | 'next';

export interface Instruction {
  readonly bead: Bead;
  /** The button, or null while there is only to wait. */
  readonly action: FrameAction | null;
}

/** What matters of the head's state: where it is only as far as it is on the hole to start from. */
export interface HeadNow extends Pick<FrameState, 'mode' | 'needle' | 'fault' | 'bobbinThreadUp'> {
  /** The run that is loaded. */
  readonly run: string | null;
  readonly onStart: boolean;
}

/** All that decides what to do next. */
export interface Circumstances {
  readonly advances: AdvanceState;
  /** The piece lies within the reach as the quilt is rolled now. */
  readonly within: boolean;
  /** The quilt must be turned by a quarter for it. */
  readonly turn: boolean;
  /** It is deeper than any pass. */
  readonly tooDeep: boolean;
  /** Touches in this advance. */
  readonly touches: number;
  /** Places that the piece's fit goes through exactly and that aren't touched yet. */
  readonly cornersLeft: number;
  /** The person said that the line-up is good enough. */
  readonly linedUp: boolean;
  /** Which landmark to touch next is known by all the touches so far, and whether it is worth it. */
  readonly advised: boolean;
  readonly worth: boolean;
  readonly run: FrameRun | null;
  readonly head: HeadNow | null;
  /** The person goes without a rehearsal. */
  readonly skipRehearsal: boolean;
}

/** Touches that find shift and turn, and with those that check them after the quilt was loaded anew. */
const FEWEST = 2;
const CHECKED = 4;

/** On the poles again after a break: what was touched before says nothing of how it lies. */
const isAnew = (advances: AdvanceState): boolean => advanceNow(advances) > 0 && mountedNow(advances).anew;

/** After the quilt was loaded anew two touches more are asked for: they say whether the first two were the right places. */
const isCheck = ({ advances, touches }: Pick<Circumstances, 'advances' | 'touches'>): boolean =>
  touches >= FEWEST && touches < CHECKED && isAnew(advances);

/** Those of an advance's touches that are checks. */
export const checksOf = <T>(touches: readonly T[], advances: AdvanceState): readonly T[] =>
  isAnew(advances) ? touches.slice(FEWEST, CHECKED) : [];

/** The one thing to do next. */
export function nextInstruction(s: Circumstances): Instruction {
  const { run, head, advances } = s;
  if (run?.state.status === 'finished') return { bead: 'done', action: 'next' };
  if (run && head?.fault) return { bead: 'stitch', action: 'mended' };
  if (run?.state.status === 'stitching') return { bead: 'stitch', action: 'pause' };
  if (run?.state.status === 'paused') return { bead: 'stitch', action: 'resume' };
  if (advances.step === 'roll') return { bead: 'roll', action: s.turn ? 'turn' : 'roll' };
  const reach: Instruction = { bead: 'roll', action: s.tooDeep ? null : s.turn ? 'turn' : 'unclamp' };
  // Clamps wait until the quilt is where it will be stitched.
  if (advances.step === 'clamp') return s.within ? { bead: 'clamp', action: 'clamp' } : reach;
  const here = run !== null && run.advance === advanceNow(advances);
  if (run && here && isOpen(run.state.status)) {
    if (head?.run !== run.id || run.state.status !== 'ready') return { bead: 'stitch', action: 'goOn' };
    return beforeStitching(s, run, head);
  }
  if (!s.within) return reach;
  if (!isLinedUp(s)) return { bead: isCheck(s) ? 'check' : 'touch', action: s.advised ? 'touch' : null };
  // A run of an earlier advance goes on where the cloth lies now.
  const begun = run !== null && isOpen(run.state.status) && run.state.stitch > 0;
  return { bead: 'check', action: begun ? 'goOn' : 'load' };
}

function isLinedUp(s: Circumstances): boolean {
  if (s.touches < FEWEST || isCheck(s)) return false;
  if (s.linedUp) return true;
  if (s.cornersLeft > 0) return false;
  return s.advised && !s.worth;
}

function beforeStitching(s: Circumstances, run: FrameRun, head: HeadNow): Instruction {
  if (head.mode === 'rehearsing') return { bead: 'rehearse', action: null };
  const rehearsed = run.state.rehearsed || s.skipRehearsal || run.state.stitch > 0;
  const bead = rehearsed ? 'stitch' : 'rehearse';
  if (head.mode === 'moving') return { bead, action: null };
  if (!head.onStart) return { bead, action: 'goToStart' };
  if (!rehearsed) return { bead, action: 'rehearse' };
  return { bead, action: head.bobbinThreadUp ? 'start' : 'bobbinThread' };
}
