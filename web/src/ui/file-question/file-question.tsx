import type { FileQuestion, FileSize } from '@gorse/contract';
import { FILE_UNITS, type FileUnit, MM_PER_FILE_UNIT, type ReadAnswers } from '@gorse/core';
import { Button, Checkbox, Group, SimpleGrid, Stack, Text } from '@mantine/core';
import { useState } from 'react';
import { ColumnsChoice } from './columns-choice.tsx';
import { NeedleChoice } from './needle-choice.tsx';
import { SizeChoice } from './size-choice.tsx';
import { takenAlike } from './taken-alike.ts';
import { UnseenChoice } from './unseen-choice.tsx';

const UNIT_NAMES: Readonly<Record<FileUnit, string>> = {
  in: 'Inches',
  mm: 'Millimetres',
  cm: 'Centimetres',
  px: 'Pixels, 1/96 in',
  px90: 'Pixels, 1/90 in',
  px72: 'Pixels, 1/72 in',
};

/** The likely one first; pixels of other sizes only where a program is known to draw in them. */
const unitsOf = ({ likely }: FileSize): readonly FileUnit[] =>
  likely ? [likely, 'px', 'mm', 'in'] : FILE_UNITS.filter((one) => one !== 'px90' && one !== 'px72');

/** A file that can't be read before the person says what it doesn't. */
interface Asked {
  readonly source: { readonly name: string };
  readonly question: FileQuestion;
}

interface Props<A extends Asked> {
  readonly asked: readonly A[];
  readonly onAnswer: (answered: readonly A[], answersFor: (one: A) => ReadAnswers) => void;
  readonly onLeaveOut: (left: readonly A[]) => void;
}

/** Asks what a file doesn't say, its unit or its columns, and what must be looked at: needle and travel, and what isn't seen. Once for all files alike. */
export function FileQuestionCard<A extends Asked>({ asked, onAnswer, onLeaveOut }: Props<A>) {
  const first = asked[0]!;
  const [forAll, setForAll] = useState(true);
  const { unit, table, needle, unseen } = first.question;
  const [columns, setColumns] = useState(table?.likely ?? ([0, 1] as const));
  // In the file's units.
  const size = table ? { width: table.spread[columns[0]]!, height: table.spread[columns[1]]! } : unit;
  const [exchanged, setExchanged] = useState(false);
  // Where nothing is seen, what is there was most likely meant to be stitched.
  const [taken, setTaken] = useState<readonly string[]>(
    unseen?.seen.length === 0 ? unseen.parts.map(({ key }) => key) : [],
  );
  // What was said of one file holds for others only where the same was asked.
  const alike = asked.filter(
    ({ question }) =>
      (question.table === null) === (table === null) &&
      (question.needle === null) === (needle === null) &&
      (question.unseen === null) === (unseen === null),
  );
  const answered = forAll ? alike : [first];
  const answer = (answers: ReadAnswers): void => {
    onAnswer(answered, ({ question }) => ({
      ...answers,
      ...(table ? { columns } : {}),
      ...(needle ? { exchanged } : {}),
      ...(unseen && question.unseen
        ? { taken: takenAlike(question.unseen.parts, { parts: unseen.parts, taken }) }
        : {}),
    }));
  };
  return (
    <Stack
      gap="sm"
      p="md"
      role="group"
      aria-label="What the file doesn’t say"
      style={{ border: '2px solid var(--gorse)', borderRadius: 6, background: '#fffdf7' }}
    >
      <Text fw={700} fz={18}>
        {titleOf(first)}
      </Text>
      {unseen && <UnseenChoice unseen={unseen} taken={taken} onTake={setTaken} />}
      {needle && <NeedleChoice needle={needle} exchanged={exchanged} onExchange={() => setExchanged(!exchanged)} />}
      {table && <ColumnsChoice table={table} columns={columns} onColumns={setColumns} />}
      {!unit && (
        <Group>
          <Button onClick={() => answer({})}>Read it so</Button>
        </Group>
      )}
      {unit && size && (
        <SimpleGrid cols={unitsOf(unit).length} spacing="sm">
          {unitsOf(unit).map((one) => (
            <SizeChoice
              key={one}
              name={UNIT_NAMES[one]}
              likely={one === unit.likely}
              width={size.width * MM_PER_FILE_UNIT[one]}
              height={size.height * MM_PER_FILE_UNIT[one]}
              onChoose={() => answer({ unit: one })}
            />
          ))}
        </SimpleGrid>
      )}
      <Group>
        {alike.length > 1 && (
          <Checkbox
            checked={forAll}
            onChange={(event) => setForAll(event.currentTarget.checked)}
            label={`The same for all ${alike.length} such files of this batch`}
          />
        )}
        <Button variant="subtle" size="xs" onClick={() => onLeaveOut(answered)}>
          Leave {answered.length === 1 ? 'this file' : 'these files'} out
        </Button>
      </Group>
    </Stack>
  );
}

function titleOf({ source: { name }, question: { unit, table, needle, unseen } }: Asked): string {
  if (table) return `${name} doesn’t say which columns are x and y.${unit ? ' Which size is right?' : ''}`;
  if (unseen) {
    const what =
      unseen.seen.length === 0
        ? `Nothing of ${name} is seen as it is drawn. What of it is to be stitched?`
        : `${name} holds lines that aren’t seen in it. Is any of them to be stitched?`;
    return unit ? `${what} And which size is right?` : what;
  }
  if (needle && !unit) return `${name} stitches, and travels with the needle up. Is it told apart rightly?`;
  return unit?.likely
    ? `${name} is drawn in pixels of its program’s own. Which size is right?`
    : `${name} doesn’t say in which unit it is drawn. Which size is right?`;
}
