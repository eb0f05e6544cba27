import type { DesignAnswer, KeptRecipeAnswer } from '@gorse/contract';
import type { RecipeStages, Region, Suggestion } from '@gorse/core';
import { useMemo } from 'react';
import { useKeptRecipes } from '../../api/queries.ts';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { useFitted } from './use-fitted.ts';
import { useSuggestions } from './use-suggestions.ts';

const NONE: readonly never[] = [];

/** What can be put into a patch: the recipes that are kept and what suits it, each with how it would lie there, as do some others. */
export function useOffers(
  { id, shape }: Region,
  designs: readonly DesignAnswer[],
  others: readonly RecipeStages[] = NONE,
): {
  readonly kept: readonly KeptRecipeAnswer[];
  readonly suggestions: readonly Suggestion[];
  readonly fitted: ReadonlyMap<RecipeStages, Fitted>;
} {
  const suggestions = useSuggestions(id, designs);
  const kept = useKeptRecipes().data ?? NONE;
  const all = useMemo(
    () => [...others, ...[...kept, ...suggestions].map(({ stages }) => stages)],
    [others, kept, suggestions],
  );
  return { kept, suggestions, fitted: useFitted(shape, all) };
}
