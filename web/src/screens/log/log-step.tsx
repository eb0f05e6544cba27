import type { RunAnswer } from '@gorse/contract';
import {
  formatCount,
  type AdvanceEvent,
  type AdvanceKind,
  formatDuration,
  formatLength,
  isOpen,
  isSpeedEvent,
  type LengthStyle,
  quiltOf,
  type RunEventKind,
  type RunStatus,
  type SpeedEventKind,
  stitchingSeconds,
  trimmed,
} from '@gorse/core';
import { Stack, Table, Text, Title } from '@mantine/core';
import { atStart } from '../../ui/words.ts';
import { Link } from 'react-router';
import { sentenceOf } from '../../api/api.ts';
import { useAdvances, useRuns } from '../../api/queries.ts';
import { usePlan } from '../../document/plan-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { Waiting } from '../../ui/waiting.tsx';

const EVENTS: Readonly<Record<Exclude<RunEventKind, SpeedEventKind>, string>> = {
  made: 'loaded',
  rehearsed: 'rehearsed',
  bobbinThreadUp: 'bobbin thread up',
  started: 'stitching began',
  progress: '',
  paused: 'paused',
  resumed: 'went on',
  stopped: 'stopped',
  threadBroke: 'thread broke',
  bobbinEmpty: 'bobbin ran out',
  mended: 'mended',
  takenUp: 'taken up again',
  cut: 'cut, on to the next stroke',
  interrupted: 'interrupted: the server or the link ended',
  finished: 'finished',
  abandoned: 'given up',
  continued: 'lined up anew: the rest goes on as another run',
};

const eventName = (kind: RunEventKind): string =>
  isSpeedEvent(kind) ? `at ${kind.slice('speed'.length)} % of the planned speed` : EVENTS[kind];

const STATUS: Readonly<Record<RunStatus, string>> = {
  ready: '○ loaded',
  stitching: '◐ stitching',
  paused: '◐ paused',
  stopped: '◐ stopped',
  interrupted: '▲ interrupted',
  finished: '● stitched',
  abandoned: '✕ given up',
  continued: '◐ continued',
};

/** What really happened, run by run, newest first. */
export default function LogStep() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const runs = useRuns(quiltId);
  const advances = useAdvances(quiltId).data ?? [];
  if (runs.isPending) return <Waiting what="the log" />;
  if (runs.isError)
    return (
      <Text p="xl" role="alert">
        {sentenceOf(runs.error)}
      </Text>
    );
  const done = runs.data.filter((run) => run.state.status === 'finished');
  return (
    <div className="page" tabIndex={0}>
      <Stack maw={980} mx="auto">
        <Title order={1} size="h2">
          Log
        </Title>
        {runs.data.length === 0 ? (
          <Text fz={18}>
            Nothing has been stitched yet. Line up and stitch a block on{' '}
            <Link to={`/quilts/${quiltId}/frame`}>Frame</Link>; what happens there writes itself down here.
          </Text>
        ) : (
          <Text>
            {done.length} {done.length === 1 ? 'run' : 'runs'} finished: planned{' '}
            {formatDuration(done.reduce((sum, run) => sum + run.seconds, 0))}, took{' '}
            {formatDuration(done.reduce((sum, run) => sum + stitchingSeconds(run.events), 0))} of stitching,{' '}
            {trimmed(done.reduce((sum, run) => sum + run.thread, 0) / 1000, 1)} m of thread from the top and as much
            from the bobbin.
          </Text>
        )}
        {runs.data.map((run) => (
          <RunLog key={run.id} run={run} quiltId={quiltId} />
        ))}
        {advances.length > 0 && <OnThePoles events={advances} />}
      </Stack>
    </div>
  );
}

const clock = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const day = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });

/** `B2 · Kelp, continued` */
const titleOf = ({ name, design, continued }: RunAnswer): string =>
  `${[atStart(name), design].filter(Boolean).join(' · ')}${continued ? ', continued' : ''}`;

function RunLog({ run, quiltId }: { readonly run: RunAnswer; readonly quiltId: string }) {
  const bobbin = usePlan((state) => quiltOf(state.records).machine.bobbin);
  const shown = run.events.filter((event) => event.kind !== 'progress');
  const of = run.holes.reduce((a, b) => a + b, 0) - 1;
  return (
    <section className="tile" style={{ padding: 16 }} aria-label={titleOf(run)}>
      <Title order={2} size="h4">
        {titleOf(run)} <span style={{ fontWeight: 500 }}>· {STATUS[run.state.status]}</span>
      </Title>
      <Text c="var(--ink-soft)" mb={6}>
        {day.format(run.events[0]?.at)} · stitch {formatCount(run.state.stitch)} of {formatCount(of)} · planned{' '}
        {formatDuration(run.seconds)}, stitched {formatDuration(stitchingSeconds(run.events))} ·{' '}
        {trimmed((100 * run.thread) / bobbin, 0)} % of a bobbin
        {run.holes.length > 1 ? ` · ${run.holes.length - 1} cuts` : ''}
      </Text>
      <Table withRowBorders={false} verticalSpacing={2}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th w={110}>Time</Table.Th>
            <Table.Th>What happened</Table.Th>
            <Table.Th w={120}>Stitch</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {shown.map((event) => (
            <Table.Tr key={`${event.at} ${event.kind} ${event.stitch}`}>
              <Table.Td>{clock.format(event.at)}</Table.Td>
              <Table.Td>{eventName(event.kind)}</Table.Td>
              <Table.Td>{formatCount(event.stitch)}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {isOpen(run.state.status) && run.state.status !== 'stitching' && (
        <Text mt={6}>
          <Link to={`/quilts/${quiltId}/frame`}>Go on with it at the frame</Link>
        </Text>
      )}
    </section>
  );
}

const ON_THE_POLES: Readonly<Record<Exclude<AdvanceKind, 'rolled'>, string>> = {
  unclamped: 'side clamps off',
  loaded: 'loaded anew or moved',
  turned: 'turned by a quarter and loaded',
  clamped: 'tension set, side clamps on',
};

const way = (by: number, style: LengthStyle): string =>
  `${formatLength(Math.abs(by), style)} ${by < 0 ? 'back' : 'on'}`;

/** How the quilt was put on the poles, the latest first. */
function OnThePoles({ events }: { readonly events: readonly AdvanceEvent[] }) {
  const style = useLengthStyle();
  return (
    <section className="tile" style={{ padding: 16 }} aria-label="On the poles">
      <Title order={2} size="h4">
        On the poles
      </Title>
      <Table withRowBorders={false} verticalSpacing={2}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th w={110}>Time</Table.Th>
            <Table.Th>What happened</Table.Th>
            <Table.Th w={120}>Rolled up</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {events
            .map(({ at, kind, pass, rolled }, i) => (
              <Table.Tr key={i}>
                <Table.Td>{clock.format(at)}</Table.Td>
                <Table.Td>
                  {kind === 'rolled'
                    ? `rolled ${way(rolled - (events[i - 1]?.rolled ?? 0), style)}, for pass ${pass + 1}`
                    : ON_THE_POLES[kind]}
                </Table.Td>
                <Table.Td>{formatLength(Math.max(0, rolled), style)}</Table.Td>
              </Table.Tr>
            ))
            .toReversed()}
        </Table.Tbody>
      </Table>
    </section>
  );
}
