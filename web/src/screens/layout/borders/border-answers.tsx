import { BORDER_WISHES, type BorderSetRecord, counted, formatDuration, type PlanRecords, trimmed } from '@gorse/core';
import { Button, Chip, Group, Loader, Stack, Text, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
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
export function BorderAnswers({ set, records }: { readonly set: BorderSetRecord; readonly records: PlanRecords }) {
  const choices = useBorderChoices(set, records);
  const [all, setAll] = useState(false);
  return (
    <section aria-label="What matters here?">
      <Text fw={700} mt="sm" mb={4}>
        What matters here?
      </Text>
      <Chip.Group value={set.wish} onChange={(wish) => edit('what matters', changeBorder(set.id, { wish: wish }))}>
        <Group gap={6}>
          {BORDER_WISHES.map((wish) => (
            <Chip key={wish} value={wish} size="sm" color="slate" className="school">
              {WISHES[wish].name}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      <Text size="sm" mt={6}>
        {WISHES[set.wish].why}
      </Text>
      {choices === null ? (
        <Group mt="sm" gap="xs" role="status">
          <Loader size="xs" /> <Text size="sm">solving the border…</Text>
        </Group>
      ) : choices.length === 0 ? (
        <Text mt="sm" role="alert">
          No repeat of this design fits. Keep less clear, let counts follow, or choose another design.
        </Text>
      ) : (
        <Stack gap={6} mt="sm" role="group" aria-label="Answers, best first">
          {choices.slice(0, all ? undefined : FEW).map((choice, i) => (
            <Answer
              key={`${cornerName(choice)} ${choice.fill}`}
              choice={choice}
              best={i === 0}
              taken={isTaken(set, choice)}
              onTake={() => {
                const { corners, through, fill } = choice;
                edit('answer', changeBorder(set.id, { corners, through, fill }));
              }}
            />
          ))}
          {choices.length > FEW && (
            <Button size="compact-sm" variant="subtle" onClick={() => setAll(!all)}>
              {all ? 'Show the best three' : `Show ${choices.length - FEW} more`}
            </Button>
          )}
        </Stack>
      )}
    </section>
  );
}

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
