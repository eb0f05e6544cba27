import { type AdvanceKind, type AdvanceState, mountedNow } from '@gorse/core';
import { Button, Stack, Text } from '@mantine/core';
import { useState } from 'react';
import { api } from '../../../api/api.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { tellError } from '../../../ui/notices.ts';

/** Rolling and clamping where no plan says how far: about so much, and the touches find out. */
export function RollHere({ quiltId, advances }: { readonly quiltId: string; readonly advances: AdvanceState }) {
  const { pass, rolled } = mountedNow(advances);
  const [by, setBy] = useState(254);
  const tell = (kind: AdvanceKind, more = 0): void => {
    api.advance(quiltId, kind, more === 0 ? pass : pass + 1, rolled + more).catch(tellError);
  };
  switch (advances.step) {
    case 'ready':
      return (
        <Button variant="default" h={56} fz={17} onClick={() => tell('unclamped')}>
          Roll the quilt first: clamps are off
        </Button>
      );
    case 'roll':
      return (
        <Stack gap="sm">
          <Text fz={24} fw={700} lh={1.2}>
            Roll the quilt to what you stitch next.
          </Text>
          <Text fz={17}>Needle up and head to the side. About how far is enough: the touches find out.</Text>
          <LengthInput
            size="lg"
            label="Rolled on by about (less than 0: back)"
            value={by}
            least={-1000}
            most={1000}
            onLength={setBy}
          />
          <Button h={64} fz={22} data-testid="big-button" onClick={() => tell('rolled', by)}>
            Rolled
          </Button>
          <Button variant="default" h={56} fz={17} onClick={() => tell('loaded')}>
            It was not rolled
          </Button>
        </Stack>
      );
    case 'clamp':
      return (
        <Stack gap="sm">
          <Text fz={24} fw={700} lh={1.2}>
            Set the tension, then put the side clamps on.
          </Text>
          <Text fz={17}>Last of all: both pull the cloth about, so that touches made before would be wrong.</Text>
          <Button h={64} fz={22} data-testid="big-button" onClick={() => tell('clamped')}>
            Tension and clamps are set
          </Button>
        </Stack>
      );
  }
}
