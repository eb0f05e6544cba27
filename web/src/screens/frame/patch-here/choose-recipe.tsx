import { placementPieceIds, type PlanRecords, type RecipeRecord, type RecipeStages, type Region } from '@gorse/core';
import { Button, SimpleGrid, Stack, Text } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import { useDesigns, useKeptRecipes } from '../../../api/queries.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { placementIn, placeRecipe } from '../../../document/recipes.ts';
import { TakeStarters } from '../../designs/take-starters.tsx';
import { FittedTile, KeptTile, SuggestionTile } from '../../layout/suggestion-tile.tsx';
import { useFitted } from '../../layout/use-fitted.ts';
import { useSuggestions } from '../../layout/use-suggestions.ts';

/** What the new patch is worked with: a recipe that this quilt has already, one that is kept, or what suits it. */
export function ChooseRecipe({
  region,
  onPlaced,
  onLater,
}: {
  readonly region: Region;
  readonly onPlaced: (pieceId: string) => void;
  readonly onLater: () => void;
}) {
  const designs = useDesigns().data ?? NONE;
  const kept = useKeptRecipes().data ?? NONE;
  const recipes = usePlan(({ records }) => records.recipes);
  const used = useMemo(() => Object.values(recipes), [recipes]);
  const suggestions = useSuggestions(region.id, designs);
  const all = useMemo(
    (): readonly RecipeStages[] => [
      ...used,
      ...kept.map(({ stages }) => stages),
      ...suggestions.map(({ stages }) => stages),
    ],
    [used, kept, suggestions],
  );
  const fitted = useFitted(region.shape, all);
  const name = (designId: string): string => designs.find(({ id }) => id === designId)?.name ?? 'a design';
  const about = (stages: RecipeStages, recipe: RecipeRecord = { ...stages, id: nanoid(10) }) => ({
    patch: region.name,
    fitted: fitted.get(stages),
    onChoose: () => {
      edit('recipe', placeRecipe([region.id], recipe));
      onPlaced(placementPieceIds(placementIn(usePlan.getState().records, region.id)!)[0]!);
    },
  });
  return (
    <Stack gap="sm">
      <Text fz={24} fw={700} lh={1.2}>
        What goes into {region.name}?
      </Text>
      {designs.length === 0 && <TakeStarters />}
      <SimpleGrid cols={2} spacing="xs">
        {used.map((recipe) => (
          <FittedTile
            key={recipe.id}
            {...about(recipe, recipe)}
            name={name(recipe.designId)}
            words={[`as ${firstWith(recipes, recipe.id)}`]}
          />
        ))}
        {kept.map((one) => (
          <KeptTile key={one.id} {...about(one.stages)} name={one.name} />
        ))}
        {suggestions.map((one) => (
          <SuggestionTile
            key={one.stages.designId}
            {...about(one.stages)}
            name={name(one.stages.designId)}
            suggestion={one}
          />
        ))}
      </SimpleGrid>
      <Button variant="default" h={56} fz={17} onClick={onLater}>
        Later: touch another patch
      </Button>
    </Stack>
  );
}

const NONE: readonly never[] = [];

/** A patch that has a recipe already, by its name. */
function firstWith(recipes: PlanRecords['recipes'], recipeId: string): string {
  const { placements, regions } = usePlan.getState().records;
  const first = Object.values(placements).find((one) => one.recipeId === recipeId && recipes[recipeId]);
  return regions[first?.regionId ?? '']?.name ?? 'before';
}
