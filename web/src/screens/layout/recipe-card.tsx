import { type DesignAnswer, EXPORT_FORMATS } from '@gorse/contract';
import {
  cornersOf,
  distance,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  outlineOf,
  quiltOf,
  type RecipeRecord,
  recordId,
  type Region,
  ringBounds,
  type Shape,
  toDegrees,
  trimmed,
} from '@gorse/core';
import { Button, Group, Menu, Select, Stack, Text, Title } from '@mantine/core';
import { IconCopy, IconTrash } from '@tabler/icons-react';
import { memo, useMemo } from 'react';
import { api } from '../../api/api.ts';
import { clearRegion, ownRecipe, placementIn, placementsOf, setRecipe } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import type { ShownRecord } from '../../planning-worker/shown.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atStart } from '../../ui/words.ts';
import { FORMAT_NAMES } from '../header.tsx';
import { FIT_NAMES } from './fit-names.ts';
import { Stage } from './stage.tsx';
import { FitStage, OrientStage, StitchStage, TIE_NAMES } from './stages.tsx';

interface Props {
  readonly region: Region | undefined;
  readonly designs: readonly DesignAnswer[];
  readonly planned: ShownRecord | undefined;
  readonly stage: string | null;
  readonly onStage: (stage: string | null) => void;
  readonly onRegion: (id: string | null) => void;
  readonly onSame: (recipeId: string) => void;
}

/** The selected patch's stages, top to bottom, each with its result in one line. */
export function RecipeCard({ region, designs, planned, stage, onStage, onRegion, onSame }: Props) {
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const placement = region && placementIn(records, region.id);
  const recipe = placement && records.recipes[placement.recipeId];
  return (
    <aside className="card" aria-label="Recipe card">
      <Stack gap="sm">
        <PatchSelect regionId={region?.id ?? null} onRegion={onRegion} />
        {!region && (
          <Text>
            Click a patch on the quilt, then a design below it. What you set here is a recipe: other patches can share
            it.
          </Text>
        )}
        {region && !recipe && (
          <Text>
            <b>{atStart(region.name)}</b> is {shapeSize(region.shape, style)} and empty. Choose a design below.
          </Text>
        )}
      </Stack>
      {region && placement && recipe && (
        <>
          <Stages
            recipe={recipe}
            shape={region.shape}
            design={designs.find((one) => one.id === recipe.designId)}
            planned={planned}
            stage={stage}
            onStage={onStage}
          />
          <Siblings recipe={recipe} placementId={placement.id} onSame={onSame} />
          <Group mt="md" gap="xs">
            <Menu>
              <Menu.Target>
                <Button variant="default" size="xs">
                  Download {region.name} ▾
                </Button>
              </Menu.Target>
              <Menu.Dropdown>
                {EXPORT_FORMATS.map((format) => (
                  <Menu.Item
                    key={format}
                    component="a"
                    download
                    href={api.exportAddress(
                      usePlan.getState().quiltId ?? '',
                      format,
                      recordId({ source: 'placements', record: placement.id }),
                    )}
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
              leftSection={<IconTrash size={16} />}
              onClick={() => edit('empty the patch', clearRegion(region.id))}
            >
              Empty {region.name}
            </Button>
          </Group>
        </>
      )}
    </aside>
  );
}

function Stages({
  recipe,
  shape,
  design,
  planned,
  stage,
  onStage,
}: {
  readonly recipe: RecipeRecord;
  readonly shape: Shape;
  readonly design: DesignAnswer | undefined;
  readonly planned: ShownRecord | undefined;
  readonly stage: string | null;
  readonly onStage: (stage: string | null) => void;
}) {
  const style = useLengthStyle();
  const bobbin = usePlan((state) => quiltOf(state.records).machine.bobbin);
  const distortion = planned?.fit?.distortion;
  const totals = planned?.fit ? planned.totals : null;
  const degrees = Math.round(toDegrees(recipe.orient.angle) * 10) / 10;
  const turned = ((degrees % 360) + 360) % 360;
  const signed = (part: number): string => `${part >= 0 ? '+' : ''}${trimmed(100 * part, 1)} %`;
  const toggle = (name: string) => (): void => onStage(stage === name ? null : name);
  return (
    <div>
      <Title order={2} size="h4" mt="sm">
        {design?.name ?? 'A design no longer in the library'}
      </Title>
      {design && (
        <Text size="sm" c="var(--ink-soft)">
          drawn {formatLengthNumber(design.facts.width, style)} × {formatLength(design.facts.height, style)}
        </Text>
      )}
      <Stage
        name="Orient"
        line={`${turned === 0 ? 'as drawn' : `turned ${trimmed(turned, 1)}°`}${recipe.orient.mirror ? ', mirrored' : ''}`}
        open={stage === 'orient'}
        onToggle={toggle('orient')}
      >
        <OrientStage recipe={recipe} />
      </Stage>
      <Stage
        name="Fit"
        line={
          distortion
            ? `${FIT_NAMES[recipe.fit.kind].toLowerCase()}, ${trimmed(100 * distortion.scale, 0)} % of drawn size, ${formatLength(recipe.fit.margin, style)} margin`
            : planned
              ? 'can’t be fitted: the margin is too large'
              : 'working it out…'
        }
        open={stage === 'fit'}
        onToggle={toggle('fit')}
      >
        <FitStage recipe={recipe} shape={shape} />
        {distortion && (
          <Text size="sm" mt="xs">
            Stretch {signed(distortion.across)} ↔, {signed(distortion.down)} ↕ · shear{' '}
            {trimmed(Math.abs(toDegrees(distortion.shear)), 1)}°
          </Text>
        )}
      </Stage>
      <Stage
        name="Stitch"
        line={`${trimmed(recipe.stitch.stitchesPerInch, 1)} SPI · ties ${TIE_NAMES[recipe.stitch.tieOff]}${totals ? ` · ${formatDuration(totals.seconds)}` : ''}`}
        open={stage === 'stitch'}
        onToggle={toggle('stitch')}
      >
        <StitchStage stitch={recipe.stitch} onStitch={(stitch) => setRecipe(recipe.id, { stitch })} />
      </Stage>
      {totals && (
        <Text mt="sm" data-testid="totals">
          {totals.stitches.toLocaleString('en')} stitches, {formatLength(totals.length, style)} of line,{' '}
          {totals.cuts === 0 ? 'no cuts' : totals.cuts === 1 ? '1 cut' : `${totals.cuts} cuts`}. About{' '}
          {formatDuration(totals.seconds)} and {trimmed((100 * totals.thread) / bobbin, 0)} % of a bobbin.
        </Text>
      )}
    </div>
  );
}

function Siblings({
  recipe,
  placementId,
  onSame,
}: {
  readonly recipe: RecipeRecord;
  readonly placementId: string;
  readonly onSame: (recipeId: string) => void;
}) {
  const records = usePlan((state) => state.records);
  const count = placementsOf(records, recipe.id).length;
  return (
    <Stack gap={6} mt="md">
      <Button leftSection={<IconCopy size={18} />} onClick={() => onSame(recipe.id)}>
        Same recipe on other patches
      </Button>
      {count > 1 && (
        <Group justify="space-between">
          <Text size="sm">Used on {count} patches; all follow.</Text>
          <Button size="compact-sm" variant="subtle" onClick={() => edit('own recipe', ownRecipe(placementId))}>
            Let this one differ
          </Button>
        </Group>
      )}
    </Stack>
  );
}

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
