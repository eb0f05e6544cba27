import {
  exceptionOf,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  type Loading,
  type RowSetRecord,
} from '@gorse/core';
import { Button, Group, Select, Stack, Text } from '@mantine/core';
import { edit } from '../../../document/plan-store.ts';
import { changeRow, resetRow } from '../../../document/rows.ts';
import type { ShownRow, ShownRows } from '../../../planning-worker/shown.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { NumberEntry } from '../../../ui/number-entry.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { besideWords, changedWords, firstEdge, wayWords } from './row-words.ts';

/** One row by itself: moved, sized or dropped by hand, and those that were. */
export function OneRow({
  set,
  planned,
  row,
  onRow,
  loading,
}: {
  readonly set: RowSetRecord;
  readonly planned: ShownRows;
  readonly row: number | null;
  readonly onRow: (row: number | null) => void;
  readonly loading: Loading;
}) {
  const style = useLengthStyle();
  const own = row === null ? null : exceptionOf(set, row);
  const shown = planned.rows.find((one) => one.row === row);
  return (
    <Stack gap="xs">
      <Select
        label="Row"
        placeholder="Click one on the quilt, or choose it here"
        data={planned.rows.map((one) => ({ value: String(one.row), label: rowLabel(one, loading, style) }))}
        value={row === null ? null : String(row)}
        clearable
        onChange={(value) => onRow(value === null ? null : Number(value))}
      />
      {own && shown && (
        <>
          <Text size="sm">{rowText(shown, loading, style)} Drag it on the quilt, or type.</Text>
          <LengthInput
            label={loading === 'upright' ? 'Moved down' : 'Moved across'}
            description={wayWords('across', loading)}
            value={own.down}
            least={-6000}
            most={6000}
            onLength={(down) => edit(`move row ${own.row + 1}`, changeRow(set.id, own.row, { down }))}
          />
          <LengthInput
            label="Moved sideways"
            description={wayWords('along', loading)}
            value={own.along}
            least={-6000}
            most={6000}
            onLength={(along) => edit(`move row ${own.row + 1} sideways`, changeRow(set.id, own.row, { along }))}
          />
          <NumberEntry
            label="Size, of the other rows’"
            suffix=" %"
            min={20}
            max={500}
            value={Math.round(1000 * own.scale) / 10}
            onNumber={(percent) =>
              edit(`size of row ${own.row + 1}`, changeRow(set.id, own.row, { scale: percent / 100 }))
            }
          />
          <Button
            size="xs"
            variant="default"
            onClick={() => {
              edit(`drop row ${own.row + 1}`, changeRow(set.id, own.row, { dropped: true }));
              onRow(null);
            }}
          >
            Drop row {own.row + 1}
          </Button>
        </>
      )}
      {set.exceptions.map((one) => (
        <Group key={one.row} justify="space-between" wrap="nowrap" gap="xs">
          <Text size="sm">
            Row {one.row + 1}: {changedWords(one, loading, style)}
          </Text>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => edit(`put row ${one.row + 1} back`, resetRow(set.id, one.row))}
          >
            Put back
          </Button>
        </Group>
      ))}
    </Stack>
  );
}

const rowLabel = (row: ShownRow, loading: Loading, style: LengthStyle): string =>
  `Row ${row.row + 1}, ${formatLength(row.fromEdge, style)} from ${firstEdge(loading)}${row.odd === null ? '' : `, ${row.odd}`}`;

function rowText({ fromEdge, height, totals, clearance }: ShownRow, loading: Loading, style: LengthStyle): string {
  const parts = [
    `From ${formatLengthNumber(fromEdge, style)} to ${formatLength(fromEdge + height, style)}`,
    formatDuration(totals.seconds),
    besideWords(clearance, 0, loading, style),
  ];
  return `${parts.filter(Boolean).join(', ')}.`;
}
