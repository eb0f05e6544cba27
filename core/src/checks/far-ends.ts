import type { MapGraph } from '../cloth/map-graph.ts';
import { clothPoint, type ClothPoint, distance } from '../geometry/point.ts';
import { pointIn } from '../geometry/polyline.ts';
import type { Plan } from '../plan/evaluate.ts';
import { graphOf } from '../plan/landmarks.ts';
import { laidPlacement } from '../plan/placement-bands.ts';
import { FAR_END } from '../tolerances.ts';

/** Ids of the patches on the other side of each patch's seams. */
const neighbours = (plan: Plan): ReadonlyMap<string, ReadonlySet<string>> => {
  const graph: MapGraph = plan.get(graphOf, null);
  const found = new Map<string, Set<string>>();
  const add = (one: string, other: string): void => {
    const known = found.get(one);
    if (known) known.add(other);
    else found.set(one, new Set([other]));
  };
  for (const { left, right } of graph.edges) {
    if (left === null || right === null) continue;
    add(left, right);
    add(right, left);
  }
  return found;
};

const placementByRegion = (plan: Plan): ReadonlyMap<string, string> =>
  new Map(Object.values(plan.records.placements).map(({ id, regionId }) => [regionId, id]));

/** Where a placement's stitching begins and ends; null where nothing is laid. */
function endsOf(plan: Plan, id: string): readonly [ClothPoint, ClothPoint] | null {
  const strokes = plan.get(laidPlacement, id)?.strokes;
  const [first, last] = [strokes?.[0], strokes?.at(-1)];
  return first && last ? [pointIn(first.line, 0, clothPoint), pointIn(last.line, -1, clothPoint)] : null;
}

/**
 * Of a recipe's placements beside others those that begin and end far from where any neighbour does: each costs a cut. @param recipeId of them
 */
export function farFromNeighbours(plan: Plan, recipeId: string): readonly string[] {
  const beside = plan.get(neighbours, null);
  const held = plan.get(placementByRegion, null);
  return Object.values(plan.records.placements).flatMap(({ id, regionId, recipeId: own }) => {
    if (own !== recipeId) return [];
    const ends = plan.get(endsOf, id);
    const others = [...(beside.get(regionId) ?? [])].flatMap((region) => {
      const other = held.get(region);
      return other === undefined ? [] : (plan.get(endsOf, other) ?? []);
    });
    const isFar = ends && others.length > 0 && !ends.some((end) => others.some((one) => distance(end, one) <= FAR_END));
    return isFar ? [id] : [];
  });
}
