import { counted } from '@gorse/core';
import { Button, Group, Modal, Stack, Text } from '@mantine/core';
import type { Lost } from '../../document/placing.ts';

/** Patches that are named one by one. */
const NAMED = 8;

/** What a change of the map takes along, before it is made. */
export function Losing({
  lost: { designs, touches, rows, drawn, borders },
  onChange,
  onKeep,
}: {
  readonly lost: Lost;
  readonly onChange: () => void;
  readonly onKeep: () => void;
}) {
  const more = designs.length - NAMED;
  const named = [...designs.slice(0, NAMED), ...(more > 0 ? [`${more} more`] : [])];
  const list = new Intl.ListFormat('en').format(named);
  return (
    <Modal opened onClose={onKeep} title="This takes something along">
      <Stack>
        {designs.length > 0 && (
          <Text>
            {counted(designs.length, 'patch')} with a design would be gone: {list}.
          </Text>
        )}
        {drawn > 0 && <Text>{counted(drawn, 'patch')} that you drew or read in would be gone.</Text>}
        {borders > 0 && <Text>The design round {counted(borders, 'border')} that would be gone.</Text>}
        {touches > 0 && <Text>{counted(touches, 'touch')} on corners that would be gone.</Text>}
        {rows && <Text>The rows begin at, or leave out, a patch that would be gone: they would no longer.</Text>}
        <Group justify="flex-end">
          <Button variant="default" onClick={onKeep} data-autofocus>
            Keep the map as it is
          </Button>
          <Button onClick={onChange}>Change it</Button>
        </Group>
      </Stack>
    </Modal>
  );
}
