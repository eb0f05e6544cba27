import {
  advanceStateOf,
  counted,
  formatDoubt,
  formatLength,
  type PlanRecords,
  quiltOf,
  type Resettling,
  touchesOf,
  trimmed,
} from '@gorse/core';
import { Button, Stack, Text, UnstyledButton } from '@mantine/core';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useAdvances, useRuns } from '../../api/queries.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { changeRows, rowSetOf } from '../../document/rows.ts';
import type { LeftBelow } from '../../planning-worker/left-below.ts';
import type { DrawInAnswer } from '../../planning-worker/line-up-planner.ts';
import { planner } from '../../planning-worker/link.ts';
import { useAsked } from '../../ui/use-asked.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';
import { Waiting } from '../../ui/waiting.tsx';

const Chart = lazy(() => import('../../ui/chart.tsx'));

const SCHOOLS: Readonly<Record<Resettling, string>> = {
  follow: 'Rows follow the cloth',
  margin: 'Keep the spacing; the bottom margin takes it',
  spread: 'Spread over the rows that are left',
  lastTwo: 'The last two rows take it',
};

/** How much the quilt has drawn in so far, by its touches; and what that does to the rows that are left. */
export function DrawInPanel({ records }: { readonly records: PlanRecords }) {
  const quiltId = usePlan((state) => state.quiltId)!;
  const events = useAdvances(quiltId).data;
  const runs = useRuns(quiltId).data;
  const set = rowSetOf(records);
  const touched = touchesOf(records).length;
  const stitched = useMemo(() => runs?.map(({ pieceId, state }) => ({ pieceId, state })), [runs]);
  const ask =
    events && stitched && touched >= 2
      ? async () => {
          await planner.teach(records);
          return planner.of(records).drawIn({ mounts: advanceStateOf(events).mounts, runs: stitched });
        }
      : null;
  const { answer } = useAsked('draw-in', [events, records, stitched], ask);
  const option = useMemo(() => answer && chartOf(answer), [answer]);
  return (
    <section aria-label="Draw-in">
      <Text fw={700}>Draw-in</Text>
      {touched < 2 || !answer || answer.touches < 2 || !option ? (
        <Text size="sm">
          Planned: {trimmed(100 * quiltOf(records).batting.drawIn, 2)} %. Touches at the frame will show what it is.
        </Text>
      ) : (
        <Stack gap={6}>
          <Text size="sm">
            By {counted(answer.touches, 'touch')}: {percent(answer.whole.along)} along the poles,{' '}
            {percent(answer.whole.across)} across, before stitching adds to it. Planned{' '}
            {trimmed(100 * quiltOf(records).batting.drawIn, 2)} %.
          </Text>
          <Suspense fallback={<Waiting what="the chart" />}>
            <Chart option={option} height={150} label="Draw-in along and across the poles, by advance" />
          </Suspense>
          {answer.left && set && <LeftRows left={answer.left} setId={set.id} />}
        </Stack>
      )}
    </section>
  );
}

const percent = ({ part, bound }: { readonly part: number; readonly bound: number }): string =>
  `${trimmed(100 * part, 2)} ± ${trimmed(100 * bound, 2)} %`;

/** The rows that are left, by the school she chooses; what changes is shown before it is taken. */
function LeftRows({ left, setId }: { readonly left: LeftBelow; readonly setId: string }) {
  const style = useLengthStyle();
  const [school, setSchool] = useState<Resettling>('follow');
  const chosen = left.answers.find((one) => one.school === school);
  // What is spread over many rows is little on each.
  const fine = style === 'in16' ? 'in32' : style;
  return (
    <Stack gap={4}>
      <Text size="sm">
        Below row {left.row + 1} the quilt will measure {formatLength(left.length, style)} ±{' '}
        {formatDoubt(left.bound, style)} when finished; planned {formatLength(left.planned, style)}.
      </Text>
      {left.answers.map((one) => (
        <UnstyledButton
          key={one.school}
          className="tile"
          p={6}
          aria-pressed={one.school === school}
          onClick={() => setSchool(one.school)}
        >
          <Text size="sm" fw={600}>
            {SCHOOLS[one.school]}
          </Text>
          <Text size="xs">
            bottom margin {formatLength(one.margin, style)} ± {formatDoubt(left.bound, style)}
          </Text>
        </UnstyledButton>
      ))}
      {chosen && school !== 'follow' && (
        <>
          <ul style={{ margin: 0, paddingLeft: 18, fontSize: 13 }}>
            {chosen.rows.map(({ row, down, gap, gapAfter }) => (
              <li key={row}>
                row {row + 1}: {formatDoubt(Math.abs(down), style)} {down < 0 ? 'up' : 'down'}; box gap{' '}
                {formatLength(gap, fine)} → {formatLength(gapAfter, fine)}
              </li>
            ))}
          </ul>
          <Button
            size="compact-md"
            onClick={() => {
              edit('rows for the draw-in', changeRows(setId, { exceptions: chosen.exceptions }));
              setSchool('follow');
            }}
          >
            Move these rows
          </Button>
        </>
      )}
    </Stack>
  );
}

function chartOf({ byAdvance }: DrawInAnswer) {
  const line = (name: string, color: string, of: 'along' | 'across', symbol: string) => ({
    name,
    type: 'line',
    symbol,
    symbolSize: 8,
    itemStyle: { color },
    data: byAdvance.map((one) => Number((100 * one[of].part).toFixed(2))),
  });
  return {
    grid: { left: 36, right: 12, top: 34, bottom: 24 },
    legend: { top: 0, itemWidth: 16 },
    tooltip: { trigger: 'axis' },
    xAxis: {
      type: 'category',
      data: byAdvance.map((one) => `${one.advance + 1}`),
      name: 'advance',
      nameLocation: 'middle',
    },
    yAxis: { type: 'value', name: '%', scale: true, splitLine: { lineStyle: { color: '#e3dccb' } } },
    series: [
      line('along the poles', MOORLAND.slate, 'along', 'circle'),
      line('across', MOORLAND.heather, 'across', 'diamond'),
    ],
  };
}
