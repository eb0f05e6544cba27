import type { DesignAnswer } from '@gorse/contract';
import type { RecipeStages, Region } from '@gorse/core';
import { nanoid } from 'nanoid';
import { useCallback, useMemo } from 'react';
import { edit, usePlan } from '../../document/plan-store.ts';
import { setStages } from '../../document/proposal.ts';
import { placeDesign, placementIn, placeRecipe } from '../../document/recipes.ts';
import { DesignDrawer } from './design-drawer.tsx';
import { KeptTile, SuggestionTile } from './suggestion-tile.tsx';
import { useOffers } from './use-offers.ts';

/** What the chosen patch can take: the recipes that are kept and what suits it, as they would lie there, then all designs. */
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
  const { kept, suggestions, fitted } = useOffers(region, designs);
  const tiles = useMemo(() => {
    const known = new Map(designs.map((design) => [design.id, design.name]));
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
          name={known.get(one.stages.designId) ?? 'A design'}
          suggestion={one}
          {...about(one.stages)}
        />
      )),
    ];
  }, [suggestions, kept, fitted, designs, patch, regionId]);
  return <DesignDrawer designs={designs} chosenId={chosenId ?? null} suggested={tiles} onChoose={put} />;
}
