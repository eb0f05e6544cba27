import { Group, Loader, Text } from '@mantine/core';

export function Waiting({ what }: { readonly what: string }) {
  return (
    <Group justify="center" p="xl" role="status">
      <Loader size="sm" />
      <Text>Opening {what}…</Text>
    </Group>
  );
}
