import {
  AS_FIRST,
  applyToPoint,
  type ClothPoint,
  clothPoint,
  counted,
  formatDuration,
  lieWhen,
  quiltOf,
  ringBounds,
} from '@gorse/core';
import { Button, SegmentedControl, Stack, Text } from '@mantine/core';
import { IconFileTypePdf } from '@tabler/icons-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/api.ts';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { LandmarkSpot } from '../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../canvas/patches.tsx';
import { clearPassRules, setPassStart } from '../../document/passes.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import type { ShownPasses } from '../../planning-worker/pass-planner.ts';
import { useLengthStyle, useSheetPaper } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';
import { Waiting } from '../../ui/waiting.tsx';
import { PlannedThread } from '../layout/planned-thread.tsx';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { LandmarkTool } from './landmark-tool.tsx';
import { PassSheet } from './pass-sheet.tsx';
import { SideView } from './side-view.tsx';
import { usePasses } from './use-passes.ts';

const Chart = lazy(() => import('../../ui/chart.tsx'));

/** What is stitched in which pass, what it takes, what it is lined up on, and how good that will be. */
export default function PassesStep() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const paper = useSheetPaper();
  const { shown, waiting } = usePasses(records);
  const [chosen, setChosen] = useState(0);
  const [adding, setAdding] = useState<ClothPoint | null>(null);
  const [tool, setTool] = useState(false);
  const quilt = quiltOf(records);
  const { map, machine, passes: rules } = quilt;
  const patches = useMemo(() => plannedPatches(Object.values(records.regions)), [records.regions]);
  if (!shown) return <Waiting what="the passes" />;
  if (shown.passes.length === 0 && shown.tooDeep.length === 0) {
    return (
      <div className="page">
        <Text fz={24} maw={640}>
          There is nothing to part into passes yet. Put a design into a block, or lay rows, on{' '}
          <Link to="../layout">Layout</Link> first.
        </Text>
      </div>
    );
  }
  const at = Math.min(chosen, shown.passes.length - 1);
  const pass = shown.passes[at];
  const own = shown.pieces.filter((piece) => pass?.pieces.includes(piece.id));
  const used = own.length === 0 ? 0 : Math.max(...own.map((p) => p.bottom)) - Math.min(...own.map((p) => p.top));
  const { size } = map;
  const lie = lieWhen(quilt, pass ?? AS_FIRST);
  const isOn = ({ x, y }: ClothPoint): boolean => x >= 0 && y >= 0 && x <= size.width && y <= size.length;
  const corners = own.flatMap((piece) => piece.outline);
  const focus = corners.length > 0 ? ringBounds(corners) : null;
  const byHand = rules.starts.length + rules.pieces.length > 0;
  return (
    <div className="desk" style={{ gridTemplateColumns: '280px minmax(0, 1fr) 344px' }}>
      <RollStrip
        width={280}
        chosen={at}
        onChoose={setChosen}
        onStart={(which, from) => edit(`pass ${which + 1} begins`, setPassStart(which, from))}
      />
      <div className="middle" style={{ gridTemplateRows: 'auto minmax(0, 1fr) auto' }}>
        {pass && <SideView frame={machine.frame} rolled={pass.from} used={used} />}
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            space={clothPoint}
            bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
            focus={focus}
            follow
            label={
              tool
                ? 'The cloth of this pass. Click where the landmark is'
                : 'The cloth of this pass. F shows the whole quilt, Z the pass'
            }
            {...(tool ? { onPick: (p: ClothPoint) => setAdding(isOn(p) ? p : null) } : {})}
            ground={(view) => <Patches patches={patches} scale={view.scale} />}
            thread={(on) => <PlannedThread on={on} opacity={0.55} />}
          >
            {(view) => (
              <>
                {pass?.touches.map((place, i) => (
                  <LandmarkSpot key={place.ids[0]} at={place.cloth} number={i + 1} scale={view.scale} />
                ))}
                {Object.values(records.landmarks)
                  .filter(({ since }) => since === null)
                  .map((place) => (
                    <LandmarkSpot key={place.id} at={place.cloth} number={null} scale={view.scale} />
                  ))}
              </>
            )}
          </ClothStage>
          <LandmarkTool active={tool} at={adding} onToggle={() => setTool(!tool)} onDone={() => setAdding(null)} />
        </div>
        <MinutesChart shown={shown} chosen={at} />
      </div>
      <aside className="card" aria-label="The pass">
        <Stack gap="md">
          <Text fw={700} fz={20}>
            {counted(shown.passes.length, 'pass')},{' '}
            {formatDuration(shown.passes.reduce((s, p) => s + p.totals.seconds, 0))}
            {waiting ? ' …' : ''}
          </Text>
          <Loadings shown={shown} at={at} onChoose={setChosen} />
          <PassSheet shown={shown} at={at} records={records} upper={(p) => applyToPoint(lie, p)} />
          <Button
            component="a"
            href={api.passSheetsAddress(quiltId, style, paper)}
            download
            variant="default"
            leftSection={<IconFileTypePdf size={18} />}
          >
            Print pass sheets (PDF)
          </Button>
          {byHand && (
            <Button variant="default" onClick={() => edit('passes as worked out', clearPassRules)}>
              All passes as worked out
            </Button>
          )}
        </Stack>
      </aside>
    </div>
  );
}

