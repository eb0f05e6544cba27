import type { RunAnswer } from '@gorse/contract';
import { distance, type FitKind, type FramePoint, type FrameState, isOpen } from '@gorse/core';

/** The steps at the frame, in order: the beads. */
export const BEADS = ['touch', 'check', 'rehearse', 'stitch', 'done'] as const;
export type Bead = (typeof BEADS)[number];

/** What the one big button does. */
export type FrameAction =
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

export interface Situation {
  /** Rows run over the whole width, so that they ask for more touches. */
  readonly fit: FitKind | 'rows';
  /** All touches on the quilt, and which of the patch's corners were touched. */
  readonly touches: number;
  readonly cornersTouched: number;
  /** The person said that the line-up is good enough. */
  readonly linedUp: boolean;
  /** Which landmark to touch next is known by all the touches so far. */
  readonly advised: boolean;
  readonly run: RunAnswer | null;
  readonly state: FrameState | null;
  /** The hole to start from. */
  readonly start: FramePoint | null;
  /** The person goes without a rehearsal. */
  readonly skipRehearsal: boolean;
}

/** The head is on a hole within this distance, mm. */
const ON_HOLE = 0.5;

/** The one thing to do next. */
export function nextInstruction(s: Situation): Instruction {
  const { run, state } = s;
  const loaded = run !== null && state?.run?.id === run.id;
  if (run?.state.status === 'finished') return { bead: 'done', action: 'next' };
  if (run && isOpen(run.state.status)) {
    if (state?.fault) return { bead: 'stitch', action: 'mended' };
    if (run.state.status === 'stitching') return { bead: 'stitch', action: 'pause' };
    if (run.state.status === 'paused') return { bead: 'stitch', action: 'resume' };
    if (!loaded || run.state.status !== 'ready') return { bead: 'stitch', action: 'goOn' };
    return beforeStitching(s, run, state);
  }
  const enough = s.touches >= (s.fit === 'rows' ? 4 : 2) && (s.fit !== 'corners' || s.cornersTouched === 4);
  return enough || (s.linedUp && s.touches >= 2)
    ? { bead: 'check', action: 'load' }
    : { bead: 'touch', action: s.advised ? 'touch' : null };
}

function beforeStitching(s: Situation, run: RunAnswer, state: FrameState): Instruction {
  if (state.mode === 'rehearsing') return { bead: 'rehearse', action: null };
  const rehearsed = run.state.rehearsed || s.skipRehearsal || run.state.stitch > 0;
  const bead = rehearsed ? 'stitch' : 'rehearse';
  if (state.mode === 'moving') return { bead, action: null };
  if (!s.start || distance(state, s.start) > ON_HOLE) return { bead, action: 'goToStart' };
  if (!rehearsed) return { bead, action: 'rehearse' };
  return { bead, action: state.bobbinThreadUp ? 'start' : 'bobbinThread' };
}
