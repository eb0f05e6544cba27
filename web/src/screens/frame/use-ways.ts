import type { RunAnswer } from '@gorse/contract';
import {
  type AdvanceKind,
  type FramePiece,
  type FramePoint,
  isOpen,
  type Landmark,
  type NamedPlace,
  borderOfPiece,
  type PlanRecords,
  type TouchRecord,
} from '@gorse/core';
import { api } from '../../api/api.ts';
import { clearTouches, removeTouches } from '../../document/placing.ts';
import { edit } from '../../document/plan-store.ts';
import { tellError } from '../../ui/notices.ts';
import type { Ways } from './side-ways.tsx';
import type { Say } from './use-situation.ts';

interface Beside {
  readonly records: PlanRecords;
  readonly advance: number;
  readonly touches: readonly TouchRecord[];
  readonly expected: FramePoint | null;
  readonly wanted: Landmark | null;
  readonly linedUpAs: string | null;
  readonly needle: { readonly place: NamedPlace | null; readonly leave: (place: NamedPlace) => void };
  readonly leavable: NamedPlace | null;
  readonly run: RunAnswer | null;
  readonly dragging: boolean;
  readonly setDragging: (dragging: boolean) => void;
  readonly say: Say;
  readonly tellAdvance: (kind: AdvanceKind) => void;
  readonly chalk: () => Promise<void>;
  readonly piece: FramePiece | undefined;
  readonly nextAlike: FramePiece | undefined;
  readonly choose: (pieceId: string) => void;
  readonly setAside: (what: 'patch' | 'move' | 'edges') => void;
  readonly touchEdge: (regionId: string) => Promise<void>;
  readonly byCorners: string | null;
}

/** What a touch is called; of two on one place, which of them it is. */
function nameOfTouch(id: string, touches: readonly TouchRecord[]): string {
  const touch = touches.find((one) => one.id === id);
  if (!touch) return 'touch';
  const there = touches.filter(({ on }) => on !== null && on === touch.on);
  const which = there.length < 2 ? '' : there[0] === touch ? 'first ' : there.at(-1) === touch ? 'last ' : '';
  return `${which}touch on the ${touch.name}`;
}

/** What can be done beside the one thing to do. */
export function useWays({ records, advance, wanted, needle, run, dragging, say, ...beside }: Beside): Ways {
  const drop = (id: string): void => edit('touch taken back', removeTouches(id));
  const enough = (is: boolean): void => say.enough({ advance, piece: beside.linedUpAs, enough: is });
  /** What is loaded was made before. */
  const giveUpLoaded = (): void => {
    if (run && isOpen(run.state.status)) api.abandonRun(run.id).catch(tellError);
  };
  const leave = needle.place ?? beside.leavable;
  const { piece, nextAlike } = beside;
  const regionId = piece?.regionId ?? null;
  // A background lies where its patch does.
  const isDesign = records.recipes[piece?.recipeId ?? '']?.designId !== null;
  const isLeft = piece && piece.exactAt.length === 0 && piece.corners.length > 0 && beside.byCorners !== piece.id;
  return {
    touches: beside.touches,
    expected: beside.expected,
    leave,
    left: needle.place !== null,
    dragging,
    placeOfTouch: (id) => records.touches[id]?.name ?? 'place',
    nameOfTouch: (id) => nameOfTouch(id, beside.touches),
    onPassOver: () => wanted && say.passOver(wanted.ids[0]),
    onGoodEnough: () => enough(true),
    onTouchMore: () => enough(false),
    onDropTouch: drop,
    onRepeatTouch(id) {
      const on = records.touches[id]?.on ?? null;
      // Where the plan was dragged to can't be found again.
      if (on === null) drop(id);
      else say.askAgain(on);
      enough(false);
    },
    onLineUpAgain() {
      enough(false);
      edit('line up again', clearTouches(advance));
    },
    onSkipRehearsal: () => say.skipRehearsal(true),
    onGiveUp() {
      if (run) api.abandonRun(run.id).catch(tellError);
    },
    onChalk: () => void beside.chalk(),
    onPatchHere: () => beside.setAside('patch'),
    onMove:
      regionId === null || !isDesign
        ? null
        : () => {
            giveUpLoaded();
            beside.setAside('move');
          },
    onFollowEdges: borderOfPiece(records, piece?.id ?? '')
      ? () => {
          giveUpLoaded();
          beside.setAside('edges');
        }
      : null,
    onTouchEdge: regionId === null ? null : () => void beside.touchEdge(regionId),
    onByCorners: isLeft ? () => say.byCorners(piece.id) : null,
    onNextAlike: nextAlike
      ? () => {
          beside.choose(nextAlike.id);
          say.byCorners(nextAlike.id);
        }
      : null,
    onDrag: () => beside.setDragging(!dragging),
    onLeaveNeedle: () => leave && needle.leave(leave),
    onNotRolled: () => beside.tellAdvance('loaded'),
    onMoved: () => beside.tellAdvance('loaded'),
  };
}
