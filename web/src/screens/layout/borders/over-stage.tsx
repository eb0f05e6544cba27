import { type BorderSetRecord, bordersOf, quiltOf } from '@gorse/core';
import { Stack, Text } from '@mantine/core';
import { borderSetOf, changeBorder } from '../../../document/borders.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';

interface Props {
  readonly set: BorderSetRecord;
}

const nameOf = (from: number, over: number): string =>
  over === 1 ? `border ${from + 1} alone` : `borders ${from + 1} ${over === 2 ? 'and' : 'to'} ${from + over}`;

/** Which borders the design goes over, in a line. */
export function useOverLine({ set }: Props): string {
  const borders = usePlan(({ records }) => quiltOf(records).map.borders);
  return borders.length === 1 ? 'the only border' : nameOf(set.border, bordersOf(borders, set).length);
}

/** One design over borders that lie side by side, as though they were one. */
export function OverBody({ set }: Props) {
  const records = usePlan((state) => state.records);
  const { borders } = quiltOf(records).map;
  const many = borders.length - set.border;
  if (borders.length === 1)
    return <Text size="sm">This top has one border. A design can go over several that lie side by side.</Text>;
  if (many === 1)
    return <Text size="sm">No border lies outside this one. Begin with an inner one to go over both.</Text>;
  /** The first border outside this set's own that is worked otherwise. */
  const taken = borders.findIndex((_, i) => i >= set.border + set.over && borderSetOf(records, i) !== undefined);
  return (
    <Stack gap="xs">
      <ChoiceGrid
        label="Which borders the design goes over"
        columns={1}
        value={String(bordersOf(borders, set).length)}
        options={Array.from({ length: many }, (_, k) => ({
          value: String(k + 1),
          label: `Over ${nameOf(set.border, k + 1)}`,
          disabled: taken >= 0 && set.border + k >= taken,
          why: `Border ${taken + 1} has a design of its own. Take that out first.`,
        }))}
        onChoose={(over) => edit('borders it goes over', changeBorder(set.id, { over: Number(over) }))}
      />
      <Text size="sm">Its seams inside are stitched over, as though the borders were one.</Text>
    </Stack>
  );
}
