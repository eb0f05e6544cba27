import { type ClothPoint, type PlaceRule, type PlanRecords, type Seat, seatIn } from '@gorse/core';
import { useMemo } from 'react';
import { PinMark } from '../../canvas/marks.tsx';
import { usePlan } from '../../document/plan-store.ts';
import { dragStages, dropStages, setStages } from '../../document/proposal.ts';
import { placementIn, stagesOf } from '../../document/recipes.ts';
import type { Tool } from '../../tools/hand.ts';
import { movePinTool, pinsOf } from '../../tools/move-pin.ts';
import type { View } from '../../tools/view.ts';

/** A pin is taken from so far, px: by a finger too. */
const REACH = 16;

interface Held {
  readonly fit: PlaceRule;
  readonly seat: Seat;
}

/** How a patch's design is held in its place; null where it isn't placed. */
function heldIn(
  { regions }: Pick<PlanRecords, 'regions'>,
  regionId: string,
  stages: ReturnType<typeof stagesOf>,
): Held | null {
  const region = regions[regionId];
  if (!region || stages?.fit.kind !== 'place') return null;
  return { fit: stages.fit, seat: seatIn(region.shape, region.shape, stages.orient.up) };
}

/** The points of a placed design that hold it in its patch. */
export function Pins({ regionId, scale }: { readonly regionId: string; readonly scale: number }) {
  const placement = usePlan(({ records }) => placementIn(records, regionId));
  const recipe = usePlan(({ records }) => placement && records.recipes[placement.recipeId]);
  const regions = usePlan(({ records }) => records.regions);
  const pins = useMemo(() => {
    const held = heldIn({ regions }, regionId, placement && recipe && { ...recipe, ...placement.own });
    return held ? pinsOf(held.fit, held.seat) : [];
  }, [regions, regionId, placement, recipe]);
  return pins.map((at, i) => <PinMark key={i} at={at} scale={scale} />);
}

/** What a press on a pin begins; null where there is none. It reads the plan when it acts. */
export function pressPin(regionId: string, p: ClothPoint, { scale }: View): Tool<ClothPoint> | null {
  const { records } = usePlan.getState();
  const placement = placementIn(records, regionId);
  const held = heldIn(records, regionId, stagesOf(records, placement));
  if (!placement || !held) return null;
  return movePinTool(p, {
    ...held,
    reach: REACH / scale,
    show: (moved) => dragStages(placement.id, { fit: moved }),
    put: (moved) => setStages('place', placement.id, { fit: moved }),
    drop: dropStages,
  });
}
