import { Table, Text } from '@mantine/core';
import type { ReactNode } from 'react';
import { MOORLAND } from '../../ui/theme.ts';
import type { Group, Mark } from './design-numbers.ts';

/** The marks of the picture, small. */
const MARKS: Readonly<Record<Mark, ReactNode>> = {
  gap: <circle cx={7} cy={7} r={5.5} stroke={MOORLAND.moss} strokeWidth={1.4} strokeDasharray="2 3" />,
  doubled: <path d="M2 7h10" stroke={MOORLAND.rowan} strokeWidth={5} opacity={0.55} />,
  crossing: <path d="M4 4l6 6m0-6l-6 6" stroke={MOORLAND.heather} strokeWidth={1.6} />,
  corner: <path d="M2 3l5 7l5-7" stroke={MOORLAND.rowan} strokeWidth={2} />,
  bend: <circle cx={7} cy={7} r={5.5} stroke={MOORLAND.rowan} strokeWidth={1.4} />,
};

/** Numbers in their groups; with `others`, a second column to compare with. */
export function NumberGroups({
  groups,
  others,
}: {
  readonly groups: readonly Group[];
  readonly others?: readonly Group[] | null;
}) {
  return (
    <Table withRowBorders={false} verticalSpacing={2} fz="sm">
      {groups.map((group) => (
        <Table.Tbody key={group.title}>
          <Table.Tr>
            <Table.Th colSpan={others ? 3 : 2} pl={0} pt={8}>
              {group.title}
            </Table.Th>
          </Table.Tr>
          {group.rows.map((row) => {
            const other = others?.flatMap(({ rows }) => rows).find((one) => one.name === row.name)?.value;
            return (
              <Table.Tr key={row.name}>
                <Table.Td c="var(--ink-soft)" w={134} pl={0}>
                  {row.name}{' '}
                  {row.mark && (
                    <svg width={14} height={14} fill="none" aria-hidden style={{ verticalAlign: -2 }}>
                      {MARKS[row.mark]}
                    </svg>
                  )}
                </Table.Td>
                <Table.Td fw={row.warn ? 600 : undefined}>
                  {row.warn && (
                    <>
                      <Text span c="rowan.7" aria-hidden>
                        ▲{' '}
                      </Text>
                      <span className="visually-hidden">watch out: </span>
                    </>
                  )}
                  {row.value}
                </Table.Td>
                {others && (
                  <Table.Td c="#6b3f7d" fs={other === row.value ? undefined : 'italic'}>
                    {other === row.value ? 'the same' : other}
                  </Table.Td>
                )}
              </Table.Tr>
            );
          })}
        </Table.Tbody>
      ))}
    </Table>
  );
}
