import { toDegrees, toRadians, trimmed, type Up, UPS } from '@gorse/core';
import { Button, Group, NumberInput, SegmentedControl, Slider, Stack, Switch, Text } from '@mantine/core';
import { IconRotateClockwise2 } from '@tabler/icons-react';
import { dragStages, setStages } from '../../../document/proposal.ts';
import type { StageProps, StageView } from '../stage-view.ts';

const UP_NAMES: Readonly<Record<Up, string>> = { quilt: 'Up on the quilt', patch: 'By the patch' };
const UP_WORDS: Readonly<Record<Up, string>> = {
  quilt: 'It stands upright on the quilt, whatever way the patch lies.',
  patch: 'It stands on a triangle’s base and runs along a strip, so that patches turned on the quilt are worked alike.',
};

function Orient({ placementId, value: orient }: StageProps<'orient'>) {
  const degrees = Math.round(((toDegrees(orient.angle) % 360) + 360) * 100) / 100;
  const shown = degrees >= 360 ? degrees - 360 : degrees;
  const turned = (angle: number) => ({ orient: { ...orient, angle: toRadians(angle) } });
  return (
    <Stack gap="sm">
      <Group>
        <Button
          variant="default"
          leftSection={<IconRotateClockwise2 size={18} />}
          onClick={() => setStages('turn', placementId, turned((shown + 90) % 360))}
        >
          Turn 90°
        </Button>
        <Switch
          label="Mirror"
          checked={orient.mirror}
          onChange={(event) =>
            setStages('mirror', placementId, { orient: { ...orient, mirror: event.currentTarget.checked } })
          }
        />
      </Group>
      <NumberInput
        label="Angle"
        suffix="°"
        min={-360}
        max={720}
        decimalScale={2}
        value={shown}
        onChange={(value) =>
          typeof value === 'number' && value !== shown && setStages('turn', placementId, turned(value))
        }
      />
      <Slider
        thumbLabel="Angle in degrees"
        min={0}
        max={359}
        value={shown}
        label={(value) => `${value}°`}
        onChange={(value) => dragStages(placementId, turned(value))}
        onChangeEnd={(value) => setStages('turn', placementId, turned(value))}
      />
      <SegmentedControl
        aria-label="Which way is up"
        data={UPS.map((value) => ({ value, label: UP_NAMES[value] }))}
        value={orient.up}
        onChange={(up) => setStages('which way is up', placementId, { orient: { ...orient, up } })}
      />
      <Text size="sm">{UP_WORDS[orient.up]}</Text>
    </Stack>
  );
}

function useLine({ value: { angle, mirror } }: StageProps<'orient'>): string {
  const degrees = Math.round(toDegrees(angle) * 10) / 10;
  const turned = ((degrees % 360) + 360) % 360;
  return `${turned === 0 ? 'as drawn' : `turned ${trimmed(turned, 1)}°`}${mirror ? ', mirrored' : ''}`;
}

export const orientView: StageView<'orient'> = { name: 'orient', title: 'Orient', useLine, Body: Orient };
