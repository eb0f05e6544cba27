import type { RunAnswer } from '@gorse/contract';
import type { AdvanceKind, FrameAction, FramePiece, FramePoint, Mounted, Rolling } from '@gorse/core';
import { api } from '../../api/api.ts';
import { sayToFrame } from '../../api/frame-socket.ts';
import { savedRevision, takeInStale } from '../../document/plan-store.ts';
import { tellError } from '../../ui/notices.ts';

const CHANGED = 'This quilt was changed in another window, and is shown now as it is. Look at it, then load it again.';

/** What the big button does, where the server or the frame does it. */
export function useFrameActs({
  quiltId,
  mounted,
  piece,
  run,
  back,
  rolling,
  start,
}: {
  readonly quiltId: string;
  readonly mounted: Mounted;
  readonly piece: FramePiece | undefined;
  readonly run: RunAnswer | null;
  /** How far back along the line a run goes on, mm. */
  readonly back: number;
  readonly rolling: Rolling | null;
  /** The hole that is gone on from. */
  readonly start: FramePoint | null;
}) {
  const tellAdvance = (kind: AdvanceKind, pass = mounted.pass, rolled = mounted.rolled): void => {
    api.advance(quiltId, kind, pass, rolled).catch(tellError);
  };
  /** What is stitched is what the screen shows: all of it saved, and changed by no one else. */
  const load = async (pieceId: string): Promise<void> => {
    try {
      await api.startRun(quiltId, pieceId, await savedRevision());
    } catch (error) {
      tellError(takeInStale(error) ? new Error(CHANGED) : error);
    }
  };
  return {
    tellAdvance,
    act(action: FrameAction): void {
      switch (action) {
        case 'unclamp':
          tellAdvance('unclamped');
          break;
        case 'roll':
          if (rolling) tellAdvance('rolled', rolling.pass, rolling.from);
          break;
        case 'clamp':
          tellAdvance('clamped');
          break;
        case 'load':
          if (piece) void load(piece.id);
          break;
        case 'goToStart':
          if (start) sayToFrame({ type: 'goTo', x: start.x, y: start.y });
          break;
        case 'goOn':
          if (run) api.resumeRun(run.id, back).catch(tellError);
          break;
        case 'mended':
          sayToFrame({ type: 'fault', fault: null });
          break;
        case 'touch':
        case 'next':
          // The screen's own: what is touched and what is chosen are its to know.
          break;
        default:
          sayToFrame({ type: action });
      }
    },
  };
}
