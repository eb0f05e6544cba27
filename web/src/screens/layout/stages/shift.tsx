import {
  formatLength,
  isShifted,
  NOT_SHIFTED,
  toDegrees,
  toRadians,
  trimmed,
  type Shift as ShiftRule,
} from '@gorse/core';
import { Button, Group, NumberInput, Stack, Text } from '@mantine/core';
import { setStages } from '../../../document/proposal.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import type { StageProps, StageView } from '../stage-view.ts';

/** A design is moved by no more than the largest quilt, mm. */
const FAR = 6000;
const WAYS = [
  { way: 'x', label: 'Farther right' },
  { way: 'y', label: 'Farther down' },
] as const;

function Shift({ placementId, value: shift }: StageProps<'shift'>) {
  const put = (mark: string, change: Partial<ShiftRule>) =>
    setStages(mark, placementId, { shift: { ...shift, ...change } });
  const degrees = Math.round(toDegrees(shift.angle) * 100) / 100;
  return (
    <Stack gap="sm">
      <Text size="sm">From where the fit lays it, as the patch sits. At the frame it can be moved to the needle.</Text>
      <Group grow>
        {WAYS.map(({ way, label }) => (
          <LengthInput
            key={way}
            label={label}
            value={shift[way]}
            least={-FAR}
            most={FAR}
            onLength={(mm) => put('move', { [way]: mm })}
          />
        ))}
      </Group>
      <NumberInput
        label="Turned about the patch’s middle"
        suffix="°"
        min={-180}
        max={180}
        decimalScale={2}
        value={degrees}
        onChange={(value) => typeof value === 'number' && value !== degrees && put('turn', { angle: toRadians(value) })}
      />
      {isShifted(shift) && (
        <Button variant="default" onClick={() => put('not moved', NOT_SHIFTED)}>
          Where the fit lays it
        </Button>
      )}
    </Stack>
  );
}

function useLine({ value: { x, y, angle } }: StageProps<'shift'>): string {
  const style = useLengthStyle();
  const parts = [
    ...(x === 0 ? [] : [`${formatLength(Math.abs(x), style)} ${x > 0 ? 'right' : 'left'}`]),
    ...(y === 0 ? [] : [`${formatLength(Math.abs(y), style)} ${y > 0 ? 'down' : 'up'}`]),
    ...(angle === 0 ? [] : [`turned ${trimmed(toDegrees(angle), 1)}°`]),
  ];
  return parts.length === 0 ? 'where the fit lays it' : parts.join(', ');
}

export const shiftView: StageView<'shift'> = { name: 'shift', title: 'Move', useLine, Body: Shift };
