import { patchesAlike, type PlacementRecord, recordId, type Region } from '@gorse/core';
import { Button, Group, Stack, Text } from '@mantine/core';
import { IconCopy, IconStack2 } from '@tabler/icons-react';
import { memo, useMemo } from 'react';
import { edit, usePlan } from '../../document/plan-store.ts';
import { placementsOf, placeRecipe } from '../../document/recipes.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { isDiffering, sentence } from './problem-words.ts';

/** The patches that are alike, and those that share the recipe. */
export const FamilyPart = memo(function FamilyPart({
  region,
  placement,
  onSame,
  onRegion,
}: {
  readonly region: Region;
  readonly placement: PlacementRecord;
  readonly onSame: (recipeId: string) => void;
  readonly onRegion: (id: string | null) => void;
}) {
  const { recipeId } = placement;
  const alike = useAlike(region);
  const without = usePlan(({ records }) => {
    const held = new Set(
      Object.values(records.placements).flatMap((one) => (one.recipeId === recipeId ? [one.regionId] : [])),
    );
    return alike.filter(({ id }) => !held.has(id)).length;
  });
  const putOnAll = (): void => {
    const { records } = usePlan.getState();
    const recipe = records.recipes[recipeId];
    const ids = alike.map(({ id }) => id);
    if (recipe) edit('recipe on all alike', placeRecipe(ids, recipe));
  };
  const sharing = usePlan(({ records }) => placementsOf(records, recipeId).length);
  return (
    <Stack gap={6} mt="md" component="section" aria-label="Patches alike">
      {without > 0 && (
        <Button leftSection={<IconStack2 size={18} />} onClick={putOnAll}>
          Use on all {alike.length} alike
        </Button>
      )}
      <Button
        variant={without > 0 ? 'default' : 'filled'}
        leftSection={<IconCopy size={18} />}
        onClick={() => onSame(recipeId)}
      >
        Same recipe on other patches
      </Button>
      {sharing > 1 && <Text size="sm">Used on {sharing} patches; all follow.</Text>}
      <Differing recipeId={recipeId} onRegion={onRegion} />
    </Stack>
  );
});

/** Siblings that come out otherwise than the others, by name and reason. */
function Differing({
  recipeId,
  onRegion,
}: {
  readonly recipeId: string;
  readonly onRegion: (id: string | null) => void;
}) {
  const style = useLengthStyle();
  const placements = usePlan(({ records }) => records.placements);
  const regions = usePlan(({ records }) => records.regions);
  const byRecord = usePlanned((state) => state.byRecord);
  const found = Object.values(placements)
    .filter((one) => one.recipeId === recipeId)
    .flatMap(({ id, regionId }) => {
      const problems = byRecord[recordId({ source: 'placements', record: id })]?.problems ?? [];
      const region = regions[regionId];
      return region ? problems.filter(isDiffering).map((problem) => ({ region, problem })) : [];
    });
  return found.map(({ region, problem }) => (
    <Group key={`${region.id} ${problem.code}`} justify="space-between" wrap="nowrap">
      <Text size="sm">{sentence(problem, region.name, style)}</Text>
      <Button size="compact-sm" variant="subtle" onClick={() => onRegion(region.id)}>
        Show {region.name}
      </Button>
    </Group>
  ));
}

const NONE: readonly Region[] = [];

/** All patches that are worked like one, itself among them. */
export function useAlike(region: Region | undefined): readonly Region[] {
  const regions = usePlan(({ records }) => records.regions);
  return useMemo(() => (region ? patchesAlike(region, Object.values(regions)) : NONE), [region, regions]);
}
