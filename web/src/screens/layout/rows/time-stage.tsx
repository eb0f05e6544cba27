import { formatCount, formatDuration, formatLength, quiltOf, trimmed } from '@gorse/core';
import { Stack, Text } from '@mantine/core';
import { lazy, Suspense, useMemo } from 'react';
import { usePlan } from '../../../document/plan-store.ts';
import type { ShownRows } from '../../../planning-worker/shown.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { MOORLAND } from '../../../ui/theme.ts';
import { Waiting } from '../../../ui/waiting.tsx';

const Chart = lazy(() => import('../../../ui/chart.tsx'));

/** Minutes and thread of each row, and where the bobbin is changed. */
export function TimeStage({ planned }: { readonly planned: ShownRows }) {
  const style = useLengthStyle();
  const { motion, bobbin } = usePlan((state) => quiltOf(state.records).machine);
  const { rows, bobbinChanges } = planned;
  const option = useMemo(
    () => ({
      grid: { left: 34, right: 34, top: 46, bottom: 24 },
      legend: { top: 0, itemWidth: 14 },
      tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => trimmed(Number(value), 1) },
      xAxis: { type: 'category', data: rows.map((row) => String(row.row + 1)), name: 'row', nameLocation: 'middle' },
      yAxis: [
        { type: 'value', name: 'min', splitLine: { lineStyle: { color: '#e3dccb' } } },
        { type: 'value', name: 'm', splitLine: { show: false } },
      ],
      series: [
        {
          name: 'minutes',
          type: 'bar',
          itemStyle: { color: MOORLAND.slate },
          data: rows.map((row) => row.totals.seconds / 60),
          markLine: {
            symbol: 'none',
            silent: true,
            lineStyle: { color: MOORLAND.bracken, type: 'dashed', width: 1.5 },
            label: { show: false },
            data: bobbinChanges.filter((change) => !change.inside).map(({ piece }) => ({ xAxis: piece })),
          },
        },
        {
          name: 'thread, m',
          type: 'line',
          yAxisIndex: 1,
          symbolSize: 5,
          itemStyle: { color: MOORLAND.heather },
          data: rows.map((row) => row.totals.thread / 1000),
        },
      ],
    }),
    [rows, bobbinChanges],
  );
  const atEnds = bobbinChanges.filter((change) => !change.inside).map(({ piece }) => (rows[piece]?.row ?? 0) + 1);
  const inside = bobbinChanges.filter((change) => change.inside).length;
  return (
    <Stack gap="xs">
      <Suspense fallback={<Waiting what="the chart" />}>
        <Chart option={option} height={210} label={`Minutes and metres of thread of ${rows.length} rows`} />
      </Suspense>
      <Text size="sm">
        {atEnds.length === 0 && inside === 0
          ? 'One bobbin lasts for all.'
          : `${atEnds.length > 0 ? `Change the bobbin before ${atEnds.length === 1 ? 'row' : 'rows'} ${atEnds.join(', ')} (dashed). ` : ''}${inside > 0 ? `It runs out inside a row ${inside} times: one row takes more than a bobbin.` : ''}`}
      </Text>
      <Text size="sm">
        Reckoned for {formatCount(motion.stitchesPerMinute)} stitches a minute, at most{' '}
        {formatLength(motion.topSpeed, style)} a second, {formatLength(motion.cornerSpeed, style)} a second round a
        sharp corner, gaining {formatLength(motion.acceleration, style)} a second each second;{' '}
        {trimmed(bobbin / 1000, 0)} m on a bobbin. Stops between rows not counted. One row takes about{' '}
        {formatDuration(planned.rows[0]?.totals.seconds ?? 0)}.
      </Text>
    </Stack>
  );
}
