import { type AdvanceKind, type AdvanceState, MM_PER_INCH, mountedNow } from '@gorse/core';
import { Stack, Text } from '@mantine/core';
import { useState } from 'react';
import { api } from '../../../api/api.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { tellError } from '../../../ui/notices.ts';
import { CLAMP } from '../roll-words.ts';
import { BigButton, Title, WayButton } from '../parts.tsx';

/** Nobody rolls farther in one go, mm. */
const FAR = 1000;

/** Rolling and clamping where no plan says how far: about so much, and the touches find out. */
export function RollHere({ quiltId, advances }: { readonly quiltId: string; readonly advances: AdvanceState }) {
  const { pass, rolled } = mountedNow(advances);
  const [by, setBy] = useState(10 * MM_PER_INCH);
  const tell = (kind: AdvanceKind, to = { pass, rolled }): void => {
    api.advance(quiltId, kind, to.pass, to.rolled).catch(tellError);
  };
  switch (advances.step) {
    case 'ready':
      return <WayButton onClick={() => tell('unclamped')}>Roll the quilt first: clamps are off</WayButton>;
    case 'roll':
      return (
        <Stack gap="sm">
          <Title>Roll the quilt to what you stitch next.</Title>
          <Text fz={17}>Needle up and head to the side. About how far is enough: the touches find out.</Text>
          <LengthInput
            size="lg"
            label="Rolled on by about (less than 0: back)"
            value={by}
            least={-FAR}
            most={FAR}
            onLength={setBy}
          />
          <BigButton onClick={() => tell('rolled', { pass: pass + 1, rolled: rolled + by })}>Rolled</BigButton>
          <WayButton onClick={() => tell('loaded')}>It was not rolled</WayButton>
        </Stack>
      );
    case 'clamp':
      return (
        <Stack gap="sm">
          <Title>{CLAMP.title}</Title>
          <Text fz={17}>{CLAMP.why}</Text>
          <BigButton onClick={() => tell('clamped')}>{CLAMP.button}</BigButton>
        </Stack>
      );
  }
}
