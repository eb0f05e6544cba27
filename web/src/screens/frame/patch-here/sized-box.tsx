import type { Size } from '@gorse/core';
import { Group, Stack } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { LengthInput } from '../../../ui/length-input.tsx';
import { BigButton, WayButton } from '../parts.tsx';
import { useBegun } from './begun.ts';

/** A box by its size: touched now, or kept until its corner is found. */
export function SizedBox({
  quiltId,
  onBegin,
  onBack,
}: {
  readonly quiltId: string;
  readonly onBegin: (size: Size) => void;
  readonly onBack: () => void;
}) {
  const [{ width, length }, setSize] = useState<Size>({ width: 254, length: 254 });
  const keep = (): void => {
    useBegun.setState(({ waiting }) => ({ waiting: [...waiting, { quiltId, id: nanoid(10), width, length }] }));
    onBack();
  };
  return (
    <Stack gap="sm">
      <Group grow>
        <LengthInput
          size="lg"
          label="Across the frame"
          value={width}
          least={5}
          most={3000}
          onLength={(mm) => setSize({ width: mm, length })}
        />
        <LengthInput
          size="lg"
          label="Towards you"
          value={length}
          least={5}
          most={1500}
          onLength={(mm) => setSize({ width, length: mm })}
        />
      </Group>
      <BigButton onClick={() => onBegin({ width, length })}>Touch its corner</BigButton>
      <Group grow>
        <WayButton onClick={keep}>Keep for later</WayButton>
        <WayButton onClick={onBack}>Back</WayButton>
      </Group>
    </Stack>
  );
}
