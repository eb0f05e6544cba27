import {
  type BorderSetRecord,
  counted,
  edgeTouchesOf,
  formatLength,
  type LengthStyle,
  type SideStretch,
  worstPlace,
} from '@gorse/core';
import { Button, Stack, Text } from '@mantine/core';
import { lazy, Suspense, useMemo } from 'react';
import { removeTouches } from '../../../document/placing.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { planner } from '../../../planning-worker/link.ts';
import { madeOf } from '../../../planning-worker/made-of.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { MOORLAND } from '../../../ui/theme.ts';
import { useAsked } from '../../../ui/use-asked.ts';
import { Waiting } from '../../../ui/waiting.tsx';
import { signed } from './border-words.ts';

const Chart = lazy(() => import('../../../ui/chart.tsx'));

/** How the border's edges are known, in a line. */
export function useEdgesLine({ set }: { readonly set: BorderSetRecord }): string {
  const touches = usePlan(({ records }) => edgeTouchesOf(records, set).length);
  return touches === 0 ? 'as planned' : `followed by ${counted(touches, 'touch')}`;
}

/** Stretch by place, all round, as the edges are known; the worst place by name. */
export function EdgesBody({ set }: { readonly set: BorderSetRecord }) {
  const style = useLengthStyle();
  const records = usePlan((state) => state.records);
  const ask = async (): Promise<readonly SideStretch[]> => {
    await planner.teach(records);
    return planner.of(records).borderStretch(set.id);
  };
  const { answer: sides } = useAsked('border stretch', [set, records.touches, ...madeOf(records)], ask);
  const option = useMemo(() => sides && chartOf(sides, style), [sides, style]);
  const worst = sides && worstPlace(sides);
  const touches = edgeTouchesOf(records, set);
  if (!sides || !option) return <Waiting what="the stretch" />;
  return (
    <Stack gap="xs">
      {worst && (
        <Text size="sm" data-testid="worst-stretch">
          Most stretched {formatLength(worst.at, style)} along the {worst.side}: {signed(worst.along)} along it,{' '}
          {signed(worst.across)} across.
        </Text>
      )}
      <Suspense fallback={<Waiting what="the stretch" />}>
        <Chart
          option={option}
          height={170}
          label="Stretch along and across the border, clockwise from its upper left corner"
        />
      </Suspense>
      <Text size="sm">
        At the frame, “Follow the border’s edges” asks for touches along them. The strip is bent between the edges as
        they are, on every pass.
      </Text>
      {touches.length > 0 && (
        <Button
          size="compact-sm"
          variant="default"
          style={{ alignSelf: 'flex-start' }}
          onClick={() => edit('edges as planned', removeTouches(...touches.map(({ id }) => id)))}
        >
          Back to the edges as planned
        </Button>
      )}
    </Stack>
  );
}

/** All sides one after the other, clockwise from the upper left. */
function chartOf(sides: readonly SideStretch[], style: LengthStyle) {
  let from = 0;
  const starts = sides.map(({ length }) => {
    const start = from;
    from += length;
    return start;
  });
  const points = (of: 'along' | 'across'): readonly (readonly [number, number])[] =>
    sides.flatMap(({ places }, i) => places.map((place) => [starts[i]! + place.at, 100 * place[of]] as const));
  const line = (name: string, of: 'along' | 'across', color: string, type: string) => ({
    ...{
      name,
      type: 'line',
      data: points(of),
      showSymbol: false,
      lineStyle: { color, type, width: 2 },
      itemStyle: { color },
    },
  });
  return {
    grid: { left: 44, right: 8, top: 30, bottom: 24 },
    legend: { top: 0, icon: 'roundRect', itemHeight: 3 },
    tooltip: {
      trigger: 'axis',
      formatter(lines: readonly { readonly seriesName: string; readonly value: readonly [number, number] }[]) {
        const at = lines[0]!.value[0];
        const k = starts.findLastIndex((start) => start <= at);
        const where = `${formatLength(at - starts[k]!, style)} along the ${sides[k]!.side}`;
        return [where, ...lines.map(({ seriesName, value }) => `${signed(value[1] / 100)} ${seriesName}`)].join('<br>');
      },
    },
    xAxis: {
      type: 'value',
      max: from,
      axisLabel: { show: false },
      axisTick: { show: false },
      splitLine: { show: false },
    },
    yAxis: { type: 'value', axisLabel: { formatter: '{value} %' }, minInterval: 0.5, scale: true },
    series: [
      {
        ...line('along it', 'along', MOORLAND.bracken, 'solid'),
        markLine: {
          symbol: 'none',
          lineStyle: { color: MOORLAND.slate, type: 'dotted' },
          label: { position: 'start', distance: 6, formatter: '{b}', color: MOORLAND.ink },
          data: sides.map(({ side }, i) => ({ name: side, xAxis: starts[i] })),
        },
      },
      line('across', 'across', MOORLAND.moss, 'dashed'),
    ],
  };
}
