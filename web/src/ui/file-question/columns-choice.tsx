import type { UnnamedTable } from '@gorse/core';
import { Group, Select, Table } from '@mantine/core';

/** The first rows of a table, and which of its columns are x and y, 0-based. */
export function ColumnsChoice({
  table: { rows },
  columns,
  onColumns,
}: {
  readonly table: UnnamedTable;
  readonly columns: readonly [x: number, y: number];
  readonly onColumns: (columns: readonly [x: number, y: number]) => void;
}) {
  const width = Math.max(0, ...rows.map((row) => row.length));
  const names = Array.from({ length: width }, (_, i) => ({ value: `${i}`, label: `column ${i + 1}` }));
  return (
    <>
      <Table withTableBorder withColumnBorders fz="sm" w="auto">
        <Table.Tbody>
          {rows.map((row, i) => (
            <Table.Tr key={i}>
              {row.map((cell, k) => (
                <Table.Td key={k}>{cell}</Table.Td>
              ))}
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <Group>
        {(['x', 'y'] as const).map((axis, which) => (
          <Select
            key={axis}
            label={`${axis} is`}
            data={names}
            value={String(columns[which])}
            onChange={(value) => onColumns(which === 0 ? [Number(value), columns[1]] : [columns[0], Number(value)])}
            allowDeselect={false}
          />
        ))}
      </Group>
    </>
  );
}
