import { blockKindsOf, blockOf, formatLength, outlineOf, type Region, ringBounds, type Setting } from '@gorse/core';
import { Button, Group, Text } from '@mantine/core';
import { useMemo } from 'react';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atStart } from '../../ui/words.ts';

interface Props {
  readonly region: Region;
  /** How many are alike, itself among them. */
  readonly alike: number;
  readonly setting: Setting;
  readonly onNextKind: () => void;
}

/** The patch that is chosen: what it is called, how large it is, and of which kind its block is. */
export function ChosenPatch({ region, alike, setting, onNextKind }: Props) {
  const style = useLengthStyle();
  const { minX, maxX, minY, maxY } = ringBounds(outlineOf(region.shape));
  const block = blockOf(region.id);
  const kinds = 'blocks' in setting ? setting.blocks.kinds.length : 1;
  const kindOf = useMemo(() => (kinds < 2 ? null : blockKindsOf(setting)), [setting, kinds]);
  const kind = block === null ? undefined : kindOf?.get(block);
  return (
    <section aria-label="The chosen patch" aria-live="polite">
      <Text fw={700}>{atStart(region.name)}</Text>
      <Group justify="space-between" wrap="nowrap">
        <Text size="sm">
          {formatLength(maxX - minX, style)} × {formatLength(maxY - minY, style)}
          {alike > 1 && `, one of ${alike} alike`}
          {kind !== undefined && ` · block ${'ABC'[kind] ?? ''}`}
        </Text>
        {kind !== undefined && (
          <Button size="compact-sm" variant="default" style={{ flexShrink: 0 }} onClick={onNextKind}>
            Next kind (K)
          </Button>
        )}
      </Group>
    </section>
  );
}
