import { type DesignAnswer } from '@gorse/contract';
import {
  formatCount,
  counted,
  type Distortion,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  type PlacementRecord,
  quiltOf,
  type RecipeRecord,
  recordId,
  type Shape,
  toDegrees,
  trimmed,
} from '@gorse/core';
import { Text, Title } from '@mantine/core';
import { memo } from 'react';
import { setRecipe } from '../../document/placing.ts';
import { usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import type { ShownRecord } from '../../planning-worker/shown.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { FIT_NAMES } from './fit-names.ts';
import { Stage } from './stage.tsx';
import { FitStage, OrientStage, StitchStage, TIE_NAMES } from './stages.tsx';

/** The stages of a patch's recipe, top to bottom, each with its result in one line; each is made anew only when what it shows changes. */
export function Stages({
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
  const { id, orient, fit, stitch } = recipe;
  const opens = (name: string) => ({ id, open: stage === name, onStage });
  return (
    <div>
      <DesignTitle design={designs.find((one) => one.id === recipe.designId)} />
      <OrientPart {...opens('orient')} orient={orient} />
      <FitPart {...opens('fit')} fit={fit} shape={shape} placementId={placement.id} />
      <StitchPart {...opens('stitch')} stitch={stitch} placementId={placement.id} />
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

/** A stage of the card, of the recipe with this id: made anew when what it shows changes. */
interface PartProps {
  readonly id: string;
  readonly open: boolean;
  readonly onStage: (stage: string | null) => void;
}

const useShown = (placementId: string): ShownRecord | undefined =>
  usePlanned(({ byRecord }) => byRecord[recordId({ source: 'placements', record: placementId })]);

const OrientPart = memo(function OrientPart({ id, open, onStage, orient }: PartProps & Pick<RecipeRecord, 'orient'>) {
  return (
    <Stage name="Orient" line={orientLine(orient)} open={open} onToggle={() => onStage(open ? null : 'orient')}>
      <OrientStage id={id} orient={orient} />
    </Stage>
  );
});

const FitPart = memo(function FitPart({
  id,
  open,
  onStage,
  fit,
  shape,
  placementId,
}: PartProps & Pick<RecipeRecord, 'fit'> & { readonly shape: Shape; readonly placementId: string }) {
  const style = useLengthStyle();
  const planned = useShown(placementId);
  return (
    <Stage name="Fit" line={fitLine(fit, planned, style)} open={open} onToggle={() => onStage(open ? null : 'fit')}>
      <FitStage id={id} fit={fit} shape={shape} />
      {planned?.fit && (
        <Text size="sm" mt="xs">
          {stretchWords(planned.fit.distortion)}
        </Text>
      )}
    </Stage>
  );
});

const StitchPart = memo(function StitchPart({
  id,
  open,
  onStage,
  stitch,
  placementId,
}: PartProps & Pick<RecipeRecord, 'stitch'> & { readonly placementId: string }) {
  const planned = useShown(placementId);
  return (
    <Stage
      name="Stitch"
      line={stitchLine(stitch, planned)}
      open={open}
      onToggle={() => onStage(open ? null : 'stitch')}
    >
      <StitchStage stitch={stitch} onStitch={(changed) => setRecipe(id, { stitch: changed })} />
    </Stage>
  );
});

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
