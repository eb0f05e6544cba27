import type { KeptRecipeAnswer } from '@gorse/contract';
import { nanoid } from 'nanoid';
import { notFound, Refusal } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { knownDesigns } from '../store/design-store.ts';
import { insertKeptRecipe, listKeptRecipes, markRecipeRemoved } from '../store/recipe-store.ts';

export const listRecipes = (database: Database): Promise<KeptRecipeAnswer[]> => listKeptRecipes(database.read);

/** Keeps a recipe for other quilts. Refused when its design isn't in the library. */
export async function keepRecipe(
  database: Database,
  { name, stages, shape }: Omit<KeptRecipeAnswer, 'id'>,
): Promise<KeptRecipeAnswer> {
  const kept = { id: nanoid(12), name, stages, shape };
  await database.commit(async (tables) => {
    const { designId } = stages;
    if (designId !== null && !(await knownDesigns(tables, [designId])).has(designId))
      throw new Refusal('refused', 'The design of this recipe is not in the library. Put another design there first.');
    await insertKeptRecipe(tables, kept, Date.now());
  });
  return kept;
}

/** Takes a recipe out of the list, or puts it back; quilts that use it keep theirs. */
export async function setRecipeListed(database: Database, id: string, listed: boolean): Promise<void> {
  const done = await database.commit((tables) => markRecipeRemoved(tables, id, listed ? null : Date.now()));
  if (!done) throw notFound('recipe');
}
