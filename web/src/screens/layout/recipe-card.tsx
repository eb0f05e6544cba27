import { type DesignAnswer, EXPORT_FORMATS } from '@gorse/contract';
import {
  cornersOf,
  distance,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  outlineOf,
  type PlacementRecord,
  recordId,
  type Region,
  ringBounds,
  type Shape,
} from '@gorse/core';
import { Button, Group, Menu, Select, Stack, Text } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { memo, useMemo } from 'react';
import { api } from '../../api/api.ts';
import { clearRegions, placementIn } from '../../document/recipes.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atStart } from '../../ui/words.ts';
import { FORMAT_NAMES } from '../header.tsx';
import { workName } from './backgrounds.ts';
import { EvenOut } from './even-out.tsx';
import { FamilyPart } from './family-part.tsx';
import { KeepRecipe } from './keep-recipe.tsx';
import { KeptRecipes } from './kept-recipes.tsx';
import { ProposalBar } from './proposal-bar.tsx';
import { Stages } from './recipe-stages.tsx';

interface Props {
  readonly region: Region | undefined;
  readonly designs: readonly DesignAnswer[];
  readonly stage: string | null;
  readonly onStage: (stage: string | null) => void;
  readonly onRegion: (id: string | null) => void;
  readonly onSame: (recipeId: string) => void;
}

/** The selected patch's stages, top to bottom, each with its result in one line. */
export function RecipeCard({ region, designs, stage, onStage, onRegion, onSame }: Props) {
  const style = useLengthStyle();
  const placement = usePlan(({ records }) => region && placementIn(records, region.id));
  return (
    <aside className="card" aria-label="Recipe card">
      <Stack gap="sm">
        <PatchSelect regionId={region?.id ?? null} onRegion={onRegion} />
        <ProposalBar />
        {!region && (
          <Text>
            Click a patch on the quilt, then a design below it. What you set here is a recipe: other patches can share
            it.
          </Text>
        )}
        {!region && <EvenOut designs={designs} />}
        {!region && <KeptRecipes />}
        {region && !placement && (
          <Text>
            <b>{atStart(region.name)}</b> is {shapeSize(region.shape, style)} and empty. Choose a design or a background
            below.
          </Text>
        )}
      </Stack>
      {region && placement && (
        <>
          <Stages placement={placement} shape={region.shape} designs={designs} stage={stage} onStage={onStage} />
          <FamilyPart region={region} placement={placement} onSame={onSame} onRegion={onRegion} />
          <PatchActions region={region} placement={placement} designs={designs} />
        </>
      )}
    </aside>
  );
}

/** A patch may have a long name. */
const WRAPPED = { h: 'auto', mih: 30, py: 4, styles: { label: { whiteSpace: 'normal' } } } as const;

const PatchActions = memo(function PatchActions({
  region,
  placement,
  designs,
}: {
  readonly region: Region;
  readonly placement: PlacementRecord;
  readonly designs: readonly DesignAnswer[];
}) {
  const quiltId = usePlan((state) => state.quiltId ?? '');
  const shared = usePlan(({ records }) => records.recipes[placement.recipeId]);
  const recipe = shared && { ...shared, ...placement.own };
  return (
    <Group mt="md" gap="xs">
      {recipe && <KeepRecipe key={recipe.id} recipe={recipe} shape={region.shape} usual={workName(recipe, designs)} />}
      <Menu>
        <Menu.Target>
          <Button variant="default" size="xs" {...WRAPPED}>
            Download {region.name} ▾
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {EXPORT_FORMATS.map((format) => (
            <Menu.Item
              key={format}
              component="a"
              download
              href={api.exportAddress(quiltId, format, recordId({ source: 'placements', record: placement.id }))}
            >
              {FORMAT_NAMES[format]}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <Button
        variant="subtle"
        color="rowan"
        size="xs"
        {...WRAPPED}
        leftSection={<IconTrash size={16} />}
        onClick={() => edit('empty the patch', clearRegions([region.id]))}
      >
        Empty {region.name}
      </Button>
    </Group>
  );
});

/** Along the first two edges of a patch with four corners; else of the box round it. */
function shapeSize(shape: Shape, style: LengthStyle): string {
  const [a, b, c] = cornersOf(shape).map(({ at }) => at);
  const box = ringBounds(outlineOf(shape));
  const [width, height] =
    a && b && c && cornersOf(shape).length === 4
      ? [distance(a, b), distance(b, c)]
      : [box.maxX - box.minX, box.maxY - box.minY];
  return `${formatLengthNumber(width, style)} × ${formatLength(height, style)}`;
}

/** Has hundreds of options, so it is made anew only when they change. */
const PatchSelect = memo(function PatchSelect({
  regionId,
  onRegion,
}: {
  readonly regionId: string | null;
  readonly onRegion: (id: string | null) => void;
}) {
  const regions = usePlan((state) => state.records.regions);
  const patches = useMemo(() => Object.values(regions).map((one) => ({ value: one.id, label: one.name })), [regions]);
  return (
    <Select
      label="Patch"
      placeholder="Click a patch, or choose it here"
      data={patches}
      value={regionId}
      onChange={onRegion}
      searchable
      clearable
    />
  );
});
