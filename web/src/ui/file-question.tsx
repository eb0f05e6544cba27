import type { FileQuestion } from '@gorse/contract';
import {
  boundsOf,
  counted,
  FILE_UNITS,
  type FileUnit,
  formatLength,
  formatLengthNumber,
  MM_PER_FILE_UNIT,
  type NeedlePicture,
  type ReadAnswers,
} from '@gorse/core';
import { Button, Checkbox, Group, Select, SimpleGrid, Stack, Table, Text } from '@mantine/core';
import { IconArrowsExchange } from '@tabler/icons-react';
import { useState } from 'react';
import { useLengthStyle } from './preferences.ts';
import { MOORLAND } from './theme.ts';

const UNIT_NAMES: Readonly<Record<FileUnit, string>> = {
  in: 'Inches',
  mm: 'Millimetres',
  px: 'Pixels (1/96 in)',
  cm: 'Centimetres',
};

/** A file that can't be read before the person says what it doesn't. */
interface Asked {
  readonly source: { readonly name: string };
  readonly question: FileQuestion;
}

interface Props<A extends Asked> {
  readonly asked: readonly A[];
  readonly onAnswer: (answered: readonly A[], answers: ReadAnswers) => void;
  readonly onLeaveOut: (left: readonly A[]) => void;
}

