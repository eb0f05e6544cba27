import {
  counted,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type LengthStyle,
  MM_PER_INCH,
  ROW_SCHOOLS,
  type RowNumbers,
  type RowSchool,
  type RowSetRecord,
  trimmed,
  unitOf,
} from '@gorse/core';
import { Chip, Group, Loader, SimpleGrid, Text } from '@mantine/core';
import { reshapeRows } from './reshape.ts';
import { edit } from '../../../document/plan-store.ts';
import { changeRows, takeNumbers } from '../../../document/rows.ts';
import type { ShownChoice } from '../../../planning-worker/row-planner.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { AnswerTiles } from '../answer-tiles.tsx';

const SCHOOLS: Readonly<Record<RowSchool, { readonly name: string; readonly why: string }>> = {
  rows: { name: 'Whole rows', why: 'No row is cut; size, margins and clearance give a little each.' },
  height: { name: 'Drawn size', why: 'The design keeps its drawn size; clearance or margins give way.' },
  margins: { name: 'Even margins', why: 'Top and bottom are just as wished; size or clearance give way.' },
  clearance: { name: 'Clearance', why: 'Stitched lines of neighbouring rows are just as far apart as wished.' },
  even: { name: 'Even look', why: 'The widest gap between rows is as wide as the one within a row.' },
};

/** What matters here, and the ranked answers to it. */
export function Answers({
  set,
  choices,
}: {
  readonly set: RowSetRecord;
  readonly choices: readonly ShownChoice[] | null;
}) {
  const style = useLengthStyle();
  const { wish } = set;
  const wishTo = (change: Partial<RowSetRecord['wish']>): void =>
    void reshapeRows('what matters', changeRows(set.id, { wish: { ...wish, ...change } }));
  return (
    <section aria-label="What matters here?">
      <Text fw={700} mt="sm" mb={4}>
        What matters here?
      </Text>
      <Chip.Group value={wish.matters} onChange={(matters) => wishTo({ matters })}>
        <Group gap={6}>
          {ROW_SCHOOLS.map((school) => (
            <Chip key={school} value={school} size="sm" color="slate" className="school">
              {SCHOOLS[school].name}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      <Text size="sm" mt={6}>
        {SCHOOLS[wish.matters].why}
      </Text>
      <SimpleGrid cols={2} spacing="xs" mt={6}>
        {wish.matters === 'even' ? (
          <Text size="sm" pt={6}>
            The clearance follows from the design.
          </Text>
        ) : (
          <LengthInput
            label="Clearance liked"
            value={wish.clearance}
            least={0}
            most={20 * MM_PER_INCH}
            onLength={(clearance) => wishTo({ clearance })}
          />
        )}
        <LengthInput
          label="Margins liked"
          value={wish.margin}
          least={-10 * MM_PER_INCH}
          most={40 * MM_PER_INCH}
          onLength={(margin) => wishTo({ margin })}
        />
      </SimpleGrid>
      {choices === null ? (
        <Group mt="sm" gap="xs" role="status">
          <Loader size="xs" /> <Text size="sm">solving the rows…</Text>
        </Group>
      ) : choices.length === 0 ? (
        <Text mt="sm" role="alert">
          No row of this design fits. Choose a smaller design, or let the margins run over the edge.
        </Text>
      ) : (
        <AnswerTiles
          answers={choices.map((choice) => ({
            key: `${choice.rows} ${choice.scale} ${choice.clearance} ${choice.margin}`,
            picture: choice.picture,
            lines: linesOf(choice, set, style),
            taken: isTaken(choice, set.numbers),
            onTake: () => edit('answer', takeNumbers(set.id, choice.numbers)),
          }))}
        />
      )}
    </section>
  );
}

const isTaken = (choice: ShownChoice, numbers: RowNumbers): boolean =>
  choice.rows === numbers.rows &&
  Math.abs(choice.scale - numbers.scale) < 1e-6 &&
  Math.abs(choice.clearance - numbers.clearance) < 1e-3 &&
  Math.abs(choice.margin - numbers.margin) < 1e-3;

/** A change of size in percent, as said. */
export const sizeChange = (scale: number): string =>
  Math.abs(scale - 1) < 5e-4 ? 'drawn size' : `${scale > 1 ? '+' : '−'}${trimmed(100 * Math.abs(scale - 1), 1)} %`;

/** What an answer comes to. */
function linesOf(choice: ShownChoice, { area }: RowSetRecord, style: LengthStyle): string[] {
  const { totals } = choice;
  const rows = `${counted(choice.rows, 'row')} of ${formatLength(choice.height, style)}, ${sizeChange(choice.scale)}`;
  return [
    choice.extra ? `${rows}, and one ${choice.extra}` : rows,
    `clearance ${formatLength(choice.clearance, style)}`,
    choice.boxGap === null ? 'one row alone' : boxes(choice.boxGap, style),
    `margins ${formatLengthNumber(choice.margin, style)} above, ${formatLengthNumber(choice.bottom, style)} ${unitOf(style)} below`,
    `${trimmed(choice.repeats, 1)} repeats a row${area.insideBorder ? '' : `, hanging out ${formatLength(choice.hang, style)}`}`,
    `${formatDuration(totals.seconds)}, ${counted(totals.cuts, 'cut')}, ${counted(choice.passes, 'pass')}`,
    `${trimmed(totals.thread / 1000, 0)} m of thread, ${counted(choice.bobbins, 'bobbin')}`,
  ];
}

/** Boxes nearer than this look as if they touched, mm. */
const TOUCHING = 0.8;

/** How the boxes of neighbouring rows lie, for those who think in boxes. */
export const boxes = (gap: number, style: LengthStyle): string =>
  Math.abs(gap) < TOUCHING
    ? 'boxes touch'
    : gap < 0
      ? `boxes overlap ${formatLength(-gap, style)}`
      : `boxes ${formatLength(gap, style)} apart`;
