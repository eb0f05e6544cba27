import type { Region } from '../cloth/region.ts';
import type { Shape } from '../cloth/shape.ts';
import type { Drawn } from '../fit/fit.ts';
import { type Seat, seatIn } from '../fit/seat.ts';
import { designLines } from './design-lines.ts';
import type { Plan } from './evaluate.ts';
import { arrangedDesign } from './pipeline.ts';
import type { RecipeStages } from './recipe.ts';
import type { PlacementRecord, RecipeRecord } from './records.ts';

/** A placement with all that it points to. */
export interface Placed {
  readonly placement: PlacementRecord;
  readonly region: Region;
  /** As it is worked in this patch. */
  readonly recipe: RecipeRecord;
}

/** Null while one of them is missing. */
export function placedOf({ records }: Pick<Plan, 'records'>, id: string): Placed | null {
  const placement = records.placements[id];
  const region = placement && records.regions[placement.regionId];
  const recipe = placement && records.recipes[placement.recipeId];
  return placement && region && recipe ? { placement, region, recipe: { ...recipe, ...placement.own } } : null;
}

/** What a fit is given of a recipe, once for all patches that it is put in; undefined while there is no design, null when it is too much. */
export const drawnFor = (plan: Plan, { designId, trim, arrange, orient }: RecipeStages): Drawn | null | undefined =>
  designId === null ? undefined : plan.get(drawnOf, { designId, trim, arrange, orient });

const drawnOf = (
  plan: Plan,
  stages: Pick<RecipeStages, 'trim' | 'arrange' | 'orient'> & { readonly designId: string },
): Drawn | null | undefined => {
  const design = plan.get(designLines, stages.designId);
  return design && arrangedDesign(design, stages);
};

/** A placement's patch as its design sits there. @param shape its edge as touched, where it was */
export const seatOf = ({ region, recipe }: Placed, shape: Shape = region.shape): Seat =>
  seatIn(shape, region.shape, recipe.orient.up);
