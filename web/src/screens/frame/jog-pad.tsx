import { type LengthStyle, MM_PER_INCH, unitOf } from '@gorse/core';
import { ActionIcon, Group, SegmentedControl } from '@mantine/core';
import { IconArrowDown, IconArrowLeft, IconArrowRight, IconArrowUp } from '@tabler/icons-react';
import { memo } from 'react';
import { create } from 'zustand';
import { sayToFrame } from '../../api/frame-socket.ts';
import { useLengthStyle } from '../../ui/preferences.ts';

interface JogStep {
  readonly mm: number;
  readonly label: string;
}
const INCHES: readonly JogStep[] = [
  { mm: MM_PER_INCH / 64, label: '1/64' },
  { mm: MM_PER_INCH / 16, label: '1/16' },
  { mm: MM_PER_INCH / 4, label: '1/4' },
  { mm: MM_PER_INCH, label: '1 in' },
];
const METRIC: readonly JogStep[] = [0.5, 2, 5, 25].map((mm) => ({ mm, label: `${mm} mm` }));

/** From fine to coarse, in her units. */
export const jogSteps = (style: LengthStyle): readonly JogStep[] => (unitOf(style) === 'in' ? INCHES : METRIC);

const WAYS = [
  { name: 'left', icon: IconArrowLeft, x: -1, y: 0 },
  { name: 'away from you', icon: IconArrowUp, x: 0, y: -1 },
  { name: 'towards you', icon: IconArrowDown, x: 0, y: 1 },
  { name: 'right', icon: IconArrowRight, x: 1, y: 0 },
] as const;

/** Which of the steps is taken, by pad and keys alike. */
const useChosenStep = create<{ readonly step: number }>(() => ({ step: 1 }));

/** How far one jog goes now, mm. */
export const jogStep = (style: LengthStyle): number => jogSteps(style)[useChosenStep.getState().step]!.mm;

/** Four arrows, as seen from where she stands. */
export const Arrows = ({
  what,
  onPress,
}: {
  readonly what: string;
  readonly onPress: (x: number, y: number) => void;
}) =>
  WAYS.map(({ name, icon: Icon, x, y }) => (
    <ActionIcon key={name} size={56} variant="default" aria-label={`${what} ${name}`} onClick={() => onPress(x, y)}>
      <Icon size={32} />
    </ActionIcon>
  ));

/** Moves the head by one of the steps. */
export const JogPad = memo(function JogPad() {
  const steps = jogSteps(useLengthStyle());
  const step = useChosenStep((state) => state.step);
  const { mm } = steps[step]!;
  return (
    <Group gap="xs" wrap="nowrap">
      <Arrows what="Jog" onPress={(x, y) => sayToFrame({ type: 'jog', dx: x * mm, dy: y * mm })} />
      <SegmentedControl
        aria-label="Jog step"
        data={steps.map(({ label }, i) => ({ label, value: String(i) }))}
        value={String(step)}
        onChange={(value) => useChosenStep.setState({ step: Number(value) })}
        styles={{ label: { fontSize: 18, padding: '14px 12px' } }}
      />
    </Group>
  );
});
