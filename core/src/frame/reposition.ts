import { type DesignSpot, spotOf } from '../fit/place.ts';
import { type Move, type Shift, shiftedOn } from '../fit/shift.ts';
import { type ClothPoint, type FramePoint, minus, type Point, plus } from '../geometry/point.ts';
import type { LineUp } from '../lineup/line-up.ts';
import type { Plan } from '../plan/evaluate.ts';
import { graphOf, measuredShape } from '../plan/landmarks.ts';
import { layInPatch } from '../plan/pipeline.ts';
import { drawnFor, placedOf, seatOf } from '../plan/placed.ts';
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
  lineUp: Pick<LineUp, 'toCloth' | 'toFrame'>,
  how: Reposition,
): Shift | null {
  const placed = placedOf(plan, placementId);
  const drawn = placed && drawnFor(plan, placed.recipe);
  if (!placed || !drawn) return null;
  const touches = touchesOf(plan.records);
  const seat = seatOf(placed, measuredShape(placed.region, plan.get(graphOf, null), touches, advance, lineUp));
  const laid = layInPatch(drawn, placed.recipe, seat);
  if (!laid) return null;
  const spot = how.kind === 'put' ? how.spot : CENTRE;
  const from = laid.warp.mapPoint(spotOf(drawn, spot));
  return shiftedOn(placed.recipe.shift, moveOf(how, from, lineUp), seat);
}

const CENTRE: DesignSpot = { kind: 'box', u: 0.5, v: 0.5 };

/** The same on the cloth. @param from where the point that is moved lies now */
function moveOf(how: Reposition, from: ClothPoint, { toCloth, toFrame }: Pick<LineUp, 'toCloth' | 'toFrame'>): Move {
  switch (how.kind) {
    case 'nudge':
      return { about: from, angle: 0, by: minus(toCloth(plus(toFrame(from), how.by)), from) };
    case 'put':
      return { about: from, angle: 0, by: minus(toCloth(how.onto), from) };
    case 'turn':
      return { about: toCloth(how.about), angle: how.angle, by: { x: 0, y: 0 } };
  }
}
