import { counted, formatDoubt } from '@gorse/core';
import { SimpleGrid, Stack, Text } from '@mantine/core';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { BigButton, Title, WayButton } from '../parts.tsx';
import { Gauge } from '../patch-here/gauge.tsx';
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
  const { next, left, bound, touches } = known;
  const done = touches.length === 0 ? '' : `${counted(touches.length, 'touch')} made. `;
  return (
    <Stack gap="sm" aria-live="polite">
      <Title>
        {next
          ? `Put the needle on the ${name}.`
          : bound === null
            ? 'None of this border’s edges is in reach.'
            : `The edges are known to ${formatDoubt(bound, style)}.`}
      </Title>
      <Text fz={17}>
        {next
          ? `${done}${left === 1 ? 'With this one' : `With ${left} more`} the strip follows the edges as closely as they can be touched.${touches.length > 0 ? ` Now they may be off by ${formatDoubt(bound!, style)}.` : ''} Near that place is enough, but right on the edge.`
          : `${done}The strip is bent along them, here and on every pass to come.`}
      </Text>
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
