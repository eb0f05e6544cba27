import type { DesignAnswer } from '@gorse/contract';
import {
  type Bounds,
  insideRing,
  type LengthStyle,
  type Loading,
  MM_PER_INCH,
  type PlanProblem,
  type Point,
  quiltOf,
  recordId,
  ringBounds,
} from '@gorse/core';
import { Text } from '@mantine/core';
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useState } from 'react';
import { useDesigns } from '../../../api/queries.ts';
import { ClothStage } from '../../../canvas/cloth-stage.tsx';
import { GapMark, HeatLayer } from '../../../canvas/heat-layer.tsx';
import { RunEnds } from '../../../canvas/marks.tsx';
import { Patches, plannedPatch } from '../../../canvas/patches.tsx';
import { Moved, RowBox } from '../../../canvas/row-marks.tsx';
import { Thread } from '../../../canvas/thread.tsx';
import { cancel, edit, usePlan } from '../../../document/plan-store.ts';
import { changeRow, rowSetOf } from '../../../document/rows.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { MOORLAND } from '../../../ui/theme.ts';
import { RollStrip } from '../../roll-strip/roll-strip.tsx';
import { ChecksTray } from '../checks-tray.tsx';
import { DesignDrawer } from '../design-drawer.tsx';
import { PlannedThread } from '../planned-thread.tsx';
import { layRowsOf } from './reshape.ts';
import { RowsCard } from './rows-card.tsx';
import { useDensity } from './use-density.ts';
import { besideWords, movedWords } from './row-words.ts';
import { asRowMove, drawnBy, moveRow, type RowDrag, useRowDrag } from './use-row-drag.ts';

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};

const NONE: readonly DesignAnswer[] = [];
const NO_PROBLEMS: readonly PlanProblem[] = [];

