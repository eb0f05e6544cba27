import type { Band } from '../passes/plan-passes.ts';

/** What must lie within one pass: a piece, or one row of those that are stitched in one go. mm across the loaded quilt. */
export interface PieceBand extends Band {
  /** Of the piece; where several rows are one piece, each has the id that it would have alone. */
  readonly id: string;
}

/** What is stitched before the quilt is turned, and what waits for that, each as the quilt lies then. */
export interface BandsInTurn {
  readonly before: readonly PieceBand[];
  readonly after: readonly PieceBand[];
}

export const allBands = ({ before, after }: BandsInTurn): readonly PieceBand[] => [...before, ...after];

export const bandsTogether = (all: readonly BandsInTurn[]): BandsInTurn => ({
  before: all.flatMap(({ before }) => before),
  after: all.flatMap(({ after }) => after),
});

/** Nothing of it waits. */
export const beforeTurning = (before: readonly PieceBand[]): BandsInTurn => ({ before, after: NONE });
const NONE: readonly PieceBand[] = [];
