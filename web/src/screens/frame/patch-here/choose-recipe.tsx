import { placementPieceIds, type RecipeRecord, type RecipeStages, type Region } from '@gorse/core';
import { SimpleGrid, Stack } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import { useDesigns } from '../../../api/queries.ts';
import { keepOutOfPatches, setKeepOut } from '../../../document/keep-outs.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { placementIn, placementsOf, placeRecipe } from '../../../document/recipes.ts';
import { TakeStarters } from '../../designs/take-starters.tsx';
import { BACKGROUNDS, workName } from '../../layout/backgrounds.ts';
import { FittedTile, KeptTile, SuggestionTile } from '../../layout/suggestion-tile.tsx';
import { useFitted } from '../../layout/use-fitted.ts';
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
  const known = useDesigns().data;
  const designs = known ?? NONE;
  const recipes = usePlan(({ records }) => records.recipes);
  const used = useMemo(() => Object.values(recipes), [recipes]);
  const { kept, suggestions, fitted } = useOffers(region, designs, used);
  // What suits comes first, and comes late: nothing is offered that would move from under a finger then.
  const isSettled = known !== undefined && (known.length === 0 || suggestions.length > 0);
  const filled = useFitted(region.shape, isSettled ? BACKGROUNDS : NONE);
  const about = (stages: RecipeStages, recipe: RecipeRecord = { ...stages, id: nanoid(10) }) => ({
    patch: region.name,
    fitted: fitted.get(stages) ?? filled.get(stages),
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
            name={workName(recipe, designs)}
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
            name={workName(one.stages, designs)}
            suggestion={one}
          />
        ))}
        {isSettled &&
          BACKGROUNDS.map((stages) => (
            <FittedTile
              key={stages.background.kind}
              {...about(stages)}
              name={workName(stages, designs)}
              words={['background']}
            />
          ))}
      </SimpleGrid>
      <WayButton
        onClick={() => {
          edit('keep-out at the frame', (records) => setKeepOut(keepOutOfPatches(records, [region]))(records));
          onLater();
        }}
      >
        Nothing: keep stitches out of it
      </WayButton>
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
