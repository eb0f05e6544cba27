import type { Machine } from '@gorse/core';
import { Group } from '@mantine/core';
import { LengthInput } from '../../ui/length-input.tsx';
import { NumberEntry } from '../../ui/number-entry.tsx';

/** Speeds of the machine (millimetres a second) that are lengths on the screen. */
const SPEEDS = [
  { key: 'topSpeed', label: 'Fastest, each second', least: 5, most: 2000 },
  { key: 'acceleration', label: 'Gains each second', least: 10, most: 20_000 },
  { key: 'cornerSpeed', label: 'Through a sharp corner, each second', least: 0.5, most: 500 },
] as const;

/** How fast the machine stitches and moves, and how much a bobbin holds. */
export function MachineSpeeds({
  machine,
  onChange,
}: {
  readonly machine: Machine;
  readonly onChange: (machine: Machine) => void;
}) {
  const { motion } = machine;
  const setMotion = (change: Partial<Machine['motion']>): void =>
    onChange({ ...machine, motion: { ...motion, ...change } });
  return (
    <Group align="flex-end">
      <NumberEntry
        label="Stitches a minute at most"
        min={60}
        max={5000}
        value={motion.stitchesPerMinute}
        onNumber={(stitchesPerMinute) => setMotion({ stitchesPerMinute })}
      />
      {SPEEDS.map(({ key, label, least, most }) => (
        <LengthInput
          key={key}
          label={label}
          value={motion[key]}
          least={least}
          most={most}
          onLength={(speed) => setMotion({ [key]: speed })}
        />
      ))}
      <NumberEntry
        label="Thread on a full bobbin"
        suffix=" m"
        min={5}
        max={1000}
        value={machine.bobbin / 1000}
        onNumber={(metres) => onChange({ ...machine, bobbin: 1000 * metres })}
      />
    </Group>
  );
}
