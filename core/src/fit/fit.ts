import type { Shape } from '../cloth/shape.ts';
import { designBounds } from '../design/design.ts';
import { convexHull } from '../geometry/hull.ts';
import type { Point } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import { type Bounds, boundsOf, type Polyline } from '../geometry/polyline.ts';
import type { Warp } from './warp.ts';

/** What fits know of an arranged design. */
export interface Drawn {
  readonly box: Bounds;
  /** Its convex hull, for those who ask: where that lies, all of it does. */
  readonly hull: () => readonly Point[];
}

export function drawnBy(lines: readonly Polyline[]): Drawn {
  const box = boundsOf(lines) ?? designBounds(lines);
  return {
    box,
    hull: () => {
      const hull = convexHull(lines);
      // A point has none.
      return hull.length === 0 ? boxRing(box) : hull;
    },
  };
}

/** A way to fit a design into a patch; each is a file of its own in this room, and a line in `fits.ts`. */
export interface Fit<Rule> {
  /** Whether it can fill a patch of this shape. */
  takes(shape: Shape): boolean;
  /** From the arranged design into the patch. Null when the margin leaves nothing to fit to. Only asked for shapes that it takes. */
  warp(drawn: Drawn, shape: Shape, rule: Rule): Warp | null;
}

/** What the fits have that keep a margin along the patch's edges. */
export interface WithMargin {
  /** Millimetres kept free along every edge; negative runs over the seam. */
  readonly margin: number;
}
