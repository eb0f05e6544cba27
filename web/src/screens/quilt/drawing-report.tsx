import type { MapDrawingAnswer } from '@gorse/contract';
import { counted, kindOfPiece, type Region, REGION_KINDS, type RegionKind } from '@gorse/core';
import { List, Select, Stack, Table, Text } from '@mantine/core';
import { useMemo } from 'react';
import { KIND_LABELS } from './kind-labels.ts';

interface Props {
  readonly drawing: MapDrawingAnswer;
  readonly patches: readonly Region[];
  readonly kinds: ReadonlyMap<string | null, RegionKind>;
  readonly onKind: (group: string | null, kind: RegionKind) => void;
}

/** What became of a drawing, and of what each of its layers or colours is. */
export function DrawingReport({ drawing, patches, kinds, onKind }: Props) {
  const { pieces, closed, seams, loose, slivers, remarks } = drawing;
  const groups = useMemo(() => groupsOf(drawing, kinds), [drawing, kinds]);
  const over = patches.filter(({ kind }) => kind === 'applique').length;
  const notes = [
    `${counted(closed, 'closed shape')}${seams > 0 ? ` and ${counted(seams, 'open line')}` : ''} became ${counted(
      pieces.length,
      'patch',
    )}${over > 0 ? `, ${over} of them appliqué` : ''}.`,
    ...(loose > 0 ? [`${counted(loose, 'open line')} that ${loose === 1 ? 'parts' : 'part'} nothing left out.`] : []),
    ...(slivers > 0 ? [`${counted(slivers, 'sliver')} between lines that nearly meet left out.`] : []),
    ...remarks,
  ];
  return (
    <Stack gap="xs" role="group" aria-label="What became of the drawing" aria-live="polite">
      <List size="sm">
        {notes.map((note) => (
          <List.Item key={note}>{note}</List.Item>
        ))}
      </List>
      <Table fz="sm" verticalSpacing={4}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Layer or colour</Table.Th>
            <Table.Th>Patches</Table.Th>
            <Table.Th>They are</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {groups.map(({ group, count, kind }) => (
            <Table.Tr key={group ?? ''}>
              <Table.Td>
                {group ?? (
                  <Text span c="var(--ink-soft)">
                    none told
                  </Text>
                )}
              </Table.Td>
              <Table.Td>{count}</Table.Td>
              <Table.Td>
                <Select
                  aria-label={`What ${group ?? 'patches without a layer'} are`}
                  size="xs"
                  value={kind}
                  placeholder="of several kinds"
                  data={REGION_KINDS.map((one) => ({ value: one, label: KIND_LABELS[one] }))}
                  allowDeselect={false}
                  onChange={(value) => value && onKind(group, value)}
                />
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Stack>
  );
}

/** The layers or colours with what their pieces are; null where they are of several kinds. */
function groupsOf({ pieces }: MapDrawingAnswer, kinds: Props['kinds']) {
  const groups = new Map<string | null, { count: number; kind: RegionKind | null }>();
  for (const piece of pieces) {
    const kind = kindOfPiece(piece, kinds);
    const known = groups.get(piece.group);
    if (!known) groups.set(piece.group, { count: 1, kind });
    else {
      known.count++;
      if (known.kind !== kind) known.kind = null;
    }
  }
  return [...groups].map(([group, rest]) => ({ group, ...rest }));
}
