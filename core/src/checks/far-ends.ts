import { distance } from '../geometry/point.ts';
import { type Plan, settling } from '../plan/evaluate.ts';
import { endsOfPlacement, neighbourEnds } from '../plan/neighbour-ends.ts';
import { placementsByRecipe } from '../plan/placement-index.ts';
import { FAR_END } from '../tolerances.ts';

/** Of a recipe's placements beside others those that begin and end far from where any neighbour does: each costs a cut. */
export const farFromNeighbours = settling((plan: Plan, recipeId: string): readonly string[] =>
  (plan.get(placementsByRecipe, null).get(recipeId) ?? []).filter((id) => {
    const ends = plan.get(endsOfPlacement, id);
    const others = plan.get(neighbourEnds, plan.records.placements[id]!.regionId);
    const isFar = others.length > 0 && ends.every((end) => others.every((one) => distance(end, one) > FAR_END));
    return isFar && ends.length > 0;
  }),
);
