import type { RunStatus } from './run-state.ts';

/** Of a run, what tells whether its piece is done. */
export interface RunOfPiece {
  readonly pieceId: string;
  readonly state: { readonly status: RunStatus };
}

/** Ids of the pieces that are stitched. */
export const finishedPieces = (runs: readonly RunOfPiece[]): ReadonlySet<string> =>
  new Set(runs.filter(({ state }) => state.status === 'finished').map(({ pieceId }) => pieceId));
