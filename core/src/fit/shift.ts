import { outlineOf } from '../cloth/shape.ts';
import {
  type AffineMap,
  applyToPoint,
  applyToPolyline,
  compose,
  mapBetween,
  rotation,
  translation,
} from '../geometry/affine.ts';
import { type ClothPoint, minus, type Point } from '../geometry/point.ts';
import { centroid } from '../geometry/polygon.ts';
import type { Seat } from './seat.ts';
import type { Warp } from './warp.ts';

/** How a design is moved from where its fit lays it: turned about the middle of its patch, then so far across and down as that sits, mm. */
export interface Shift {
  readonly x: number;
  readonly y: number;
  /** Radians; positive turns clockwise as seen. */
  readonly angle: number;
}

export const NOT_SHIFTED: Shift = { x: 0, y: 0, angle: 0 };

export const isShifted = ({ x, y, angle }: Shift): boolean => x !== 0 || y !== 0 || angle !== 0;

/** The fit's map and then the shift; the very same where there is none. */
export function shiftedWarp(warp: Warp, shift: Shift, seat: Seat): Warp {
  if (!isShifted(shift)) return warp;
  const map = shiftMap(shift, seat);
  const turn = rotation(shift.angle);
  return {
    ...warp,
    mapLine: (line) => applyToPolyline(map, warp.mapLine(line)),
    mapPoint: (p) => applyToPoint(map, warp.mapPoint(p)),
    jacobian(u, v) {
      const { across, down } = warp.jacobian(u, v);
      return { across: applyToPoint(turn, across), down: applyToPoint(turn, down) };
    },
    outline: warp.outline.map((p) => applyToPoint(map, p)),
  };
}

/** A further move of what lies on the cloth: a turn about a place, then so far on, mm of the cloth. */
export interface Move {
  readonly about: ClothPoint;
  readonly angle: number;
  readonly by: Point;
}

/** The shift that does what another does, and then a move. */
export function shiftedOn(shift: Shift, { about, angle, by }: Move, seat: Seat): Shift {
  const middle = middleOf(seat);
  const on = compose(translation(-about.x, -about.y), rotation(angle), translation(about.x + by.x, about.y + by.y));
  const to = applyToPoint(compose(shiftMap(shift, seat), on), middle);
  const { x, y } = applyToPoint(rotation(-seat.angle), minus<Point>(to, middle));
  const turn = shift.angle + angle;
  return { x, y, angle: Math.atan2(Math.sin(turn), Math.cos(turn)) };
}

const middleOf = ({ shape }: Seat): ClothPoint => centroid(outlineOf(shape));

function shiftMap({ x, y, angle }: Shift, seat: Seat): AffineMap<ClothPoint, ClothPoint> {
  const middle = middleOf(seat);
  const by = applyToPoint(rotation(seat.angle), { x, y });
  return mapBetween(
    compose(translation(-middle.x, -middle.y), rotation(angle), translation(middle.x + by.x, middle.y + by.y)),
  );
}
