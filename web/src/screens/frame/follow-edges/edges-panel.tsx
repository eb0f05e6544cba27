import { SimpleGrid, Stack, Text } from '@mantine/core';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { BigButton, Title, WayButton } from '../parts.tsx';
import { Gauge } from '../patch-here/gauge.tsx';
import { followWords } from './edge-words.ts';
import type { EdgesWork } from './use-edges.ts';

/** One touch along an edge after the other, each where it tells most. */
export function EdgesPanel({ work, onDone }: { readonly work: EdgesWork | null; readonly onDone: () => void }) {
  const style = useLengthStyle();
  if (!work)
    return (
      <Stack gap="sm">
        <Title>Looking along the edges…</Title>
        <WayButton onClick={onDone}>Back</WayButton>
      </Stack>
    );
  const { known, name, refusal } = work;
  const { next, touches } = known;
  const words = followWords(known, name, style);
  return (
    <Stack gap="sm" aria-live="polite">
      <Title>{words.title}</Title>
      <Text fz={17}>{words.why}</Text>
      {refusal !== null && (
        <Text role="alert" fz={18} c="rowan.7" fw={600}>
          {refusal}
        </Text>
      )}
      {next ? (
        <BigButton loading={!work.current} onClick={() => void work.touch()}>
          Touch here
        </BigButton>
      ) : (
        <BigButton onClick={onDone}>Done</BigButton>
      )}
      <SimpleGrid cols={2} spacing="xs">
        {next && <WayButton onClick={work.goThere}>Take me near</WayButton>}
        {next && <WayButton onClick={work.passOver}>Not this one</WayButton>}
        {touches.length > 0 && <WayButton onClick={work.undo}>Undo touch</WayButton>}
        {next && <WayButton onClick={onDone}>{touches.length > 0 ? 'Good enough' : 'Back'}</WayButton>}
      </SimpleGrid>
      <Gauge />
    </Stack>
  );
}
