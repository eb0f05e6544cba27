import { Button, Group, Loader, Text } from '@mantine/core';
import type { useWholeAnalysis } from './use-analysis.ts';

/** Offers to work out what was left out of the numbers because it takes long. */
export function LeftToFind({ whole }: { readonly whole: ReturnType<typeof useWholeAnalysis> }) {
  return (
    <Group gap="xs" role="status">
      <Text size="sm" style={{ flex: '1 1 200px' }}>
        Some numbers of a line this long or dense take a while.
      </Text>
      {whole.isWorking ? (
        <>
          <Loader size="sm" aria-label="Working them out" />
          <Button variant="default" size="xs" onClick={whole.stop}>
            Stop
          </Button>
        </>
      ) : (
        <Button variant="default" size="xs" onClick={whole.start}>
          Work them out
        </Button>
      )}
    </Group>
  );
}
