import {
  type OwnStages,
  type PlacementRecord,
  type PlanRecords,
  type RecipeRecord,
  type RecipeStages,
  type StageName,
  usualStages,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { without } from './without.ts';

/** Designs into patches by recipes: edits of the plan, pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

export const newRecipe = (designId: string | null): RecipeRecord => ({ ...usualStages(designId), id: nanoid(10) });

export const placementIn = (records: PlanRecords, regionId: string): PlacementRecord | undefined =>
  Object.values(records.placements).find((placement) => placement.regionId === regionId);

export const placementsOf = (records: PlanRecords, recipeId: string): PlacementRecord[] =>
  Object.values(records.placements).filter((placement) => placement.recipeId === recipeId);

/** A placement's recipe as it is worked in its patch. */
export function stagesOf(records: PlanRecords, placement: PlacementRecord | undefined): RecipeRecord | undefined {
  const recipe = placement && records.recipes[placement.recipeId];
  return recipe && { ...recipe, ...placement.own };
}

/** Puts a design into a patch with a recipe of its own; a patch that has one keeps its settings and changes the design. */
export function placeDesign(regionId: string, designId: string): Edit {
  return (records) => {
    const placement = placementIn(records, regionId);
    const recipe = placement && records.recipes[placement.recipeId];
    return recipe ? setRecipe(recipe.id, { designId })(records) : placeRecipe([regionId], newRecipe(designId))(records);
  };
}

/** Puts a recipe into patches, in place of what was there; those that have it already stay as they are. */
export function placeRecipe(regionIds: readonly string[], recipe: RecipeRecord): Edit {
  return (records) => {
    const known = new Map(Object.values(records.placements).map((one) => [one.regionId, one] as const));
    const open = regionIds.filter((id) => known.get(id)?.recipeId !== recipe.id);
    const cleared = clearRegions(open)(records);
    const placed = open.map((regionId): PlacementRecord => ({
      ...{ id: nanoid(10), regionId, recipeId: recipe.id },
      ...{ parts: 1, own: {} },
    }));
    return {
      ...cleared,
      recipes: { ...cleared.recipes, [recipe.id]: recipe },
      placements: { ...cleared.placements, ...Object.fromEntries(placed.map((one) => [one.id, one])) },
    };
  };
}

/** Empties patches; a recipe that nothing uses any more goes too. */
export function clearRegions(regionIds: readonly string[]): Edit {
  return (records) => {
    const open = new Set(regionIds);
    const gone = Object.values(records.placements).filter(({ regionId }) => open.has(regionId));
    if (gone.length === 0) return records;
    const placements = without(records.placements, ...gone.map(({ id }) => id));
    const used = new Set(Object.values(placements).map(({ recipeId }) => recipeId));
    const unused = gone.map(({ recipeId }) => recipeId).filter((id) => !used.has(id));
    return { ...records, placements, recipes: without(records.recipes, ...unused) };
  };
}

export function setRecipe(recipeId: string, change: Partial<RecipeStages>): Edit {
  return (records) => {
    const recipe = records.recipes[recipeId];
    return recipe ? { ...records, recipes: { ...records.recipes, [recipeId]: { ...recipe, ...change } } } : records;
  };
}

/** The placements that follow when stages of one change: itself where they are its own, else those that take any of them from the recipe. */
export function followersOf(
  records: PlanRecords,
  placementId: string,
  change: Partial<RecipeStages>,
): readonly PlacementRecord[] {
  const placement = records.placements[placementId];
  if (!placement) return [];
  const shared = Object.keys(change).filter((stage) => !(stage in placement.own));
  const follows = ({ id, own }: PlacementRecord): boolean =>
    id === placementId || shared.some((stage) => !(stage in own));
  return placementsOf(records, placement.recipeId).filter(follows);
}

/** Changes stages as a placement is worked: those that are its own for it alone, the others for all that share its recipe. */
export function changeStages(placementId: string, change: Partial<RecipeStages>): Edit {
  return (records) => {
    const placement = records.placements[placementId];
    if (!placement) return records;
    const stages = Object.entries(change);
    const [own, shared] = [true, false].map((is) =>
      Object.fromEntries(stages.filter(([stage]) => stage in placement.own === is)),
    );
    return ownStages(placementId, own!)(setRecipe(placement.recipeId, shared!)(records));
  };
}

/** Lets one patch differ from its recipe in some stages. */
export function ownStages(placementId: string, change: OwnStages): Edit {
  return (records) => {
    const placement = records.placements[placementId];
    if (!placement || Object.keys(change).length === 0) return records;
    return setPlacement(records, { ...placement, own: { ...placement.own, ...change } });
  };
}

/** Takes back in what a patch differs from its recipe. */
export function withoutOwn(placementId: string, ...stages: readonly StageName[]): Edit {
  return (records) => {
    const placement = records.placements[placementId];
    return placement ? setPlacement(records, { ...placement, own: without(placement.own, ...stages) }) : records;
  };
}

const setPlacement = (records: PlanRecords, placement: PlacementRecord): PlanRecords => ({
  ...records,
  placements: { ...records.placements, [placement.id]: placement },
});

/** Gives one placement a copy of its recipe, so that it can hold another design than its siblings. */
export function ownRecipe(placementId: string): Edit {
  return (records) => {
    const placement = records.placements[placementId];
    const recipe = stagesOf(records, placement);
    if (!placement || !recipe) return records;
    const own = { ...recipe, id: nanoid(10) };
    const recipes = { ...records.recipes, [own.id]: own };
    return setPlacement({ ...records, recipes }, { ...placement, recipeId: own.id, own: {} });
  };
}

/** Stitches a placement in so many parts, one above the other. */
export const splitPlacement =
  (id: string, parts: number): Edit =>
  (records) => {
    const placement = records.placements[id];
    return placement ? setPlacement(records, { ...placement, parts }) : records;
  };
