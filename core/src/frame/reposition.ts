import { type DesignSpot, spotOf } from '../fit/place.ts';
import { type Shift, shiftedOn } from '../fit/shift.ts';
import { type FramePoint, minus, type Point, plus } from '../geometry/point.ts';
import type { LineUp } from '../lineup/line-up.ts';
import type { Plan } from '../plan/evaluate.ts';
import { graphOf, measuredShape } from '../plan/landmarks.ts';
import { layInPatch } from '../plan/pipeline.ts';
import { drawnFor, placedOf, seatOf } from '../plan/placement-bands.ts';
import { touchesOf } from '../plan/plan-document.ts';

/** How a design is moved at the frame, in what is right and down there: by so much, a point of it onto a place, or turned about one. */
export type Reposition =
  | { readonly kind: 'nudge'; readonly by: Point }
  | { readonly kind: 'put'; readonly spot: DesignSpot; readonly onto: FramePoint }
  | { readonly kind: 'turn'; readonly angle: number; readonly about: FramePoint };

/** The shift of a placement's recipe that moves it so as it lies in an advance. Null where it isn't laid at all. */
export function repositioned(
  plan: Plan,
  placementId: string,
  advance: number,
  { toCloth, toFrame }: Pick<LineUp, 'toCloth' | 'toFrame'>,
  how: Reposition,
): Shift | null {
  const placed = placedOf(plan, placementId);
  const drawn = placed && drawnFor(plan, placed.recipe);
  if (!placed || !drawn) return null;
  const touches = touchesOf(plan.records);
  const seat = seatOf(placed, measuredShape(placed.region, plan.get(graphOf, null), touches, advance, { toCloth }));
  const laid = layInPatch(drawn, placed.recipe, seat);
  if (!laid) return null;
  const spot = how.kind === 'put' ? how.spot : ({ kind: 'box', u: 0.5, v: 0.5 } as const);
  const from = laid.warp.mapPoint(spotOf(drawn, spot));
  const still = { about: from, angle: 0, by: { x: 0, y: 0 } };
  const move = {
    nudge: (by: Point) => ({ ...still, by: minus(toCloth(plus(toFrame(from), by)), from) }),
    put: (onto: FramePoint) => ({ ...still, by: minus(toCloth(onto), from) }),
    turn: (angle: number, about: FramePoint) => ({ ...still, angle, about: toCloth(about) }),
  };
  const made =
    how.kind === 'nudge'
      ? move.nudge(how.by)
      : how.kind === 'put'
        ? move.put(how.onto)
        : move.turn(how.angle, how.about);
  return shiftedOn(placed.recipe.shift, made, seat);
}
