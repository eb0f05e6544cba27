import type { Shape } from '../cloth/shape.ts';
import { designBounds } from '../design/design.ts';
import { convexHull } from '../geometry/hull.ts';
import type { Point } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import { boundsOf, type Bounds, type Polyline } from '../geometry/polyline.ts';
import type { Margins } from './margins.ts';
import type { Seat } from './seat.ts';
import type { Warp } from './warp.ts';

/** What fits know of an arranged design. */
export interface Drawn {
  readonly lines: readonly Polyline[];
  readonly box: Bounds;
  /** Its convex hull, for those who ask: where that lies, all of it does. */
  readonly hull: () => readonly Point[];
}

export function drawnBy(lines: readonly Polyline[]): Drawn {
  const box = boundsOf(lines) ?? designBounds(lines);
  let known: readonly Point[] | null = null;
  const hullOf = (): readonly Point[] => {
    const hull = convexHull(lines);
    // A point has none.
    return hull.length === 0 ? boxRing(box) : hull;
  };
  return { lines, box, hull: () => (known ??= hullOf()) };
}

export const hasArea = ({ box }: Pick<Drawn, 'box'>): boolean => box.maxX > box.minX && box.maxY > box.minY;

/** A way to fit a design into a patch; each is a file of its own in this room, and a line in `fits.ts`. */
export interface Fit<Rule> {
  /** What it is until something else is said. */
  usual(margins: Margins): Rule;
  /** Whether it can fill a patch of this shape. */
  takes(shape: Shape): boolean;
  /** From the arranged design into the patch. Null when the margins leave nothing to fit to. Only asked for shapes that it takes. */
  warp(drawn: Drawn, seat: Seat, rule: Rule): Warp | null;
}
