import type { Polyline } from '../geometry/polyline.ts';
import type { MaskWay } from './mask-ways.ts';

/** A stretch of a run that isn't part of what was drawn: points of the run from one index to another. */
export interface RunLink {
  readonly kind: MaskWay['kind'];
  readonly from: number;
  readonly to: number;
  /** It has been gone before. */
  readonly again: boolean;
}

/** What is stitched without a cut. */
export interface JoinedRun {
  readonly line: Polyline;
  readonly links: readonly RunLink[];
  /** Index of the line that its first part is of. */
  readonly source: number;
  /** What was drawn of it: points of the run from one index to another, and the line that they are of. */
  readonly drawn: readonly { readonly source: number; readonly from: number; readonly to: number }[];
}
