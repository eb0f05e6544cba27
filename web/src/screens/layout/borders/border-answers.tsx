import { BORDER_WISHES, type BorderSetRecord, counted, formatDuration, trimmed } from '@gorse/core';
import { Chip, Group, Loader, Text } from '@mantine/core';
import { memo } from 'react';
import { changeBorder } from '../../../document/borders.ts';
import { edit } from '../../../document/plan-store.ts';
import type { ShownBorderChoice } from '../../../planning-worker/border-planner.ts';
import { atStart } from '../../../ui/words.ts';
import { AnswerTiles } from '../answer-tiles.tsx';
import { cornerName, isTaken, STRIP_WISHES, stretchWords, wayName, WISHES } from './border-words.ts';
import { useBorderChoices } from './use-border-choices.ts';

/** What matters on a border, and the ranked answers to it. */
export const BorderAnswers = ({ set }: { readonly set: BorderSetRecord }) => (
  <section aria-label="What matters here?">
    <Wishes id={set.id} wish={set.wish} strips={set.strips} />
    <Answers set={set} />
  </section>
);

const Wishes = memo(function Wishes({ id, wish, strips }: Pick<BorderSetRecord, 'id' | 'wish' | 'strips'>) {
  return (
    <>
      <Text fw={700} mt="sm" mb={4}>
        What matters here?
      </Text>
      <Chip.Group value={wish} onChange={(next) => edit('what matters', changeBorder(id, { wish: next }))}>
        <Group gap={6}>
          {(strips === null ? BORDER_WISHES : STRIP_WISHES).map((one) => (
            <Chip key={one} value={one} size="sm" color="slate" className="school">
              {WISHES[one].name}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      <Text size="sm" mt={6}>
        {WISHES[wish].why}
      </Text>
    </>
  );
});

function Answers({ set }: { readonly set: BorderSetRecord }) {
  const { choices, current } = useBorderChoices(set);
  const { id, strips, corners, through, fill } = set;
  if (choices === null)
    return (
      <Group mt="sm" gap="xs" role="status">
        <Loader size="xs" /> <Text size="sm">solving the border…</Text>
      </Group>
    );
  return <AnswerList {...{ id, strips, corners, through, fill, choices, current }} />;
}

/** Made anew only when there are others: they are many lines. */
const AnswerList = memo(function AnswerList({
  id,
  strips,
  choices,
  current,
  ...taken
}: Pick<BorderSetRecord, 'id' | 'strips' | 'corners' | 'through' | 'fill'> & {
  readonly choices: readonly ShownBorderChoice[];
  /** They are of the border as it is now. */
  readonly current: boolean;
}) {
  if (choices.length === 0)
    return (
      <Text mt="sm" role="alert">
        No repeat of this design fits. Keep less clear, let counts follow, or choose another design.
      </Text>
    );
  return (
    <AnswerTiles
      busy={!current}
      answers={choices.map((choice) => {
        const { corners, through, fill, picture } = choice;
        return {
          key: `${cornerName(choice)} ${fill}`,
          picture,
          lines: linesOf({ strips }, choice),
          taken: isTaken(taken, choice),
          onTake: () => edit('answer', changeBorder(id, { corners, through, fill })),
        };
      })}
    />
  );
});

/** What an answer comes to. */
function linesOf(
  set: Pick<BorderSetRecord, 'strips'>,
  { totals, sides, scale, passes, bobbins, ...way }: ShownBorderChoice,
): string[] {
  return [
    atStart(wayName(set, way)),
    `${sides.map(({ count }) => count).join(' · ')} repeats`,
    `${trimmed(100 * scale, 0)} % of drawn size`,
    stretchWords(sides),
    `${formatDuration(totals.seconds)}, ${counted(totals.cuts, 'cut')}, ${counted(passes, 'pass')} in all`,
    `${trimmed(totals.thread / 1000, 0)} m of thread, ${counted(bobbins, 'bobbin')}`,
  ];
}
