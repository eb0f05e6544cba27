import { counted, formatDuration, formatLength, type Loading, LOADINGS, type PlanRecords, quiltOf } from '@gorse/core';
import { Button, Group, Stack, Text } from '@mantine/core';
import { setLoading } from '../../document/passes.ts';
import { planner } from '../../planning-worker/link.ts';
import { madeOf } from '../../planning-worker/made-of.ts';
import { useAsked } from '../../ui/use-asked.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { reshapeRows } from '../layout/rows/reshape.ts';

const WAYS: Readonly<Record<Loading, string>> = { upright: 'Upright', turned: 'Turned 90°' };

/** Loading upright against turned: passes, hours at the frame, and whether it goes on. */
export function LoadingChoice({ records }: { readonly records: PlanRecords }) {
  const ask = async () => {
    await planner.teach(records);
    return planner.of(records).loadings();
  };
  const { answer } = useAsked('loadings', madeOf(records), ask);
  const { loading: now } = quiltOf(records);
  const style = useLengthStyle();
  return (
    <section aria-label="Loading">
      <Stack gap={6}>
        <Text fw={700}>Loaded</Text>
        <Group gap={6} grow>
          {LOADINGS.map((way) => {
            const sums = answer?.[way];
            return (
              <Button
                key={way}
                h="auto"
                py={6}
                px={8}
                variant={way === now ? 'filled' : 'default'}
                aria-pressed={way === now}
                onClick={() => way === now || void reshapeRows('loading', setLoading(way))}
              >
                <span style={{ textAlign: 'center', whiteSpace: 'normal', fontWeight: 400, lineHeight: 1.35 }}>
                  <b>{WAYS[way]}</b>
                  <br />
                  {sums
                    ? `${counted(sums.passes, 'pass')}, about ${formatDuration(roundedTo(300, sums.seconds))}`
                    : '…'}
                  {sums && sums.tooDeep > 0 && (
                    <>
                      <br />
                      {sums.tooDeep} too deep
                    </>
                  )}
                  {sums && sums.tooWide > 0 && (
                    <>
                      <br />
                      {formatLength(sums.tooWide, style)} too wide for the frame
                    </>
                  )}
                </span>
              </Button>
            );
          })}
        </Group>
        <Text size="sm" c="var(--ink-soft)">
          With 8 min for rolling and lining up before each pass. Turned, every design with a top lies on its side.
        </Text>
      </Stack>
    </section>
  );
}

const roundedTo = (step: number, value: number): number => Math.max(step, Math.round(value / step) * step);
