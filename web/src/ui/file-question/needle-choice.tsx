import { counted, type NeedlePicture } from '@gorse/core';
import { Button, Group, Stack, Text } from '@mantine/core';
import { IconArrowsExchange } from '@tabler/icons-react';
import { MOORLAND } from '../theme.ts';
import { LinesPicture } from './lines-picture.tsx';

/** What is stitched as solid lines, and what is travelled as thin dashed ones; both are exchanged by a button. */
export function NeedleChoice({
  needle,
  exchanged,
  onExchange,
}: {
  readonly needle: NeedlePicture;
  readonly exchanged: boolean;
  readonly onExchange: () => void;
}) {
  const [stitched, travel] = exchanged ? [needle.travel, needle.stitched] : [needle.stitched, needle.travel];
  return (
    <Group align="flex-start" wrap="wrap">
      <LinesPicture
        label={`Stitched: ${counted(stitched.length, 'line')}, solid. Travelled: ${counted(travel.length, 'line')}, dashed.`}
        groups={[
          { lines: travel, colour: MOORLAND.rowan, dashed: true },
          { lines: stitched, colour: MOORLAND.slate },
        ]}
      />
      <Stack gap="xs" style={{ flex: '1 1 200px' }}>
        <Text size="sm">
          Solid: stitched, {counted(stitched.length, 'line')}. Dashed: travelled with the needle up,{' '}
          {counted(travel.length, 'line')}.
        </Text>
        <Button variant="default" leftSection={<IconArrowsExchange size={16} />} onClick={onExchange}>
          Exchange the two
        </Button>
      </Stack>
    </Group>
  );
}
