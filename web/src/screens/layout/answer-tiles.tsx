import { Button, Stack, UnstyledButton } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import type { TopPicture } from '../../planning-worker/top-picture.ts';
import { TopThumb } from './top-thumb.tsx';
import { MOORLAND } from '../../ui/theme.ts';

/** One of the ranked answers to what matters. */
export interface AnswerShown {
  /** That tells it from the others. */
  readonly key: string;
  readonly picture: TopPicture;
  /** What it comes to, the first in bold. */
  readonly lines: readonly string[];
  readonly taken: boolean;
  readonly onTake: () => void;
}

/** Answers that are shown at once. */
const FEW = 3;

/** The answers, best first: a few, or all. */
export function AnswerTiles({
  answers,
  busy = false,
}: {
  readonly answers: readonly AnswerShown[];
  /** They are being worked out anew. */
  readonly busy?: boolean;
}) {
  const [all, setAll] = useState(false);
  return (
    <Stack
      gap={6}
      mt="sm"
      role="group"
      aria-label="Answers, best first"
      aria-busy={busy}
      // Marked, not dimmed: they stay readable, and what they say mostly still holds.
      style={busy ? { outline: `2px dashed ${MOORLAND.bracken}`, outlineOffset: 4, borderRadius: 4 } : {}}
    >
      {answers.slice(0, all ? undefined : FEW).map(({ key, ...answer }, i) => (
        <AnswerTile key={key} {...answer} best={i === 0} />
      ))}
      {answers.length > FEW && (
        <Button size="compact-sm" variant="subtle" onClick={() => setAll(!all)}>
          {all ? 'Show the best three' : `Show ${answers.length - FEW} more`}
        </Button>
      )}
    </Stack>
  );
}

function AnswerTile({
  picture,
  lines: [first, ...lines],
  taken,
  best,
  onTake,
}: Omit<AnswerShown, 'key'> & { readonly best: boolean }): ReactNode {
  return (
    <UnstyledButton className="tile answer" aria-pressed={taken} onClick={onTake}>
      <TopThumb picture={picture} size={88} />
      <span>
        <b className="answer-line">{first}</b>
        {lines.map((line) => (
          <span key={line} className="answer-line">
            {line}
          </span>
        ))}
        {best && <span className="answer-best">fits what matters best</span>}
      </span>
    </UnstyledButton>
  );
}
