import {
  FIT_KINDS,
  type FitRule,
  fitTakes,
  MM_PER_INCH,
  type PlanRecords,
  type RecipeRecord,
  type Shape,
  type StitchRule,
  toDegrees,
  toRadians,
  type TieOff,
} from '@gorse/core';
import { Button, Group, NumberInput, SegmentedControl, Slider, Stack, Switch, Text } from '@mantine/core';
import { IconRotateClockwise2 } from '@tabler/icons-react';
import { memo } from 'react';
import { setRecipe } from '../../document/placing.ts';
import { commit, edit, preview } from '../../document/plan-store.ts';
import { FIT_NAMES, FIT_WORDS } from './fit-names.ts';
import { LengthInput } from '../../ui/length-input.tsx';

/** The largest margin a slider offers; more can be typed. */
const SLIDER_MARGIN = 2 * MM_PER_INCH;

export function OrientStage({ id, orient }: Pick<RecipeRecord, 'id' | 'orient'>) {
  const degrees = Math.round(((toDegrees(orient.angle) % 360) + 360) * 100) / 100;
  const shown = degrees >= 360 ? degrees - 360 : degrees;
  const turnTo = (angle: number) => setRecipe(id, { orient: { ...orient, angle: toRadians(angle) } });
  return (
    <Stack gap="sm">
      <Group>
        <Button
          variant="default"
          leftSection={<IconRotateClockwise2 size={18} />}
          onClick={() => edit('turn', turnTo((shown + 90) % 360))}
        >
          Turn 90°
        </Button>
        <Switch
          label="Mirror"
          checked={orient.mirror}
          onChange={(event) =>
            edit('mirror', setRecipe(id, { orient: { ...orient, mirror: event.currentTarget.checked } }))
          }
        />
      </Group>
      <NumberInput
        label="Angle"
        suffix="°"
        min={-360}
        max={720}
        decimalScale={2}
        value={shown}
        onChange={(value) => typeof value === 'number' && edit('turn', turnTo(value))}
      />
      <Slider
        thumbLabel="Angle in degrees"
        min={0}
        max={359}
        value={shown}
        label={(value) => `${value}°`}
        onChange={(value) => preview(turnTo(value))}
        onChangeEnd={() => commit('turn')}
      />
    </Stack>
  );
}

/** Made anew when the recipe changes, not when it is worked out. */
export const FitStage = memo(function FitStage({
  id,
  fit,
  shape,
}: Pick<RecipeRecord, 'id' | 'fit'> & { readonly shape: Shape }) {
  const marginTo = (margin: number) => setRecipe(id, { fit: { ...fit, margin } });
  return (
    <Stack gap="sm">
      <FitKinds recipeId={id} kind={fit.kind} shape={shape} />
      <LengthInput
        label="Margin"
        description="Kept free along every seam; less than 0 runs over it"
        value={fit.margin}
        least={-200}
        most={1000}
        onLength={(mm) => edit('margin', marginTo(mm))}
      />
      <Slider
        thumbLabel="Margin, drag to see it at once"
        min={-SLIDER_MARGIN / 4}
        max={SLIDER_MARGIN}
        step={MM_PER_INCH / 64}
        value={fit.margin}
        label={null}
        marks={[{ value: 0 }]}
        onChange={(mm) => preview(marginTo(mm))}
        onChangeEnd={() => commit('margin')}
      />
    </Stack>
  );
});

/** Doesn't change while a margin is dragged. */
const FitKinds = memo(function FitKinds({
  recipeId,
  kind,
  shape,
}: {
  readonly recipeId: string;
  readonly kind: FitRule['kind'];
  readonly shape: Shape;
}) {
  const change = (to: FitRule['kind']): void =>
    edit('fit', (records) => {
      const recipe = records.recipes[recipeId];
      return recipe ? setRecipe(recipeId, { fit: { ...recipe.fit, kind: to } })(records) : records;
    });
  return (
    <>
      <SegmentedControl
        aria-label="Fit"
        data={FIT_KINDS.map((value) => ({ value, label: FIT_NAMES[value], disabled: !fitTakes(value, shape) }))}
        value={kind}
        onChange={change}
      />
      <Text size="sm">{FIT_WORDS[kind]}</Text>
    </>
  );
});

export const TIE_NAMES = { short: 'short', inPlace: 'in place', none: 'none' } as const;

const TIES: { readonly value: TieOff; readonly label: string }[] = [
  { value: 'short', label: 'Short' },
  { value: 'inPlace', label: 'In place' },
  { value: 'none', label: 'None' },
];

/** Stitch length and ties; `onStitch` tells the edit that a rule makes. */
export function StitchStage({
  stitch,
  onStitch,
}: {
  readonly stitch: StitchRule;
  readonly onStitch: (stitch: StitchRule) => (records: PlanRecords) => PlanRecords;
}) {
  const stitchesTo = (stitchesPerInch: number) => onStitch({ ...stitch, stitchesPerInch });
  return (
    <Stack gap="sm">
      <NumberInput
        label="Stitches per inch (SPI)"
        description={`One stitch is ${(MM_PER_INCH / stitch.stitchesPerInch).toFixed(1)} mm`}
        min={4}
        max={18}
        step={0.5}
        decimalScale={1}
        clampBehavior="strict"
        value={stitch.stitchesPerInch}
        onChange={(value) => typeof value === 'number' && value >= 4 && edit('stitches per inch', stitchesTo(value))}
      />
      <Slider
        thumbLabel="Stitches per inch"
        min={4}
        max={18}
        step={0.5}
        value={stitch.stitchesPerInch}
        label={null}
        onChange={(value) => preview(stitchesTo(value))}
        onChangeEnd={() => commit('stitches per inch')}
      />
      <Text fw={500} size="sm">
        Tie-off
      </Text>
      <SegmentedControl
        aria-label="Tie-off"
        data={TIES}
        value={stitch.tieOff}
        onChange={(tieOff) => edit('tie-off', onStitch({ ...stitch, tieOff }))}
      />
    </Stack>
  );
}
