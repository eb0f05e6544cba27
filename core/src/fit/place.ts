import { cornersOf, outlineOf } from '../cloth/shape.ts';
import { pointAlong } from '../design/along.ts';
import { compose, mapBetween, rotation, scaling, translation } from '../geometry/affine.ts';
import { clothPoint, type ClothPoint, distance, minus, type Point } from '../geometry/point.ts';
import { centroid } from '../geometry/polygon.ts';
import { lengthOf } from '../geometry/polyline.ts';
import type { Drawn, Fit } from './fit.ts';
import type { Seat } from './seat.ts';
import { affineWarp, type Warp } from './warp.ts';

/** A point of the arranged design: of its box by parts of it, or of its line by the part of all its length. */
export type DesignSpot =
  { readonly kind: 'box'; readonly u: number; readonly v: number } | { readonly kind: 'line'; readonly along: number };

/** A point of a patch: so far from its middle or a corner, mm across and down as it sits there. */
export interface PatchSpot {
  /** Which corner, clockwise from the upper left; null: the middle. */
  readonly corner: number | null;
  readonly x: number;
  readonly y: number;
}

/** Which point of the design lies where. */
export interface Pin {
  readonly spot: DesignSpot;
  readonly onto: PatchSpot;
}

/** Lays the design in a size of its own, a point of it on a point of the patch. */
export interface PlaceRule {
  readonly kind: 'place';
  /** Against the drawn size; of two pins they tell it. */
  readonly scale: number;
  readonly pin: Pin;
  /** With a second one the size and the turn are what takes both points where they belong. */
  readonly second: Pin | null;
}

export const MIDDLE: Pin = { spot: { kind: 'box', u: 0.5, v: 0.5 }, onto: { corner: null, x: 0, y: 0 } };

export const place: Fit<PlaceRule> = {
  usual: () => ({ kind: 'place', scale: 1, pin: MIDDLE, second: null }),
  takes: () => true,

  warp(drawn, seat, { scale, pin, second }) {
    const [from, to] = [spotOf(drawn, pin.spot), spotIn(seat, pin.onto)];
    if (!second) return pinned(drawn, from, to, scale, seat.angle, seat);
    const [fromToo, toToo] = [spotOf(drawn, second.spot), spotIn(seat, second.onto)];
    const [drawnApart, apart] = [distance<Point>(from, fromToo), distance(to, toToo)];
    if (!(drawnApart > 0 && apart > 0)) return null;
    const [a, b] = [minus<Point>(fromToo, from), minus(toToo, to)];
    return pinned(drawn, from, to, apart / drawnApart, Math.atan2(b.y, b.x) - Math.atan2(a.y, a.x), seat);
  },
};

const pinned = (drawn: Drawn, from: Point, to: ClothPoint, scale: number, angle: number, { shape }: Seat): Warp =>
  affineWarp(
    drawn.box,
    mapBetween(compose(translation(-from.x, -from.y), scaling(scale, scale), rotation(angle), translation(to.x, to.y))),
    cornersOf(shape).map(({ id }) => id),
  );

export function spotOf({ box, lines }: Drawn, spot: DesignSpot): Point {
  if (spot.kind === 'box')
    return {
      x: box.minX + spot.u * (box.maxX - box.minX),
      y: box.minY + spot.v * (box.maxY - box.minY),
    };
  return pointAlong(lines, spot.along * lines.reduce((sum, line) => sum + lengthOf(line), 0));
}

/** Of a corner that the patch hasn't, the middle is meant. */
export function spotIn({ shape, angle }: Seat, { corner, x, y }: PatchSpot): ClothPoint {
  const from = fixedOf(shape, corner);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return clothPoint(from.x + cos * x - sin * y, from.y + sin * x + cos * y);
}

/** How far a place lies from a corner or the middle of a patch: what `spotIn` leads back to it. */
export function spotAt({ shape, angle }: Seat, corner: number | null, at: ClothPoint): PatchSpot {
  const { x, y } = minus(at, fixedOf(shape, corner));
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return { corner, x: cos * x + sin * y, y: cos * y - sin * x };
}

const fixedOf = (shape: Seat['shape'], corner: number | null): ClothPoint =>
  (corner === null ? undefined : cornersOf(shape)[corner]?.at) ?? centroid(outlineOf(shape));