/** Passes before the quilt is turned, and after; nothing where it isn't. */
function Loadings({
  shown: { passes },
  at,
  onChoose,
}: {
  readonly shown: ShownPasses;
  readonly at: number;
  readonly onChoose: (pass: number) => void;
}) {
  const first = passes.findIndex(({ turned }) => turned);
  if (first <= 0) return null;
  return (
    <SegmentedControl
      aria-label="Which passes are shown"
      fullWidth
      value={passes[at]?.turned ? 'after' : 'before'}
      onChange={(value) => onChoose(value === 'after' ? first : 0)}
      data={[
        { value: 'before', label: `As loaded: ${passSpan(0, first)}` },
        { value: 'after', label: `Turned: ${passSpan(first, passes.length)}` },
      ]}
    />
  );
}

/** Passes from one to before another, from 0. */
const passSpan = (from: number, to: number): string => (to - from === 1 ? `${to}` : `${from + 1}–${to}`);

/** Minutes of each pass, and where the bobbin is changed. */
function MinutesChart({ shown, chosen }: { readonly shown: ShownPasses; readonly chosen: number }) {
  const option = useMemo(
    () => ({
      grid: { left: 40, right: 16, top: 24, bottom: 26 },
      tooltip: { trigger: 'axis' },
      xAxis: { type: 'category', data: shown.passes.map((_, i) => `pass ${i + 1}`) },
      yAxis: { type: 'value', name: 'min', splitNumber: 3, splitLine: { lineStyle: { color: '#e3dccb' } } },
      series: [
        {
          name: 'minutes',
          type: 'bar',
          barMaxWidth: 90,
          label: {
            show: true,
            position: 'top',
            distance: 6,
            color: MOORLAND.ink,
            formatter: ({ dataIndex }: { dataIndex: number }) => {
              const changes = shown.passes[dataIndex]?.bobbinChanges.length ?? 0;
              return changes === 0 ? '' : `${'┃'.repeat(Math.min(changes, 6))} ${counted(changes, 'bobbin')}`;
            },
          },
          data: shown.passes.map((pass, i) => ({
            value: Number((pass.totals.seconds / 60).toFixed(1)),
            itemStyle: { color: i === chosen ? MOORLAND.bracken : MOORLAND.slate },
          })),
        },
      ],
    }),
    [shown, chosen],
  );
  return (
    <Suspense fallback={<Waiting what="the chart" />}>
      <Chart
        option={option}
        height={118}
        label={`Minutes of each of ${shown.passes.length} passes, with bobbin changes`}
      />
    </Suspense>
  );
}
