import type { DesignAnswer } from '@gorse/contract';
import type { RecipeStages, Region } from '@gorse/core';
import { SegmentedControl } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useCallback, useMemo, useState } from 'react';
import { edit, usePlan } from '../../document/plan-store.ts';
import { setStages } from '../../document/proposal.ts';
import { placeDesign, placementIn, placeRecipe } from '../../document/recipes.ts';
import { BackgroundDrawer } from './background-drawer.tsx';
import { workName } from './backgrounds.ts';
import { DesignDrawer } from './design-drawer.tsx';
import { KeptTile, SuggestionTile } from './suggestion-tile.tsx';
import { useOffers } from './use-offers.ts';

const CHOICES = ['Designs', 'Backgrounds'] as const;

/** What the chosen patch can take: the recipes that are kept and what suits it, as they would lie there, then all designs; or a background. */
export function PatchDesigns({
  region,
  designs,
}: {
  readonly region: Region;
  readonly designs: readonly DesignAnswer[];
}) {
  const { id: regionId, name: patch } = region;
  const chosenId = usePlan(({ records }) => records.recipes[placementIn(records, regionId)?.recipeId ?? '']?.designId);
  const put = useCallback(
    (designId: string) => {
      const placement = placementIn(usePlan.getState().records, regionId);
      if (placement) setStages('design', placement.id, { designId });
      else edit('design', placeDesign(regionId, designId));
    },
    [regionId],
  );
  const [from, setFrom] = useState<(typeof CHOICES)[number]>('Designs');
  const { kept, suggestions, fitted } = useOffers(region, designs);
  const tiles = useMemo(() => {
    const about = (stages: RecipeStages) => ({
      patch,
      fitted: fitted.get(stages),
      onChoose: () => edit('recipe', placeRecipe([regionId], { ...stages, id: nanoid(10) })),
    });
    return [
      ...kept.map(({ id, name, stages }) => <KeptTile key={id} name={name} {...about(stages)} />),
      ...suggestions.map((one) => (
        <SuggestionTile
          key={one.stages.designId}
          name={workName(one.stages, designs)}
          suggestion={one}
          {...about(one.stages)}
        />
      )),
    ];
  }, [suggestions, kept, fitted, designs, patch, regionId]);
  const head = useMemo(
    () => (
      <SegmentedControl
        fullWidth
        size="xs"
        orientation="vertical"
        mb={6}
        aria-label="What to choose from"
        data={[...CHOICES]}
        value={from}
        onChange={setFrom}
      />
    ),
    [from],
  );
  return from === 'Backgrounds' ? (
    <BackgroundDrawer region={region} head={head} />
  ) : (
    <DesignDrawer designs={designs} chosenId={chosenId ?? null} suggested={tiles} head={head} onChoose={put} />
  );
}
