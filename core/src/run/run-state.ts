import { isSpeedEvent, type SpeedEventKind } from './speed.ts';

/** What happened at the frame, in order; never changed once written. `stitch` counts holes over all strokes of the run. */
export type RunEventKind =
  | SpeedEventKind
  | 'made'
  | 'rehearsed'
  | 'bobbinThreadUp'
  | 'started'
  | 'progress'
  | 'paused'
  | 'resumed'
  | 'stopped'
  | 'threadBroke'
  | 'bobbinEmpty'
  | 'mended'
  | 'takenUp'
  | 'cut'
  | 'interrupted'
  | 'finished'
  | 'abandoned'
  /** What was left of it goes on as another run, lined up anew. */
  | 'continued';

export interface RunEvent {
  readonly kind: RunEventKind;
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly stitch: number;
}

export type RunStatus =
  'ready' | 'stitching' | 'paused' | 'stopped' | 'interrupted' | 'finished' | 'abandoned' | 'continued';

export interface RunState {
  readonly status: RunStatus;
  /** The hole the needle last made. */
  readonly stitch: number;
  /** The bobbin thread was brought up for the stroke at hand and nothing has happened to it since. */
  readonly bobbinThreadUp: boolean;
  readonly rehearsed: boolean;
  /** What has to be mended before going on. */
  readonly fault: 'threadBroke' | 'bobbinEmpty' | null;
}

const NEW_RUN: RunState = { status: 'ready', stitch: 0, bobbinThreadUp: false, rehearsed: false, fault: null };

/** One event further. Total: an event that can't follow leaves the status as it is, since the log is what happened. */
function nextRunState(state: RunState, event: RunEvent): RunState {
  const at = { ...state, stitch: event.stitch };
  if (isSpeedEvent(event.kind)) return at;
  switch (event.kind) {
    case 'made':
      return NEW_RUN;
    case 'rehearsed':
      return { ...at, rehearsed: true, stitch: state.stitch };
    case 'bobbinThreadUp':
      return { ...at, bobbinThreadUp: true };
    case 'started':
    case 'resumed':
      return { ...at, status: 'stitching' };
    case 'progress':
      return at;
    case 'paused':
      return { ...at, status: 'paused' };
    case 'stopped':
      return { ...at, status: 'stopped', bobbinThreadUp: false };
    case 'threadBroke':
    case 'bobbinEmpty':
      return { ...at, status: 'stopped', bobbinThreadUp: false, fault: event.kind };
    case 'mended':
      return { ...at, fault: null };
    case 'takenUp':
      return { ...at, status: 'ready', bobbinThreadUp: false };
    case 'cut':
      return { ...at, status: 'ready', bobbinThreadUp: false };
    case 'interrupted':
      return { ...at, status: 'interrupted', bobbinThreadUp: false };
    case 'finished':
      return { ...at, status: 'finished' };
    case 'abandoned':
      return { ...at, status: 'abandoned' };
    case 'continued':
      return { ...at, status: 'continued' };
  }
}

export const runStateOf = (events: readonly RunEvent[]): RunState => events.reduce(nextRunState, NEW_RUN);

/** A run that may still be gone on with. */
export const isOpen = (status: RunStatus): boolean =>
  status !== 'finished' && status !== 'abandoned' && status !== 'continued';

/** Seconds with the needle going, by a run's log. */
export function stitchingSeconds(events: readonly RunEvent[]): number {
  let since: number | null = null;
  let total = 0;
  for (const { kind, at } of events) {
    if (kind === 'started' || kind === 'resumed') since = at;
    else if (since !== null && kind !== 'progress' && !isSpeedEvent(kind)) {
      total += at - since;
      since = null;
    }
  }
  return total / 1000;
}

/** The farthest hole that was ever made: going back doesn't unpick. */
export const farthestStitch = (events: readonly RunEvent[]): number =>
  events.reduce((most, event) => Math.max(most, event.stitch), 0);

/** Where an event goes in a log: progress takes the place of progress just before it, so that a log doesn't grow by the hour. */
export const placeInLog = (events: readonly RunEvent[], event: RunEvent): number =>
  event.kind === 'progress' && events.at(-1)?.kind === 'progress' ? events.length - 1 : events.length;

/** A run with one event further in its log. */
export const runWithEvent = <Run extends { readonly events: readonly RunEvent[]; readonly state: RunState }>(
  run: Run,
  event: RunEvent,
): Run => ({
  ...run,
  events: [...run.events.slice(0, placeInLog(run.events, event)), event],
  state: nextRunState(run.state, event),
});
