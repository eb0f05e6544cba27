import { placementPieceIds, type RecipeRecord, type RecipeStages, type Region } from '@gorse/core';
import { SimpleGrid, Stack } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import { useDesigns } from '../../../api/queries.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { placementIn, placementsOf, placeRecipe } from '../../../document/recipes.ts';
import { TakeStarters } from '../../designs/take-starters.tsx';
import { FittedTile, KeptTile, SuggestionTile } from '../../layout/suggestion-tile.tsx';
import { useOffers } from '../../layout/use-offers.ts';
import { Title, WayButton } from '../parts.tsx';

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
  const recipes = usePlan(({ records }) => records.recipes);
  const used = useMemo(() => Object.values(recipes), [recipes]);
  const { kept, suggestions, fitted } = useOffers(region, designs, used);
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
      <Title>What goes into {region.name}?</Title>
      {designs.length === 0 && <TakeStarters />}
      <SimpleGrid cols={2} spacing="xs">
        {used.map((recipe) => (
          <FittedTile
            key={recipe.id}
            {...about(recipe, recipe)}
            name={name(recipe.designId)}
            words={[`as ${firstWith(recipe.id)}`]}
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
      <WayButton onClick={onLater}>Later: touch another patch</WayButton>
    </Stack>
  );
}

const NONE: readonly never[] = [];

/** The first patch that has a recipe, by its name. */
function firstWith(recipeId: string): string {
  const { records } = usePlan.getState();
  const [first] = placementsOf(records, recipeId);
  return records.regions[first?.regionId ?? '']?.name ?? 'before';
}
