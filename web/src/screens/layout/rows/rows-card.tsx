import type { DesignAnswer } from '@gorse/contract';
import {
  formatCount,
  counted,
  formatDuration,
  formatLength,
  type LengthStyle,
  type Maker,
  pieceRef,
  type PlanRecords,
  quiltOf,
  recordId,
  type RowSetRecord,
  trimmed,
} from '@gorse/core';
import { Alert, Button, Group, Loader, Text, Title } from '@mantine/core';
import { IconFileTypePdf, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { api } from '../../../api/api.ts';
import { useRuns } from '../../../api/queries.ts';
import { edit, preview, usePlan } from '../../../document/plan-store.ts';
import { changeRows, removeRows } from '../../../document/rows.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import type { ShownRows } from '../../../planning-worker/shown.ts';
import { useLengthStyle, useSheetPaper } from '../../../ui/preferences.ts';
import { maskedLine, maskedSum } from '../keep-outs/masked-words.ts';
import { RejoinForm } from '../keep-outs/rejoin-form.tsx';
import { Stage } from '../stage.tsx';
import { StitchForm, TIE_NAMES } from '../stages/stitch-form.tsx';
import { Answers } from './answers.tsx';
import { BattingStage, fibreName } from './batting-stage.tsx';
import { DensityStage, evenness } from './density-stage.tsx';
import { LoadingStage } from './loading-stage.tsx';
import { OneRow } from './one-row.tsx';
import { useReshaping } from './reshape.ts';
import { RowNumbersForm } from './row-numbers.tsx';
import { AlternateStage, AreaStage, EndsStage, LOOK_NAMES } from './row-stages.tsx';
import { TimeStage } from './time-stage.tsx';
import { useChoices } from './use-choices.ts';
import type { KnownDensity } from './use-density.ts';

interface Props {
  readonly set: RowSetRecord | undefined;
  readonly planned: ShownRows | undefined;
  readonly records: PlanRecords;
  readonly design: DesignAnswer | undefined;
  readonly row: number | null;
  readonly onRow: (row: number | null) => void;
  /** Null when nothing is stitched, undefined while it is worked out. */
  readonly density: KnownDensity['density'];
  readonly picture: KnownDensity['picture'];
  readonly heat: boolean;
  readonly onHeat: (shown: boolean) => void;
  readonly onGap: () => void;
  readonly choosing: boolean;
  readonly onChoosing: (choosing: boolean) => void;
}

/** The rows' card: what matters and its answers first, then the numbers, then the stages. */
export function RowsCard(props: Props) {
  const { set, planned, design, choosing, onChoosing } = props;
  const working = useReshaping((state) => state.working);
  if (!set || !planned) {
    return (
      <aside className="card" aria-label="Rows card">
        <Title order={2} size="h4">
          Rows over the whole top
        </Title>
        <Text mt="sm">
          {set || working
            ? 'laying the rows…'
            : 'Choose a design below: it is laid in rows from edge to edge. Then say what matters, and compare the answers.'}
        </Text>
        {(set !== undefined || working) && <Loader size="sm" mt="sm" aria-label="working" />}
      </aside>
    );
  }
  return (
    <aside className="card" aria-label="Rows card" aria-busy={working}>
      <Group justify="space-between" wrap="nowrap">
        <Title order={2} size="h4">
          {design?.name ?? 'A design no longer in the library'}
        </Title>
        <Button size="compact-sm" variant="default" onClick={() => onChoosing(!choosing)}>
          {choosing ? 'Keep it' : 'Change'}
        </Button>
      </Group>
      <Laid {...props} set={set} planned={planned} />
    </aside>
  );
}

function Laid({
  set,
  planned,
  records,
  design,
  row,
  onRow,
  density,
  picture,
  heat,
  onHeat,
  onGap,
}: Props & { readonly set: RowSetRecord; readonly planned: ShownRows }) {
  const style = useLengthStyle();
  const paper = useSheetPaper();
  const choices = useChoices(set, records);
  const [stage, setStage] = useState<string | null>(null);
  const quiltId = usePlan((state) => state.quiltId ?? '');
  const { loading, batting } = quiltOf(records);
  const toggle = (name: string) => ({
    open: stage === name,
    onToggle: (): void => setStage(stage === name ? null : name),
  });
  const maker: Maker = { source: 'rowSets', record: set.id };
  const shown = usePlanned(({ byRecord }) => byRecord[recordId(maker)]);
  const { totals } = planned;
  const spacing = density && density.spacing > 0 ? density.spacing : null;
  return (
    <>
      {totals && (
        <Text size="sm" data-testid="row-totals">
          {[
            counted(planned.rows.length, 'row'),
            `${formatCount(totals.stitches)} stitches`,
            formatDuration(totals.seconds),
            `${trimmed(totals.thread / 1000, 0)} m of thread`,
            counted(planned.bobbinChanges.length + 1, 'bobbin'),
            counted(totals.cuts, 'cut'),
            counted(planned.passes, 'pass'),
          ].join(', ')}
          .
        </Text>
      )}
      <Stitched set={set} quiltId={quiltId} />
      <Answers set={set} choices={choices} />
      <RowNumbersForm set={set} planned={planned} />
      <div style={{ marginTop: 12 }}>
        <Stage name="Rows" line={alternateLine(set)} {...toggle('rows')}>
          <AlternateStage set={set} />
        </Stage>
        <Stage name="Ends" line={endsLine(set, style)} {...toggle('ends')}>
          <EndsStage set={set} design={design} />
        </Stage>
        <Stage name="Area" line={areaLine(set, records)} {...toggle('area')}>
          <AreaStage set={set} />
        </Stage>
        <Stage name="Loading" line={loading === 'upright' ? 'upright' : 'turned 90°'} {...toggle('loading')}>
          <LoadingStage set={set} records={records} design={design} />
        </Stage>
        <Stage
          name="Batting"
          line={`${fibreName(batting.fibre).toLowerCase()}, draw-in ${trimmed(100 * batting.drawIn, 2)} %`}
          {...toggle('batting')}
        >
          <BattingStage planned={planned} spacing={spacing} />
        </Stage>
        <Stage name="Keep out" line={maskedLine(records.keepOuts, maskedSum(shown))} {...toggle('mask')}>
          <RejoinForm
            owner={maker}
            rule={set.mask}
            onRule={(mark, change) => edit(mark, changeRows(set.id, { mask: { ...set.mask, ...change } }))}
          />
        </Stage>
        <Stage
          name="Stitch"
          line={`${trimmed(set.stitch.stitchesPerInch, 1)} SPI · ties ${TIE_NAMES[set.stitch.tieOff]}`}
          {...toggle('stitch')}
        >
          <StitchForm
            stitch={set.stitch}
            onSet={(mark, stitch) => edit(mark, changeRows(set.id, { stitch }))}
            onDrag={(stitch) => preview(changeRows(set.id, { stitch }))}
          />
        </Stage>
        <Stage
          name="Time"
          line={
            totals
              ? `${formatDuration(totals.seconds)} · ${counted(planned.bobbinChanges.length, 'bobbin change')}`
              : '…'
          }
          {...toggle('time')}
        >
          <TimeStage planned={planned} />
        </Stage>
        <Stage
          name="Density"
          line={
            density
              ? `widest gap ${formatLength(density.widest.diameter, style)}${planned.gaps.within === 0 ? '' : `, ${evenness(planned.gaps.between / planned.gaps.within)}`}`
              : density === null
                ? 'nothing is stitched'
                : 'measuring…'
          }
          {...toggle('density')}
        >
          <DensityStage
            records={records}
            planned={planned}
            density={density}
            picture={picture}
            shown={heat}
            onShow={onHeat}
            onGoTo={onGap}
          />
        </Stage>
        <Stage name="One row" line={exceptionsLine(set)} {...toggle('row')}>
          <OneRow set={set} planned={planned} row={row} onRow={onRow} loading={loading} />
        </Stage>
      </div>
      <Group mt="md" gap="xs">
        <Button
          component="a"
          href={api.rowSheetAddress(quiltId, style, paper)}
          download
          size="xs"
          variant="default"
          leftSection={<IconFileTypePdf size={16} />}
        >
          Row sheet (PDF)
        </Button>
        <Button
          variant="subtle"
          color="rowan"
          size="xs"
          leftSection={<IconTrash size={16} />}
          onClick={() => edit('take the rows out', removeRows)}
        >
          Take the rows out
        </Button>
      </Group>
    </>
  );
}

const isOf = (set: RowSetRecord, pieceId: string): boolean => {
  const ref = pieceRef(pieceId);
  return ref?.source === 'rowSets' && ref.record === set.id;
};

/** Says so when some of the rows lie on the cloth already. */
function Stitched({ set, quiltId }: { readonly set: RowSetRecord; readonly quiltId: string }) {
  const runs = useRuns(quiltId).data ?? [];
  const begun = runs.filter((run) => run.state.stitch > 0 && isOf(set, run.pieceId));
  if (begun.length === 0) return null;
  return (
    <Alert color="gorse" mt="xs" p="xs">
      {begun.length === 1 ? 'One run of these rows is' : `${begun.length} runs of these rows are`} stitched, wholly or
      in part. What lies on the cloth stays where it is: changing the rows now moves the plan away from it.
    </Alert>
  );
}

function alternateLine({ look, alternate }: RowSetRecord): string {
  const all = look === 'same' ? '' : `${LOOK_NAMES[look]}; `;
  if (alternate.look === 'same' && alternate.shift === 0) return `${all}all alike`;
  const shift = alternate.shift === 0 ? '' : `shifted ${trimmed(100 * alternate.shift, 1)} %`;
  const turn = alternate.look === 'same' ? '' : LOOK_NAMES[alternate.look];
  return `${all}every second ${[turn, shift].filter(Boolean).join(', ')}`;
}

function endsLine({ area, overhang, sewing }: RowSetRecord, style: LengthStyle): string {
  const where = area.insideBorder ? 'stop at the border' : `${formatLength(overhang, style)} off the edge`;
  const way = sewing.joined ? 'joined' : sewing.backAndForth ? 'back and forth' : 'left to right';
  return `${where}, ${way}`;
}

function areaLine({ area, last }: RowSetRecord, { regions }: PlanRecords): string {
  const parts = [
    area.insideBorder ? 'inside the border' : 'whole top',
    area.fromRegionId === null ? '' : `from ${regions[area.fromRegionId]?.name ?? 'a seam'}`,
    area.leaveOut.length === 0 ? '' : `${area.leaveOut.length} left out`,
    last === 'whole' ? '' : last === 'cut' ? 'last row cut' : 'last row squeezed',
  ];
  return parts.filter(Boolean).join(', ');
}

function exceptionsLine({ exceptions }: RowSetRecord): string {
  if (exceptions.length === 0) return 'none changed by hand';
  return `${exceptions.length} changed by hand: ${exceptions.map((one) => one.row + 1).join(', ')}`;
}
