import {
  type AffineMap,
  applyToPoint,
  applyToPolyline,
  mapBetween,
  compose,
  rotation,
  scaling,
  translation,
} from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import type { Bounds, Polyline } from '../geometry/polyline.ts';

/** Where a step of one millimetre across and down the arranged design leads on the cloth. */
export interface Jacobian {
  readonly across: Point;
  readonly down: Point;
}

/** The map that a fit makes, from the arranged design to the cloth. All that is asked of any fit is asked of this. */
export interface Warp {
  /** The arranged design's box; the map holds within it. */
  readonly box: Bounds;
  /** Lines keep their first and last points; a bend adds points so that its chord error stays within `WARP_CHORD`. */
  mapLine(line: Polyline): Float64Array<ArrayBuffer>;
  mapPoint(p: Point): ClothPoint;
  /** At fractions of the box, 0 to 1 across and down. */
  jacobian(u: number, v: number): Jacobian;
  /** The box's edge on the cloth, clockwise from its upper left corner. */
  readonly outline: readonly ClothPoint[];
  /** Ids of the patch's controls through which the fit goes exactly: touching each of them makes it better. */
  readonly exactAt: readonly string[];
}

export const affineWarp = (box: Bounds, map: AffineMap<Point, ClothPoint>): Warp => ({
  box,
  mapLine: (line) => applyToPolyline(map, line),
  mapPoint: (p) => applyToPoint(map, p),
  jacobian: () => ({ across: { x: map[0], y: map[1] }, down: { x: map[2], y: map[3] } }),
  outline: boxRing(box).map((p) => applyToPoint(map, p)),
  exactAt: [],
});

/** The box's middle at a centre, stretched across and down, then turned. What has no extent one way keeps its size there, whatever it is. */
export const centredWarp = (box: Bounds, across: number, down: number, angle: number, centre: ClothPoint): Warp =>
  affineWarp(
    box,
    mapBetween(
      compose(
        translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2),
        scaling(Number.isFinite(across) ? across : 1, Number.isFinite(down) ? down : 1),
        rotation(angle),
        translation(centre.x, centre.y),
      ),
    ),
  );