/** Rows of one design over the top. `rail` is the choice of tools, shown over the cloth. */
export function RowsLayout({ rail }: { readonly rail: ReactNode }) {
  const records = usePlan((state) => state.records);
  const byRecord = usePlanned((state) => state.byRecord);
  const designs = useDesigns().data ?? NONE;
  const style = useLengthStyle();
  const [row, setRow] = useState<number | null>(null);
  const [heat, setHeat] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [focus, setFocus] = useState<Bounds | null>(null);
  const density = useDensity(records);
  const set = rowSetOf(records);
  const shown = set && byRecord[recordId({ source: 'rowSets', record: set.id })];
  const planned = shown?.rows ?? undefined;
  const { drag, begin, cancel: cancelDrag } = useRowDrag(set, records);
  useEffect(() => () => cancel(), []);

  const patches = useMemo(() => Object.values(records.regions).map(plannedPatch), [records.regions]);
  const quilt = quiltOf(records);
  const { size } = quilt.map;
  const chosen = planned?.rows.find((one) => one.row === row);
  const pieceOf = (at: number | null) => planned?.rows.find((one) => one.row === at)?.pieceId;
  const isAlone = (pieceId: string): boolean => planned?.rows.filter((one) => one.pieceId === pieceId).length === 1;
  const carried = drag && shown?.pieces.find(({ id }) => id === pieceOf(drag.row) && isAlone(id));

  const rowAt = (p: Point): number | null => {
    const hits = (planned?.rows ?? []).filter((one) => insideRing(one.ring, p.x, p.y));
    // Nested boxes overlap: the one whose middle is nearest is meant.
    const off = (ring: readonly Point[]): number => {
      const { minX, minY, maxX, maxY } = ringBounds(ring);
      return quilt.loading === 'upright' ? Math.abs(p.y - (minY + maxY) / 2) : Math.abs(p.x - (minX + maxX) / 2);
    };
    return hits.sort((a, b) => off(a.ring) - off(b.ring))[0]?.row ?? null;
  };
  const press = (p: Point) => (row !== null && chosen && insideRing(chosen.ring, p.x, p.y) ? begin(row, p) : null);
  const key = (event: KeyboardEvent): void => {
    const step = (MM_PER_INCH / 16) * (event.shiftKey ? 4 : 1);
    const arrow = ARROWS[event.key];
    const all = planned?.rows.map((one) => one.row) ?? [];
    const at = row === null ? -1 : all.indexOf(row);
    if (event.key === 'PageDown') setRow(all[Math.min(all.length - 1, at + 1)] ?? null);
    else if (event.key === 'PageUp') setRow(all[Math.max(0, at - 1)] ?? null);
    else if (event.key === 'Escape') {
      if (drag) cancelDrag();
      else setRow(null);
    } else if (arrow && set && row !== null) {
      const by = { x: arrow[0] * step, y: arrow[1] * step };
      moveRow(set, row, asRowMove(quilt.loading, by, event.altKey));
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && set && row !== null)
      edit(`drop row ${row + 1}`, changeRow(set.id, row, { dropped: true }));
    else return;
    event.preventDefault();
  };
  const lookAt = (at: Point, reach: number): void =>
    setFocus({ minX: at.x - reach, minY: at.y - reach, maxX: at.x + reach, maxY: at.y + reach });
  const show = ({ subject, at, amount }: PlanProblem): void => {
    if (subject.kind === 'rowSet') setRow(subject.row);
    lookAt(at, Math.max(150, amount));
  };

  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            beyond={0.25}
            bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
            focus={focus ?? (chosen ? ringBounds(chosen.ring) : null)}
            follow={focus !== null}
            label="The quilt. Page Down chooses the next row, arrow keys up and down move it, Z zooms to it, F shows the whole quilt"
            onPick={(p) => {
              setRow(rowAt(p));
              setFocus(null);
            }}
            onPress={press}
            onKey={key}
            ground={(view) => (
              <>
                <Patches patches={patches} scale={view.scale} />
                {heat && density && <HeatLayer map={density.map} />}
              </>
            )}
            overlay={() => (drag ? <DragHint drag={drag} loading={quilt.loading} style={style} /> : null)}
          >
            {(view) => (
              <>
                <PlannedThread scale={view.scale} without={carried?.id ?? null} opacity={heat ? 0.45 : 1} />
                {heat && density && <GapMark {...density.widest} scale={view.scale} />}
                {chosen && (
                  <Moved by={drag ? drawnBy(records, drag) : { x: 0, y: 0 }}>
                    <RowBox ring={chosen.ring} odd={chosen.odd !== null} scale={view.scale} />
                    {carried && (
                      <Thread
                        runs={carried.needle}
                        levels={carried.levels}
                        scale={view.scale}
                        colour={MOORLAND.slate}
                        look="thread"
                      />
                    )}
                  </Moved>
                )}
                {!drag &&
                  shown?.pieces
                    .filter(({ id }) => row !== null && id === pieceOf(row))
                    .flatMap(({ id, needle }) =>
                      needle.map((line, i) => <RunEnds key={`${id} ${i}`} run={line} scale={view.scale} />),
                    )}
              </>
            )}
          </ClothStage>
          {rail}
        </div>
        <div>
          {(!set || choosing) && (
            <DesignDrawer
              designs={designs}
              first="edgeToEdge"
              chosenId={set?.designId ?? null}
              onChoose={(designId) => {
                setChoosing(false);
                void layRowsOf(designId);
              }}
            />
          )}
          <ChecksTray more={density?.problems ?? NO_PROBLEMS} onShow={show} />
        </div>
      </div>
      <RowsCard
        set={set}
        planned={planned}
        records={records}
        design={designs.find((one) => one.id === set?.designId)}
        row={row}
        onRow={setRow}
        density={density}
        heat={heat}
        onHeat={setHeat}
        onGap={() => density && lookAt(density.widest.centre, density.widest.diameter)}
        choosing={choosing}
        onChoosing={setChoosing}
      />
    </div>
  );
}

function DragHint({
  drag,
  loading,
  style,
}: {
  readonly drag: RowDrag;
  readonly loading: Loading;
  readonly style: LengthStyle;
}) {
  const beside = [besideWords(drag.above, 0, loading, style), besideWords(drag.below, 1, loading, style)];
  return (
    <div role="status" className="hint">
      <Text fw={700}>
        Row {drag.row + 1}: {movedWords(drag, loading, style).join(' and ') || 'where it was'}
      </Text>
      <Text size="sm">
        {beside.filter(Boolean).join(', ')}
        {drag.along === 0 && ' · hold Alt or Ctrl to move it sideways too'}
      </Text>
    </div>
  );
}
