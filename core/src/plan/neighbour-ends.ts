import { clothPoint, type ClothPoint } from '../geometry/point.ts';
import { pointIn } from '../geometry/polyline.ts';
import { type Plan, settling } from './evaluate.ts';
import { graphOf } from './landmarks.ts';
import { laidPlacement } from './placement-bands.ts';
import { placementByRegion } from './placement-index.ts';

/** Ids of the patches on the other side of each patch's seams. */
function neighbours(plan: Plan): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>();
  const add = (one: string, other: string): void => {
    const known = found.get(one);
    if (known) known.add(other);
    else found.set(one, new Set([other]));
  };
  for (const { left, right } of plan.get(graphOf, null).edges) {
    if (left === null || right === null) continue;
    add(left, right);
    add(right, left);
  }
  return found;
}

/** Where the stitching of a placement begins and ends; empty where nothing is laid. */
export const endsOfPlacement = settling((plan: Plan, id: string): readonly ClothPoint[] => {
  const strokes = plan.get(laidPlacement, id)?.strokes;
  const [first, last] = [strokes?.[0], strokes?.at(-1)];
  return first && last ? [pointIn(first.line, 0, clothPoint), pointIn(last.line, -1, clothPoint)] : [];
});

/** Where the stitching in the patches beside a patch begins and ends. */
export function neighbourEnds(plan: Plan, regionId: string): readonly ClothPoint[] {
  const held = plan.get(placementByRegion, null);
  return [...(plan.get(neighbours, null).get(regionId) ?? [])].flatMap((beside) => {
    const placement = held.get(beside);
    return placement === undefined ? [] : plan.get(endsOfPlacement, placement);
  });
}