/** Asks what a file doesn't say: its unit, by the sizes each would give, or its columns; once for all files alike. */
export function FileQuestionCard<A extends Asked>({ asked, onAnswer, onLeaveOut }: Props<A>) {
  const first = asked[0]!;
  const [forAll, setForAll] = useState(true);
  const [x, setX] = useState('0');
  const [y, setY] = useState('1');
  const { unit, table, needle } = first.question;
  const [exchanged, setExchanged] = useState(false);
  // What was said of one file holds for others only where the same was asked.
  const alike = asked.filter(
    ({ question }) =>
      (question.table === null) === (table === null) && (question.needle === null) === (needle === null),
  );
  const answered = forAll ? alike : [first];
  const answer = (answers: ReadAnswers): void => {
    const columns = table === null ? {} : { columns: [Number(x), Number(y)] as const };
    onAnswer(answered, { ...answers, ...columns, ...(needle ? { exchanged } : {}) });
  };
  const width = Math.max(0, ...(table?.rows.map((row) => row.length) ?? []));
  const columnNames = Array.from({ length: width }, (_, i) => ({ value: `${i}`, label: `column ${i + 1}` }));
  return (
    <Stack
      gap="sm"
      p="md"
      role="group"
      aria-label="What the file doesn’t say"
      style={{ border: '2px solid var(--gorse)', borderRadius: 6, background: '#fffdf7' }}
    >
      <Text fw={700} fz={18}>
        {needle && !unit && !table
          ? `${first.source.name} stitches, and travels with the needle up. Is it told apart rightly?`
          : `${first.source.name} doesn’t say ${table ? 'which columns are x and y' : 'in which unit it is drawn'}.${unit ? ' Which size is right?' : ''}`}
      </Text>
      {needle && <NeedleChoice needle={needle} exchanged={exchanged} onExchange={() => setExchanged(!exchanged)} />}
      {table && (
        <>
          <Table withTableBorder withColumnBorders fz="sm" w="auto">
            <Table.Tbody>
              {table.rows.map((row, i) => (
                <Table.Tr key={i}>
                  {row.map((cell, k) => (
                    <Table.Td key={k}>{cell}</Table.Td>
                  ))}
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
          <Group>
            <Select
              label="x is"
              data={columnNames}
              value={x}
              onChange={(value) => setX(value ?? '0')}
              allowDeselect={false}
            />
            <Select
              label="y is"
              data={columnNames}
              value={y}
              onChange={(value) => setY(value ?? '1')}
              allowDeselect={false}
            />
            {!unit && (
              <Button mt={24} onClick={() => answer({})}>
                Read it so
              </Button>
            )}
          </Group>
        </>
      )}
      {needle && !unit && !table && (
        <Group>
          <Button onClick={() => answer({})}>Read it so</Button>
        </Group>
      )}
      {unit && (
        <SimpleGrid cols={4} spacing="sm">
          {FILE_UNITS.map((one) => (
            <SizeChoice
              key={one}
              name={UNIT_NAMES[one]}
              width={unit.width * MM_PER_FILE_UNIT[one]}
              height={unit.height * MM_PER_FILE_UNIT[one]}
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
          Leave {answered.length === 1 ? 'it' : 'them'} out
        </Button>
      </Group>
    </Stack>
  );
}

/** What is stitched as solid lines, and what is travelled as thin dashed ones; both are exchanged by a button. */
function NeedleChoice({
  needle,
  exchanged,
  onExchange,
}: {
  readonly needle: NeedlePicture;
  readonly exchanged: boolean;
  readonly onExchange: () => void;
}) {
  const [stitched, travel] = exchanged ? [needle.travel, needle.stitched] : [needle.stitched, needle.travel];
  const box = boundsOf([...needle.stitched, ...needle.travel].map((line) => Float64Array.from(line)));
  if (!box) return null;
  const size = Math.max(box.maxX - box.minX, box.maxY - box.minY, 1);
  const edge = size / 40;
  return (
    <Group align="flex-start" wrap="wrap">
      <svg
        viewBox={`${box.minX - edge} ${box.minY - edge} ${box.maxX - box.minX + 2 * edge} ${box.maxY - box.minY + 2 * edge}`}
        style={{ width: 300, maxHeight: 240, background: '#fff', border: '1px solid var(--bracken)' }}
        role="img"
        aria-label={`Stitched: ${counted(stitched.length, 'line')}, solid. Travelled: ${counted(travel.length, 'line')}, dashed.`}
      >
        <g fill="none">
          {travel.map((line, i) => (
            <path
              key={`travel ${i}`}
              d={pathOf(line)}
              stroke={MOORLAND.rowan}
              strokeWidth={1}
              strokeDasharray="4 4"
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {stitched.map((line, i) => (
            <path
              key={`stitched ${i}`}
              d={pathOf(line)}
              stroke={MOORLAND.slate}
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </g>
      </svg>
      <Stack gap="xs" style={{ flex: '1 1 200px' }}>
        <Text size="sm">
          Solid: stitched, {counted(stitched.length, 'line')}. Dashed: travelled with the needle up,{' '}
          {counted(travel.length, 'line')}.
        </Text>
        <Button variant="default" leftSection={<IconArrowsExchange size={16} />} onClick={onExchange}>
          Exchange the two
        </Button>
      </Stack>
    </Group>
  );
}

const pathOf = (line: readonly number[]): string =>
  line.map((mm, i) => (i % 2 === 0 ? `${i === 0 ? 'M' : 'L'}${mm}` : ` ${mm}`)).join('');

const PICTURE = { width: 150, height: 110 };
/** A hand's breadth with the thumb, and a ruler, mm. */
const HAND = { width: 100, height: 180 };
const RULER = 305;

/** A box of this size beside a hand and a 12 in ruler, all at the same scale. */
function SizeChoice({
  name,
  width,
  height,
  onChoose,
}: {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly onChoose: () => void;
}) {
  const style = useLengthStyle();
  const scale = Math.min(
    PICTURE.width / (Math.max(width, RULER) + HAND.width + 30),
    (PICTURE.height - 16) / Math.max(height, HAND.height),
  );
  const floor = PICTURE.height - 10;
  const handX = PICTURE.width - HAND.width * scale;
  return (
    <button type="button" className="tile" onClick={onChoose} style={{ textAlign: 'center' }}>
      <svg viewBox={`0 0 ${PICTURE.width} ${PICTURE.height}`} width="100%" aria-hidden>
        <rect
          x={0.8}
          y={floor - Math.max(1, height * scale)}
          width={Math.max(1, width * scale)}
          height={Math.max(1, height * scale)}
          fill={MOORLAND.gorse}
          fillOpacity={0.35}
          stroke={MOORLAND.bracken}
        />
        <g
          transform={`translate(${handX} ${floor - HAND.height * scale}) scale(${scale})`}
          fill={MOORLAND.slate}
          opacity={0.55}
        >
          <rect x={22} y={80} width={74} height={100} rx={26} />
          {[24, 43, 62, 81].map((left, i) => (
            <rect key={left} x={left - 2} y={[22, 4, 10, 34][i]} width={16} height={100} rx={8} />
          ))}
          <rect x={0} y={78} width={17} height={70} rx={8} transform="rotate(-28 10 120)" />
        </g>
        <g stroke={MOORLAND.ink} strokeWidth={0.8}>
          <path d={`M0 ${floor + 4}h${RULER * scale}`} />
          {Array.from({ length: 13 }, (_, i) => (
            <path key={i} d={`M${i * 25.4 * scale} ${floor + 1}v${i % 12 === 0 ? 7 : 4}`} />
          ))}
        </g>
      </svg>
      <Text fw={700}>{name}</Text>
      <Text size="sm">
        {formatLengthNumber(width, style)} × {formatLength(height, style)}
      </Text>
    </button>
  );
}
