import { MM_PER_INCH, type StitchRule, type TieOff } from '@gorse/core';
import { NumberInput, SegmentedControl, Slider, Stack, Text } from '@mantine/core';

export const TIE_NAMES = { short: 'short', inPlace: 'in place', none: 'none' } as const;

const TIES: { readonly value: TieOff; readonly label: string }[] = [
  { value: 'short', label: 'Short' },
  { value: 'inPlace', label: 'In place' },
  { value: 'none', label: 'None' },
];

/** Stitch length and ties, of a recipe or of rows. */
export function StitchForm({
  stitch,
  onSet,
  onDrag,
}: {
  readonly stitch: StitchRule;
  readonly onSet: (mark: string, stitch: StitchRule) => void;
  /** While the slider is dragged; it ends with `onSet`. */
  readonly onDrag: (stitch: StitchRule) => void;
}) {
  const mark = 'stitches per inch';
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
        onChange={(value) => {
          if (typeof value === 'number' && value >= 4 && value !== stitch.stitchesPerInch)
            onSet(mark, { ...stitch, stitchesPerInch: value });
        }}
      />
      <Slider
        thumbLabel="Stitches per inch"
        min={4}
        max={18}
        step={0.5}
        value={stitch.stitchesPerInch}
        label={null}
        onChange={(stitchesPerInch) => onDrag({ ...stitch, stitchesPerInch })}
        onChangeEnd={(stitchesPerInch) => onSet(mark, { ...stitch, stitchesPerInch })}
      />
      <Text fw={500} size="sm">
        Tie-off
      </Text>
      <SegmentedControl
        aria-label="Tie-off"
        data={TIES}
        value={stitch.tieOff}
        onChange={(tieOff) => onSet('tie-off', { ...stitch, tieOff })}
      />
    </Stack>
  );
}
