import type { RunAnswer } from '@gorse/contract';
import { isOpen } from '@gorse/core';
import type { Piece } from './pieces.ts';

export interface AtHand {
  readonly piece: Piece | undefined;
  /** The run of the piece, unless it was given up or gone on with as another. */
  readonly run: RunAnswer | null;
  /** Ids of pieces that are stitched. */
  readonly done: ReadonlySet<string>;
  /** What comes after the piece. */
  readonly next: Piece | undefined;
}

const OVER: ReadonlySet<string> = new Set(['abandoned', 'continued']);

/** The piece to work on: what she chose, else what is at the frame, else what was begun, else what comes next, in reach before out of it. */
export function atHand(
  pieces: readonly Piece[],
  runs: readonly RunAnswer[],
  chosenId: string | null,
  live: RunAnswer | null,
  isInReach: (piece: Piece) => boolean,
): AtHand {
  const pieceOf = (id: string | null | undefined): Piece | undefined => pieces.find((one) => one.id === id);
  const done = new Set(runs.filter((run) => run.state.status === 'finished').map((run) => run.placementId));
  const left = pieces.filter((one) => !done.has(one.id));
  const begun = runs.find((run) => isOpen(run.state.status) && pieceOf(run.placementId));
  const piece =
    [chosenId, live?.placementId, begun?.placementId].map(pieceOf).find((one) => one !== undefined) ??
    left.find(isInReach) ??
    left[0] ??
    pieces[0];
  const others = left.filter((one) => one !== piece);
  return {
    piece,
    run: runs.find((one) => one.placementId === piece?.id && !OVER.has(one.state.status)) ?? null,
    done,
    next: others.find(isInReach) ?? others[0],
  };
}
