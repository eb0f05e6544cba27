import {
  type AffineMap,
  applyToPoint,
  applyToPolyline,
  compose,
  mapBetween,
  rotation,
  scaling,
  translation,
} from '../geometry/affine.ts';
import { type ClothPoint, clothPoint, type Point } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import { type Bounds, type Polyline } from '../geometry/polyline.ts';
import { mapUnitLine, type UnitMap } from '../geometry/unit-map.ts';

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
  /** At fractions of the box, 0 to 1 across and down; at a break of what lies beyond it. */
  jacobian(u: number, v: number): Jacobian;
  /** Fractions of the box between which the map is bilinear, or nearly: what is most there is so at the corners between them. */
  readonly breaks: UnitMap['breaks'];
  /** The box's edge on the cloth, clockwise from its upper left corner. */
  readonly outline: readonly ClothPoint[];
  /** Ids of the patch's controls through which the fit goes exactly: touching each of them makes it better. */
  readonly exactAt: readonly string[];
}

const WHOLE: UnitMap['breaks'] = { u: [0, 1], v: [0, 1] };

export const affineWarp = (box: Bounds, map: AffineMap<Point, ClothPoint>, exactAt: readonly string[] = []): Warp => ({
  box,
  mapLine: (line) => applyToPolyline(map, line),
  mapPoint: (p) => applyToPoint(map, p),
  jacobian: () => ({ across: { x: map[0], y: map[1] }, down: { x: map[2], y: map[3] } }),
  breaks: WHOLE,
  outline: boxRing(box).map((p) => applyToPoint(map, p)),
  exactAt,
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

/** A box bent to where a map takes the unit square. The box must have an area. */
export function unitWarp(box: Bounds, map: UnitMap, exactAt: readonly string[]): Warp {
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const p = new Float64Array(2);
  const at = (u: number, v: number): ClothPoint => {
    map.into(p, 0, u, v);
    return clothPoint(p[0]!, p[1]!);
  };
  const { u, v } = map.breaks;
  return {
    box,
    mapLine(line) {
      const unit = new Float64Array(line.length);
      for (let i = 0; i < line.length; i += 2) {
        unit[i] = (line[i]! - box.minX) / w;
        unit[i + 1] = (line[i + 1]! - box.minY) / h;
      }
      return mapUnitLine(map, unit);
    },
    mapPoint: (q) => at((q.x - box.minX) / w, (q.y - box.minY) / h),
    jacobian(s, t) {
      const { du, dv } = map.slopes(s, t);
      return { across: { x: du.x / w, y: du.y / w }, down: { x: dv.x / h, y: dv.y / h } };
    },
    breaks: map.breaks,
    outline: [
      ...u.slice(0, -1).map((s) => at(s, 0)),
      ...v.slice(0, -1).map((t) => at(1, t)),
      ...u
        .slice(1)
        .toReversed()
        .map((s) => at(s, 1)),
      ...v
        .slice(1)
        .toReversed()
        .map((t) => at(0, t)),
    ],
    exactAt,
  };
}
