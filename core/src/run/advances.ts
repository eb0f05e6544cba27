/** What happened to the quilt on the poles, in order; never changed once written. */
export type AdvanceKind =
  /** Clamps off: what was lined up holds no longer. */
  | 'unclamped'
  /** Rolled to where a pass begins. */
  | 'rolled'
  /** Loaded anew, moved, or lost by a machine that was switched off: as far rolled as before, but nothing is known of how it lies. */
  | 'loaded'
  /** Taken off, turned by a quarter and loaded that way. */
  | 'turned'
  /** Tension set and clamps on. */
  | 'clamped';

export interface AdvanceEvent {
  readonly kind: AdvanceKind;
  /** Milliseconds since 1970. */
  readonly at: number;
  /** The pass rolled to, from 0, and how much cloth is rolled up before its band, mm. */
  readonly pass: number;
  readonly rolled: number;
  /** Above this y of the loaded quilt it was stitched then, mm; null when nothing was. */
  readonly front: number | null;
}

/** How the quilt was put on the poles at one time. */
export interface Mounted {
  readonly pass: number;
  readonly rolled: number;
  readonly front: number | null;
  /** It was loaded anew, so that nothing of before tells where it lies. */
  readonly anew: boolean;
  /** It lay turned by a quarter from how it was first loaded. */
  readonly turned: boolean;
}

export interface AdvanceState {
  /** Mounts by their advance: the last is how the quilt lies now. */
  readonly mounts: readonly [Mounted, ...Mounted[]];
  /** What has to be done next: roll, set tension and clamps, or nothing. */
  readonly step: 'roll' | 'clamp' | 'ready';
}

const FIRST: Mounted = { pass: 0, rolled: 0, front: null, anew: true, turned: false };
/** A quilt just put on the poles. */
export const NEWLY_LOADED: AdvanceState = { mounts: [FIRST], step: 'clamp' };

/** One event further. Total: the log is what happened. */
function nextAdvanceState(state: AdvanceState, event: AdvanceEvent): AdvanceState {
  const { pass, rolled, front } = event;
  switch (event.kind) {
    case 'unclamped':
      return { ...state, step: 'roll' };
    case 'rolled':
    case 'loaded':
    case 'turned': {
      const { turned } = mountedNow(state);
      const mount: Mounted = {
        ...{ pass, rolled, front, anew: event.kind !== 'rolled' },
        turned: event.kind === 'turned' ? !turned : turned,
      };
      return { mounts: [...state.mounts, mount], step: 'clamp' };
    }
    case 'clamped':
      return { ...state, step: 'ready' };
  }
}

export const advanceStateOf = (events: readonly AdvanceEvent[]): AdvanceState =>
  events.reduce(nextAdvanceState, NEWLY_LOADED);

/** The number of the advance that the quilt lies in now. */
export const advanceNow = ({ mounts }: AdvanceState): number => mounts.length - 1;
export const mountedNow = ({ mounts }: AdvanceState): Mounted => mounts.at(-1)!;

/** Why something may not happen now, as a sentence; null when it may. */
export function advanceRefusal(state: AdvanceState, kind: AdvanceKind): string | null {
  if (kind === 'rolled' && state.step !== 'roll') return 'Take the clamps off first, then roll.';
  if (kind === 'clamped' && state.step === 'roll')
    return 'Say first how far the quilt was rolled, or that it was not, then set tension and clamps.';
  return null;
}

/** Why nothing may be touched or stitched yet; null when all is set. */
export const lineUpRefusal = ({ step }: AdvanceState): string | null =>
  step === 'ready'
    ? null
    : step === 'roll'
      ? 'The clamps are off. Roll, set the tension and put the clamps on, then touch: they pull the cloth about.'
      : 'Set the tension and put the clamps on first, then touch: they pull the cloth about.';
