import { copiesOf, MOST_COPIES, outlineOf, quiltOf, type Region, ringBounds } from '@gorse/core';
import { Button, Group, NumberInput, SegmentedControl, Stack } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { make } from './map-hand.ts';

const WAYS = {
  right: { x: 1, y: 0 },
  left: { x: -1, y: 0 },
  down: { x: 0, y: 1 },
  up: { x: 0, y: -1 },
} as const;

/** Copies of a patch along a row: which way, how many, and how far from each other. */
export function CopiesForm({ region }: { readonly region: Region }) {
  const [way, setWay] = useState<keyof typeof WAYS>('right');
  const [times, setTimes] = useState(1);
  const [gap, setGap] = useState(0);
  const copy = (): void => {
    const { records } = usePlan.getState();
    const { minX, maxX, minY, maxY } = ringBounds(outlineOf(region.shape));
    const { x, y } = WAYS[way];
    const step = { x: x * (maxX - minX + gap), y: y * (maxY - minY + gap) };
    const { size } = quiltOf(records).map;
    make(
      'copies',
      copiesOf(Object.values(records.regions), region, step, times, size, () => nanoid(10)),
    );
  };
  return (
    <Stack gap={6} role="group" aria-label="Copy along a row">
      <SegmentedControl
        aria-label="Which way"
        size="xs"
        value={way}
        onChange={setWay}
        data={Object.keys(WAYS) as (keyof typeof WAYS)[]}
      />
      <Group gap="xs" grow align="flex-end">
        <NumberInput
          label="Copies"
          size="xs"
          min={1}
          max={MOST_COPIES}
          allowDecimal={false}
          value={times}
          onChange={(typed) => {
            const n = Number(typed);
            if (Number.isInteger(n) && n >= 1 && n <= MOST_COPIES) setTimes(n);
          }}
        />
        <LengthInput label="Gap" size="xs" value={gap} least={0} most={2000} onLength={setGap} />
        <Button size="xs" onClick={copy}>
          Copy
        </Button>
      </Group>
    </Stack>
  );
}
