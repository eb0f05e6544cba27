import type { RunAnswer } from '@gorse/contract';
import type { AdvanceKind, FrameAction, FramePiece, FramePoint, Mounted, Rolling } from '@gorse/core';
import { api } from '../../api/api.ts';
import { sayToFrame } from '../../api/frame-socket.ts';
import { savedRevision, takeInStale } from '../../document/plan-store.ts';
import { tellError } from '../../ui/notices.ts';

const CHANGED = 'This quilt was changed in another window, and is shown now as it is. Look at it, then load it again.';

interface Acting {
  readonly quiltId: string;
  readonly mounted: Mounted;
  readonly piece: FramePiece | undefined;
  readonly run: RunAnswer | null;
  /** She goes without a rehearsal. */
  readonly unrehearsed: boolean;
  /** How far back along the line a run goes on, mm. */
  readonly back: number;
  readonly rolling: Rolling | null;
  /** The hole that is gone on from. */
  readonly start: FramePoint | null;
}

/** What the big button does, where the server or the frame does it. */
export function useFrameActs({ quiltId, mounted, piece, run, unrehearsed, back, rolling, start }: Acting) {
  const tellAdvance = (kind: AdvanceKind, pass = mounted.pass, rolled = mounted.rolled): void => {
    api.advance(quiltId, kind, pass, rolled).catch(tellError);
  };
  const acts: Readonly<Record<Exclude<Act, Command>, () => void>> = {
    unclamp: () => tellAdvance('unclamped'),
    roll: () => rolling && tellAdvance('rolled', rolling.pass, rolling.from),
    turn: () => rolling && tellAdvance('turned', rolling.pass, rolling.from),
    clamp: () => tellAdvance('clamped'),
    load: () => piece && void load(quiltId, piece.id),
    goToStart: () => start && sayToFrame({ type: 'goTo', x: start.x, y: start.y }),
    goOn: () => void (run && api.resumeRun(run.id, back).catch(tellError)),
    start: () => run && sayToFrame({ type: 'start', run: run.id, unrehearsed }),
    mended: () => sayToFrame({ type: 'fault', fault: null }),
  };
  return {
    tellAdvance,
    act(action: Act): void {
      if (isCommand(action)) sayToFrame({ type: action });
      else acts[action]();
    },
  };
}

/** Actions that the frame itself carries out, by the same name. */
const COMMANDS = ['rehearse', 'bobbinThread', 'pause', 'resume'] as const;
type Command = (typeof COMMANDS)[number];
const isCommand = (action: FrameAction): action is Command => (COMMANDS as readonly FrameAction[]).includes(action);

/** What is touched and what comes next are the screen's own to know. */
type Act = Exclude<FrameAction, 'touch' | 'next'>;

/** What is stitched is what the screen shows: all of it saved, and changed by no one else. */
async function load(quiltId: string, pieceId: string): Promise<void> {
  try {
    await api.startRun(quiltId, pieceId, await savedRevision());
  } catch (error) {
    tellError(takeInStale(error) ? new Error(CHANGED) : error);
  }
}
