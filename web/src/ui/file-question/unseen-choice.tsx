import { counted, UNSEEN_WORDS, type UnseenPicture } from '@gorse/core';
import { Button, Checkbox, Group, Stack, Text } from '@mantine/core';
import { useState } from 'react';
import { MOORLAND } from '../theme.ts';
import { LinesPicture } from './lines-picture.tsx';

const COLOURS = [MOORLAND.rowan, MOORLAND.moss, MOORLAND.heather, MOORLAND.bracken] as const;

/** What isn't seen in a drawing, dashed beside what is: each part is taken in or left out. */
export function UnseenChoice({
  unseen: { seen, parts },
  taken,
  onTake,
}: {
  readonly unseen: UnseenPicture;
  /** Keys of the parts that are taken in. */
  readonly taken: readonly string[];
  readonly onTake: (taken: readonly string[]) => void;
}) {
  const [pointedAt, setPointedAt] = useState<string | null>(null);
  const all = parts.map(({ key }) => key);
  const colourOf = (i: number): string => COLOURS[i % COLOURS.length]!;
  return (
    <Group align="flex-start" wrap="wrap">
      <LinesPicture
        label={`Seen: ${counted(seen.length, 'line')}, solid. Not seen: ${counted(
          parts.reduce((sum, { count }) => sum + count, 0),
          'line',
        )}, dashed until taken in.`}
        groups={[
          { lines: seen, colour: MOORLAND.slate },
          ...parts.map(({ key, lines }, i) => ({
            lines,
            colour: colourOf(i),
            dashed: !taken.includes(key),
            strong: key === pointedAt,
          })),
        ]}
      />
      <Stack gap="xs" style={{ flex: '1 1 240px' }}>
        <Text size="sm">Solid is stitched, dashed is left out. Tick what is to be stitched all the same.</Text>
        {parts.map(({ key, why, name, count }, i) => (
          <Checkbox
            key={key}
            color={colourOf(i)}
            checked={taken.includes(key)}
            onChange={(event) =>
              onTake(event.currentTarget.checked ? [...taken, key] : taken.filter((one) => one !== key))
            }
            onPointerEnter={() => setPointedAt(key)}
            onPointerLeave={() => setPointedAt(null)}
            onFocus={() => setPointedAt(key)}
            onBlur={() => setPointedAt(null)}
            label={`${name ?? 'Without a name'}: ${counted(count, 'line')}, ${UNSEEN_WORDS[why]}`}
          />
        ))}
        {parts.length > 1 && (
          <Group gap="xs">
            <Button variant="default" size="xs" onClick={() => onTake(all)} disabled={taken.length === all.length}>
              Take in all
            </Button>
            <Button variant="default" size="xs" onClick={() => onTake([])} disabled={taken.length === 0}>
              Leave all out
            </Button>
          </Group>
        )}
      </Stack>
    </Group>
  );
}
