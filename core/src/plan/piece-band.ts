import type { Band } from '../passes/plan-passes.ts';

/** What must lie within one pass: a piece, or one row of those that are stitched in one go. mm across the loaded quilt. */
export interface PieceBand extends Band {
  /** Of the piece; where several rows are one piece, each has the id that it would have alone. */
  readonly id: string;
}
