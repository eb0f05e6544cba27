import { distance } from '../geometry/point.ts';
import { cornerMean } from '../geometry/polygon.ts';
import { finishedPieces } from '../run/finished.ts';
import { isOpen, type RunState, type RunStatus } from '../run/run-state.ts';
import type { FramePiece } from './pieces-in-passes.ts';

/** What the frame needs to know of a run. */
export interface FrameRun {
  readonly id: string;
  readonly pieceId: string;
  /** The advance that it was lined up in. */
  readonly advance: number;
  readonly holes: readonly number[];
  readonly state: RunState;
}

export interface AtHand<Run extends FrameRun> {
  readonly piece: FramePiece | undefined;
  /** The run of the piece, unless it was given up or gone on with as another. */
  readonly run: Run | null;
  /** Ids of pieces that are stitched. */
  readonly done: ReadonlySet<string>;
  /** What comes after the piece. */
  readonly next: FramePiece | undefined;
  /** The nearest patch that isn't stitched yet of those that are worked by the same recipe, in reach before out of it. */
  readonly nextAlike: FramePiece | undefined;
}

const OVER: ReadonlySet<RunStatus> = new Set(['abandoned', 'continued']);

/** The piece to work on: what she chose, else what is at the frame, else what was begun, else what comes next, in reach before out of it. */
export function atHand<Run extends FrameRun>(
  pieces: readonly FramePiece[],
  runs: readonly Run[],
  chosenId: string | null,
  live: Run | null,
  isInReach: (piece: FramePiece) => boolean,
): AtHand<Run> {
  const pieceOf = (id: string | null | undefined): FramePiece | undefined => pieces.find((one) => one.id === id);
  const done = finishedPieces(runs);
  const left = pieces.filter((one) => !done.has(one.id));
  const begun = runs.find((run) => isOpen(run.state.status) && pieceOf(run.pieceId));
  const piece =
    [chosenId, live?.pieceId, begun?.pieceId].map(pieceOf).find((one) => one !== undefined) ??
    left.find(isInReach) ??
    left[0] ??
    pieces[0];
  const others = left.filter((one) => one !== piece);
  return {
    piece,
    run: runs.find((one) => one.pieceId === piece?.id && !OVER.has(one.state.status)) ?? null,
    done,
    next: others.find(isInReach) ?? others[0],
    nextAlike: piece && nearestAlike(piece, others, isInReach),
  };
}

function nearestAlike(
  piece: FramePiece,
  others: readonly FramePiece[],
  isInReach: (piece: FramePiece) => boolean,
): FramePiece | undefined {
  const alike = others.filter(({ recipeId }) => recipeId !== null && recipeId === piece.recipeId);
  const near = alike.some(isInReach) ? alike.filter(isInReach) : alike;
  const middle = cornerMean(piece.outline);
  const away = ({ outline }: FramePiece): number => distance(cornerMean(outline), middle);
  return near.reduce<FramePiece | undefined>((best, one) => (best && away(best) <= away(one) ? best : one), undefined);
}
