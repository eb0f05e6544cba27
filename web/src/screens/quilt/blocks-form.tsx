import { type Blocks, type Turns, UNIT_KINDS, type UnitKind } from '@gorse/core';
import { Button, Group, Select, Stack, Text } from '@mantine/core';

const UNITS: Readonly<Record<UnitKind, string>> = {
  plain: 'one patch',
  'four-patch': 'four-patch',
  'nine-patch': 'nine-patch',
  'half-square': 'half-square triangles',
  'quarter-square': 'quarter-square triangles',
  'flying-geese': 'flying geese',
  'square-in-square': 'square in a square',
  rail: 'rails',
};
const TURNS: Readonly<Record<Turns, string>> = {
  checker: 'like a chessboard',
  columns: 'in columns',
  rows: 'in rows',
  medallion: 'round the middle',
};
const listOf = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.entries(words) as [T, string][]).map(([value, label]) => ({ value, label }));
const LETTERS = ['A', 'B', 'C'];

interface Props {
  readonly blocks: Blocks;
  /** Blocks that can't be taken apart. */
  readonly plain: boolean;
  /** How a block is made one of another kind, in a sentence without its stop. */
  readonly howToChoose: string;
  readonly onBlocks: (blocks: Blocks) => void;
}

/** One to three kinds of block, how each is pieced, and how they take turns. */
export function BlocksForm({ blocks, plain, howToChoose, onBlocks }: Props) {
  const { kinds, turns, own } = blocks;
  const setKinds = (next: readonly UnitKind[]): void =>
    onBlocks({ ...blocks, kinds: next, own: own.filter(({ kind }) => kind < next.length) });
  const kindName = (i: number): string => (kinds.length === 1 ? 'Blocks are' : `Block ${LETTERS[i]!} is`);
  return (
    <Stack gap={6}>
      {!plain &&
        kinds.map((unit, i) => (
          <Select
            key={i}
            label={kindName(i)}
            data={listOf(UNITS)}
            value={unit}
            allowDeselect={false}
            onChange={(value) => value && setKinds(kinds.with(i, UNIT_KINDS.find((one) => one === value) ?? 'plain'))}
          />
        ))}
      <Group gap={6}>
        {kinds.length < LETTERS.length && (
          <Button size="compact-sm" variant="default" onClick={() => setKinds([...kinds, 'plain'])}>
            Another kind of block
          </Button>
        )}
        {kinds.length > 1 && (
          <Button size="compact-sm" variant="default" onClick={() => setKinds(kinds.slice(0, -1))}>
            One kind fewer
          </Button>
        )}
      </Group>
      {kinds.length > 1 && (
        <>
          <Select
            label="They take turns"
            data={listOf(TURNS)}
            value={turns}
            allowDeselect={false}
            onChange={(value) => value && onBlocks({ ...blocks, turns: value })}
          />
          <Text size="sm" c="var(--ink-soft)">
            {howToChoose}
            {own.length > 0 ? `; ${own.length} ${own.length === 1 ? 'is' : 'are'}.` : '.'}
          </Text>
          {own.length > 0 && (
            <Button
              size="compact-sm"
              variant="default"
              style={{ alignSelf: 'start' }}
              onClick={() => onBlocks({ ...blocks, own: [] })}
            >
              All by turns
            </Button>
          )}
        </>
      )}
    </Stack>
  );
}
