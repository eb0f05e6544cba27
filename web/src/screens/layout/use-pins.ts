import { type ClothPoint, type PlaceRule, type Region, type Seat, seatIn } from '@gorse/core';
import { useMemo } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { dragStages, dropStages, setStages } from '../../document/proposal.ts';
import { placementIn, stagesOf } from '../../document/recipes.ts';
import type { Tool } from '../../tools/hand.ts';
import { movePinTool, pinsOf } from '../../tools/move-pin.ts';
import type { View } from '../../tools/view.ts';

/** A pin is taken from so far, px: by a finger too. */
const REACH = 16;

/** The points of a placed design that hold it in its patch, and what a press on one begins. */
export function usePins(region: Region | undefined): {
  readonly pins: readonly ClothPoint[];
  readonly press: (p: ClothPoint, view: View) => Tool<ClothPoint> | null;
} {
  const placement = usePlan(({ records }) => region && placementIn(records, region.id));
  const recipe = usePlan(({ records }) => placement && records.recipes[placement.recipeId]);
  return useMemo(() => {
    const held = region && placement && heldIn(region, recipe && { ...recipe, ...placement.own });
    if (!held) return NONE;
    const { fit, seat } = held;
    const { id } = placement;
    return {
      pins: pinsOf(fit, seat),
      press: (p, { scale }) =>
        movePinTool(p, {
          ...{ fit, seat, reach: REACH / scale },
          show: (moved) => dragStages(id, { fit: moved }),
          put: (moved) => setStages('place', id, { fit: moved }),
          drop: dropStages,
        }),
    };
  }, [region, placement, recipe]);
}

const NONE = { pins: [], press: () => null };

function heldIn(
  region: Region,
  stages: ReturnType<typeof stagesOf>,
): { readonly fit: PlaceRule; readonly seat: Seat } | null {
  if (stages?.fit.kind !== 'place') return null;
  return { fit: stages.fit, seat: seatIn(region.shape, region.shape, stages.orient.up) };
}
