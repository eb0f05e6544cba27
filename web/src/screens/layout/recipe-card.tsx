import { type DesignAnswer, EXPORT_FORMATS } from '@gorse/contract';
import {
  formatCount,
  cornersOf,
  counted,
  distance,
  type Distortion,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  outlineOf,
  type PlacementRecord,
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
import { usePlanned } from '../../planning-worker/planned-store.ts';
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
        {!region && (
          <Text>
            Click a patch on the quilt, then a design below it. What you set here is a recipe: other patches can share
            it.
          </Text>
        )}
        {region && !placement && (
          <Text>
            <b>{atStart(region.name)}</b> is {shapeSize(region.shape, style)} and empty. Choose a design below.
          </Text>
        )}
      </Stack>
      {region && placement && (
        <>
          <Stages placement={placement} shape={region.shape} designs={designs} stage={stage} onStage={onStage} />
          <Siblings recipeId={placement.recipeId} placementId={placement.id} onSame={onSame} />
          <PatchActions region={region} placementId={placement.id} />
        </>
      )}
    </aside>
  );
}

const PatchActions = memo(function PatchActions({
  region,
  placementId,
}: {
  readonly region: Region;
  readonly placementId: string;
}) {
  const quiltId = usePlan((state) => state.quiltId ?? '');
  return (
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
              href={api.exportAddress(quiltId, format, recordId({ source: 'placements', record: placementId }))}
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
  );
});

function Stages({
  placement,
  shape,
  designs,
  stage,
  onStage,
}: {
  readonly placement: PlacementRecord;
  readonly shape: Shape;
  readonly designs: readonly DesignAnswer[];
  readonly stage: string | null;
  readonly onStage: (stage: string | null) => void;
}) {
  const recipe = usePlan(({ records }) => records.recipes[placement.recipeId]);
  if (!recipe) return null;
  const opens = (name: string) => ({ open: stage === name, onStage, recipe });
  return (
    <div>
      <DesignTitle design={designs.find((one) => one.id === recipe.designId)} />
      <OrientPart {...opens('orient')} />
      <FitPart {...opens('fit')} shape={shape} placementId={placement.id} />
      <StitchPart {...opens('stitch')} placementId={placement.id} />
      <TotalsLine placementId={placement.id} />
    </div>
  );
}

const DesignTitle = memo(function DesignTitle({ design }: { readonly design: DesignAnswer | undefined }) {
  const style = useLengthStyle();
  return (
    <>
      <Title order={2} size="h4" mt="sm">
        {design?.name ?? 'A design no longer in the library'}
      </Title>
      {design && (
        <Text size="sm" c="var(--ink-soft)">
          drawn {formatLengthNumber(design.facts.width, style)} × {formatLength(design.facts.height, style)}
        </Text>
      )}
    </>
  );
});

/** A stage of the card: made anew when what it shows changes. */
interface PartProps {
  readonly recipe: RecipeRecord;
  readonly open: boolean;
  readonly onStage: (stage: string | null) => void;
}

const useShown = (placementId: string): ShownRecord | undefined =>
  usePlanned(({ byRecord }) => byRecord[recordId({ source: 'placements', record: placementId })]);

const OrientPart = memo(
  function OrientPart({ recipe, open, onStage }: PartProps) {
    return (
      <Stage
        name="Orient"
        line={orientLine(recipe.orient)}
        open={open}
        onToggle={() => onStage(open ? null : 'orient')}
      >
        <OrientStage recipe={recipe} />
      </Stage>
    );
  },
  (a, b) => a.recipe.id === b.recipe.id && a.recipe.orient === b.recipe.orient && a.open === b.open,
);

function FitPart({
  recipe,
  open,
  onStage,
  shape,
  placementId,
}: PartProps & { readonly shape: Shape; readonly placementId: string }) {
  const style = useLengthStyle();
  const planned = useShown(placementId);
  return (
    <Stage
      name="Fit"
      line={fitLine(recipe.fit, planned, style)}
      open={open}
      onToggle={() => onStage(open ? null : 'fit')}
    >
      <FitStage recipe={recipe} shape={shape} />
      {planned?.fit && (
        <Text size="sm" mt="xs">
          {stretchWords(planned.fit.distortion)}
        </Text>
      )}
    </Stage>
  );
}

const StitchPart = memo(
  function StitchPart({ recipe, open, onStage, placementId }: PartProps & { readonly placementId: string }) {
    const planned = useShown(placementId);
    return (
      <Stage
        name="Stitch"
        line={stitchLine(recipe.stitch, planned)}
        open={open}
        onToggle={() => onStage(open ? null : 'stitch')}
      >
        <StitchStage stitch={recipe.stitch} onStitch={(stitch) => setRecipe(recipe.id, { stitch })} />
      </Stage>
    );
  },
  (a, b) =>
    a.recipe.id === b.recipe.id &&
    a.recipe.stitch === b.recipe.stitch &&
    a.open === b.open &&
    a.placementId === b.placementId,
);

function orientLine({ angle, mirror }: RecipeRecord['orient']): string {
  const degrees = Math.round(toDegrees(angle) * 10) / 10;
  const turned = ((degrees % 360) + 360) % 360;
  return `${turned === 0 ? 'as drawn' : `turned ${trimmed(turned, 1)}°`}${mirror ? ', mirrored' : ''}`;
}

function fitLine({ kind, margin }: RecipeRecord['fit'], planned: ShownRecord | undefined, style: LengthStyle): string {
  if (!planned) return 'working it out…';
  if (!planned.fit) return 'can’t be fitted: the margin is too large';
  const scale = trimmed(100 * planned.fit.distortion.scale, 0);
  return `${FIT_NAMES[kind].toLowerCase()}, ${scale} % of drawn size, ${formatLength(margin, style)} margin`;
}

const signed = (part: number): string => `${part >= 0 ? '+' : ''}${trimmed(100 * part, 1)} %`;
const stretchWords = ({ across, down, shear }: Distortion): string =>
  `Stretch ${signed(across)} ↔, ${signed(down)} ↕ · shear ${trimmed(Math.abs(toDegrees(shear)), 1)}°`;

const stitchLine = ({ stitchesPerInch, tieOff }: RecipeRecord['stitch'], planned: ShownRecord | undefined): string =>
  `${trimmed(stitchesPerInch, 1)} SPI · ties ${TIE_NAMES[tieOff]}${planned?.fit ? ` · ${formatDuration(planned.totals.seconds)}` : ''}`;

function TotalsLine({ placementId }: { readonly placementId: string }) {
  const planned = useShown(placementId);
  const style = useLengthStyle();
  const bobbin = usePlan(({ records }) => quiltOf(records).machine.bobbin);
  if (!planned?.fit) return null;
  const { stitches, length, cuts, seconds, thread } = planned.totals;
  return (
    <Text mt="sm" data-testid="totals">
      {formatCount(stitches)} stitches, {formatLength(length, style)} of line,{' '}
      {cuts === 0 ? 'no cuts' : counted(cuts, 'cut')}. About {formatDuration(seconds)} and{' '}
      {trimmed((100 * thread) / bobbin, 0)} % of a bobbin.
    </Text>
  );
}

const Siblings = memo(function Siblings({
  recipeId,
  placementId,
  onSame,
}: {
  readonly recipeId: string;
  readonly placementId: string;
  readonly onSame: (recipeId: string) => void;
}) {
  const count = usePlan(({ records }) => placementsOf(records, recipeId).length);
  return (
    <Stack gap={6} mt="md">
      <Button leftSection={<IconCopy size={18} />} onClick={() => onSame(recipeId)}>
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
