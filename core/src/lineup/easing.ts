import { indexBoxes } from '../geometry/box-index.ts';
import { type ClothPoint, type FramePoint, minus, plus, type Point } from '../geometry/point.ts';
import { MM_PER_INCH } from '../units.ts';
import type { ClothModel } from './line-up.ts';
import type { Place } from './touch.ts';

/** Over this length a line bends from its neighbour back to its own place, mm, until another is chosen: 6 in. */
export const USUAL_EASE = 6 * MM_PER_INCH;

/** Distances below this (mm) are the same place. */
const SAME_PLACE = 1e-6;

/** A point of a stitched line, which went where its own bend took it. */
export interface StitchedPlace extends Place {
  readonly bend?: (p: ClothPoint) => ClothPoint;
}

/**
 * The plan laid on the cloth so that it meets what is already stitched. Where stitches lie off the plan by as much as is now known, what
 * is planned beside them goes with them, and over `length` mm the difference is eased to nothing; a point that is stitched already is met
 * exactly. Between stitched points the differences are weighed by the inverse square of the distance (Shepard 1968).
 * @param stitched points of stitched lines, near enough to each other for the length
 * @returns where a place comes to lie; a bend says where it truly lies on the cloth, by more than the line-up
 */
export function easedToFrame(
  cloth: ClothModel,
  advance: number,
  stitched: readonly StitchedPlace[],
  length: number,
): (p: ClothPoint, bend?: (p: ClothPoint) => ClothPoint) => FramePoint {
  const { toFrame } = cloth.lineUp(advance);
  if (stitched.length === 0 || length <= 0) return (p, bend = asPlanned) => toFrame(bend(p));
  const index = indexBoxes(stitched.length, (i, add) => {
    const { x, y } = stitched[i]!.cloth;
    add(x, y, x, y);
  });
  const known: (Point | undefined)[] = [];
  const offOf = (i: number): Point => {
    const { cloth: place, bend = asPlanned } = stitched[i]!;
    const planned = toFrame(bend(place));
    const found = cloth.find(stitched[i]!, advance);
    return (known[i] = minus(found, planned));
  };
  return (p, bend = asPlanned) => {
    const planned = toFrame(bend(p));
    const near = index.nearest(p.x, p.y, NEIGHBOURS, length);
    if (near.length === 0) return planned;
    let [weights, x, y, nearest] = [0, 0, 0, Infinity];
    for (const i of near) {
      const { cloth: q } = stitched[i]!;
      const d2 = (q.x - p.x) ** 2 + (q.y - p.y) ** 2;
      const weight = 1 / (d2 + SAME_PLACE ** 2);
      const off = known[i] ?? offOf(i);
      weights += weight;
      x += weight * off.x;
      y += weight * off.y;
      nearest = Math.min(nearest, d2);
    }
    const share = eased(Math.sqrt(nearest) / length) / weights;
    return plus(planned, { x: share * x, y: share * y });
  };
}

const asPlanned = (p: ClothPoint): ClothPoint => p;

/** Points that a difference is taken from: more would only blur it. */
const NEIGHBOURS = 12;

/** From 1 at 0 to 0 at 1, level at both ends, so that no line is kinked. */
const eased = (t: number): number => (t >= 1 ? 0 : (1 - t) ** 2 * (1 + 2 * t));
