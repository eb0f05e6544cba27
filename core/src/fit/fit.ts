import type { Shape } from '../cloth/shape.ts';
import type { Bounds } from '../geometry/polyline.ts';
import type { Warp } from './warp.ts';

/** A way to fit a design into a patch; each is a file of its own in this room, and a line in `fits.ts`. */
export interface Fit<Rule> {
  /** Whether it can fill a patch of this shape. */
  takes(shape: Shape): boolean;
  /** From the arranged design's box into the patch. Null when the margin leaves nothing to fit to. Only asked for shapes that it takes. */
  warp(box: Bounds, shape: Shape, rule: Rule): Warp | null;
}

/** What the fits have that keep a margin along the patch's edges. */
export interface WithMargin {
  /** Millimetres kept free along every edge; negative runs over the seam. */
  readonly margin: number;
}
