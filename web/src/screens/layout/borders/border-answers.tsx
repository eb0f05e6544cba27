import { BORDER_WISHES, type BorderSetRecord, counted, formatDuration, trimmed } from '@gorse/core';
import { Button, Chip, Group, Loader, Stack, Text, UnstyledButton } from '@mantine/core';
import { memo, useState } from 'react';
import { changeBorder } from '../../../document/borders.ts';
import { edit } from '../../../document/plan-store.ts';
import type { ShownBorderChoice } from '../../../planning-worker/border-planner.ts';
import { atStart } from '../../../ui/words.ts';
import { TopThumb } from '../top-thumb.tsx';
import { cornerName, isTaken, stretchWords, WISHES } from './border-words.ts';
import { useBorderChoices } from './use-border-choices.ts';

/** Answers that are shown at once. */
const FEW = 3;

/** What matters on a border, and the ranked answers to it. */
export const BorderAnswers = ({ set }: { readonly set: BorderSetRecord }) => (
  <section aria-label="What matters here?">
    <Wishes id={set.id} wish={set.wish} />
    <Answers set={set} />
  </section>
);

const Wishes = memo(function Wishes({ id, wish }: Pick<BorderSetRecord, 'id' | 'wish'>) {
  return (
    <>
      <Text fw={700} mt="sm" mb={4}>
        What matters here?
      </Text>
      <Chip.Group value={wish} onChange={(next) => edit('what matters', changeBorder(id, { wish: next }))}>
        <Group gap={6}>
          {BORDER_WISHES.map((one) => (
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
  const { id, corners, through, fill } = set;
  if (choices === null)
    return (
      <Group mt="sm" gap="xs" role="status">
        <Loader size="xs" /> <Text size="sm">solving the border…</Text>
      </Group>
    );
  return <AnswerList {...{ id, corners, through, fill, choices, current }} />;
}

/** Made anew only when there are others: they are many lines. */
const AnswerList = memo(function AnswerList({
  id,
  choices,
  current,
  ...taken
}: Pick<BorderSetRecord, 'id' | 'corners' | 'through' | 'fill'> & {
  readonly choices: readonly ShownBorderChoice[];
  /** They are of the border as it is now. */
  readonly current: boolean;
}) {
  const [all, setAll] = useState(false);
  if (choices.length === 0)
    return (
      <Text mt="sm" role="alert">
        No repeat of this design fits. Keep less clear, let counts follow, or choose another design.
      </Text>
    );
  return (
    <Stack
      gap={6}
      mt="sm"
      role="group"
      aria-label="Answers, best first"
      aria-busy={!current}
      style={current ? {} : { opacity: 0.6 }}
    >
      {choices.slice(0, all ? undefined : FEW).map((choice, i) => (
        <Answer
          key={`${cornerName(choice)} ${choice.fill}`}
          choice={choice}
          best={i === 0}
          taken={isTaken(taken, choice)}
          onTake={() => {
            const { corners, through, fill } = choice;
            edit('answer', changeBorder(id, { corners, through, fill }));
          }}
        />
      ))}
      {choices.length > FEW && (
        <Button size="compact-sm" variant="subtle" onClick={() => setAll(!all)}>
          {all ? 'Show the best three' : `Show ${choices.length - FEW} more`}
        </Button>
      )}
    </Stack>
  );
});

function Answer({
  choice,
  best,
  taken,
  onTake,
}: {
  readonly choice: ShownBorderChoice;
  readonly best: boolean;
  readonly taken: boolean;
  readonly onTake: () => void;
}) {
  const { totals, sides } = choice;
  const lines = [
    <b key="name">{atStart(cornerName(choice))}</b>,
    `${sides.map(({ count }) => count).join(' · ')} repeats`,
    `${trimmed(100 * choice.scale, 0)} % of drawn size`,
    stretchWords(sides),
    `${formatDuration(totals.seconds)}, ${counted(totals.cuts, 'cut')}, ${counted(choice.passes, 'pass')} in all`,
    `${trimmed(totals.thread / 1000, 0)} m of thread, ${counted(choice.bobbins, 'bobbin')}`,
  ];
  return (
    <UnstyledButton className="tile answer" aria-pressed={taken} onClick={onTake}>
      <TopThumb picture={choice.picture} size={88} />
      <span>
        {lines.map((line, i) => (
          <span key={i} className="answer-line">
            {line}
          </span>
        ))}
        {best && <span className="answer-best">fits what matters best</span>}
      </span>
    </UnstyledButton>
  );
}
