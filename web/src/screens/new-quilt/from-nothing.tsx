import type { Size } from '@gorse/core';
import { Group, Stack, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import type { StartProps } from './new-top.ts';

/** A top of 60 by 72 in, until she says otherwise. */
const USUAL: Size = { width: 1524, length: 1828.8 };
const LEAST = 50;
const MOST = 6000;

/** A top that nothing is planned on: its patches are touched where they lie. */
export function FromNothing({ onTop }: StartProps) {
  const [{ width, length }, setSize] = useState(USUAL);
  useEffect(
    () => onTop({ setting: { kind: 'drawn', width, length }, borders: [], patches: [] }),
    [width, length, onTop],
  );
  return (
    <Stack gap="sm" maw={560}>
      <Group grow>
        <LengthInput
          label="Width, about"
          value={width}
          least={LEAST}
          most={MOST}
          onLength={(mm) => setSize({ width: mm, length })}
        />
        <LengthInput
          label="Length, about"
          value={length}
          least={LEAST}
          most={MOST}
          onLength={(mm) => setSize({ width, length: mm })}
        />
      </Group>
      <Text>
        Put it on the frame, touch the corners of a patch, and choose its design there and then. What you touch becomes
        the plan. About how large it is tells how far it can be rolled.
      </Text>
    </Stack>
  );
}
