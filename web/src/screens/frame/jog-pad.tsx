import { MM_PER_INCH } from '@gorse/core';
import { ActionIcon, Group, SegmentedControl } from '@mantine/core';
import { IconArrowDown, IconArrowLeft, IconArrowRight, IconArrowUp } from '@tabler/icons-react';
import { sayToFrame } from '../../api/frame-socket.ts';

export const JOG_STEPS = [
  { value: String(MM_PER_INCH / 64), label: '1/64' },
  { value: String(MM_PER_INCH / 16), label: '1/16' },
  { value: String(MM_PER_INCH / 4), label: '1/4' },
  { value: String(MM_PER_INCH), label: '1 in' },
] as const;

const WAYS = [
  { name: 'left', icon: IconArrowLeft, x: -1, y: 0 },
  { name: 'away from you', icon: IconArrowUp, x: 0, y: -1 },
  { name: 'towards you', icon: IconArrowDown, x: 0, y: 1 },
  { name: 'right', icon: IconArrowRight, x: 1, y: 0 },
] as const;

/** Moves the head by a step. */
export function JogPad({ step, onStep }: { readonly step: number; readonly onStep: (mm: number) => void }) {
  return (
    <Group gap="xs" wrap="nowrap">
      {WAYS.map(({ name, icon: Icon, x, y }) => (
        <ActionIcon
          key={name}
          size={56}
          variant="default"
          aria-label={`Jog ${name}`}
          onClick={() => sayToFrame({ type: 'jog', dx: x * step, dy: y * step })}
        >
          <Icon size={32} />
        </ActionIcon>
      ))}
      <SegmentedControl
        aria-label="Jog step"
        data={JOG_STEPS.map((one) => ({ ...one }))}
        value={String(step)}
        onChange={(value) => onStep(Number(value))}
        styles={{ label: { fontSize: 18, padding: '14px 12px' } }}
      />
    </Group>
  );
}
