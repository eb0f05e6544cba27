import type { KeptRecipeAnswer } from '@gorse/contract';
import { withAllStages } from '@gorse/core';
import { asc, eq, isNull } from 'drizzle-orm';
import type { Tables } from './database.ts';
import { keptRecipes } from './schema.ts';

const KEPT = { id: keptRecipes.id, name: keptRecipes.name, stages: keptRecipes.stages, shape: keptRecipes.shape };

/** Recipes that are kept, by name. */
export async function listKeptRecipes(tables: Tables): Promise<KeptRecipeAnswer[]> {
  const kept = await tables
    .select(KEPT)
    .from(keptRecipes)
    .where(isNull(keptRecipes.removedAt))
    .orderBy(asc(keptRecipes.name));
  return kept.map((one) => ({ ...one, stages: withAllStages(one.stages) }));
}

export async function insertKeptRecipe(tables: Tables, recipe: KeptRecipeAnswer, addedAt: number): Promise<void> {
  await tables.insert(keptRecipes).values({ ...recipe, addedAt });
}

/** Removed ones stay and can be brought back. Returns false when there is no such recipe. */
export async function markRecipeRemoved(tables: Tables, id: string, removedAt: number | null): Promise<boolean> {
  const rows = await tables
    .update(keptRecipes)
    .set({ removedAt })
    .where(eq(keptRecipes.id, id))
    .returning({ id: keptRecipes.id });
  return rows.length > 0;
}
