import { type Plan, settling } from './evaluate.ts';

/** Ids of the placements of each recipe. */
export function placementsByRecipe({ records }: Plan): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>();
  for (const { id, recipeId } of Object.values(records.placements)) {
    const known = found.get(recipeId);
    if (known) known.push(id);
    else found.set(recipeId, [id]);
  }
  return found;
}

/** The placement in each patch that holds one. */
export const placementByRegion = ({ records }: Plan): ReadonlyMap<string, string> =>
  new Map(Object.values(records.placements).map(({ id, regionId }) => [regionId, id]));

/** The placement in a patch, null where it holds none: what follows from it isn't worked out again when others change. */
export const placementIn = settling(
  (plan: Plan, regionId: string): string | null => plan.get(placementByRegion, null).get(regionId) ?? null,
);
