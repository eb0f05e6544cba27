import {
  type Bounds,
  insideRing,
  type PlanRecords,
  type ClothPoint,
  clothPoint,
  quiltOf,
  ringBounds,
  type RowSetRecord,
} from '@gorse/core';
import { type ComponentProps, useMemo } from 'react';
import { ClothStage } from '../../../canvas/cloth-stage.tsx';
import { GapMark, HeatLayer } from '../../../canvas/heat-layer.tsx';
import { levelsOf } from '../../../canvas/levels.ts';
import { RunEnds } from '../../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../../canvas/patches.tsx';
import { Moved, RowBox } from '../../../canvas/row-marks.tsx';
import { Thread } from '../../../canvas/thread.tsx';
import { drawnBy } from '../../../tools/move-row.ts';
import type { ShownRecord } from '../../../planning-worker/shown.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { MOORLAND } from '../../../ui/theme.ts';
import { pickMasked } from '../keep-outs/mask-hand.ts';
import { KeepOuts, Masked } from '../keep-outs/masked-marks.tsx';
import { PlannedThread } from '../planned-thread.tsx';
import { DragHint } from './drag-hint.tsx';
import { type RowDrag, useRowDrag } from './use-row-drag.ts';
import { rowAt, rowKeys } from './row-keys.ts';
import type { KnownDensity } from './use-density.ts';

interface Props {
  readonly records: PlanRecords;
  readonly set: RowSetRecord | undefined;
  readonly shown: ShownRecord | undefined;
  readonly row: number | null;
  readonly onRow: (row: number | null) => void;
  readonly focus: Bounds | null;
  readonly onUnfocus: () => void;
  readonly density: KnownDensity['density'];
  readonly picture: KnownDensity['picture'];
  readonly heat: boolean;
}

/** The rows on the quilt: chosen with a click or Page Down, moved with the hand or the arrow keys. */
export function RowsCloth({ records, set, shown, row, onRow, focus, onUnfocus, density, picture, heat }: Props) {
  const style = useLengthStyle();
  const { drag, begin } = useRowDrag(set, records);
  const patches = useMemo(() => plannedPatches(Object.values(records.regions)), [records.regions]);
  const {
    loading,
    map: { size },
  } = quiltOf(records);
  const rows = shown?.rows?.rows ?? [];
  const chosen = rows.find((one) => one.row === row);
  const press = (p: ClothPoint) => (row !== null && chosen && insideRing(chosen.ring, p.x, p.y) ? begin(row, p) : null);
  const carried = drag ? carriedPiece(shown, drag) : undefined;
  return (
    <ClothStage
      space={clothPoint}
      beyond={0.25}
      bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
      focus={focus ?? (chosen ? ringBounds(chosen.ring) : null)}
      follow={focus !== null}
      label="The quilt. Page Down chooses the next row, arrow keys up and down move it, Z zooms to it, F shows the whole quilt"
      onPick={(p, { scale }) => {
        if (pickMasked(p, scale)) return;
        onRow(rowAt(rows, p, loading));
        onUnfocus();
      }}
      onPress={press}
      onKey={rowKeys(
        set,
        rows.map((one) => one.row),
        row,
        loading,
        onRow,
      )}
      ground={(view) => (
        <>
          <Patches patches={patches} scale={view.scale} />
          <KeepOuts scale={view.scale} />
          {heat && picture && <HeatLayer map={picture} />}
        </>
      )}
      thread={(on) => <PlannedThread on={on} without={carried?.id ?? null} opacity={heat ? 0.45 : 1} />}
      overlay={() => (drag ? <DragHint drag={drag} loading={loading} style={style} /> : null)}
    >
      {({ scale }) => (
        <>
          <Masked scale={scale} />
          {heat && density && <GapMark {...density.widest} scale={scale} />}
          {chosen && (
            <Moved by={drag ? drawnBy(records, drag) : { x: 0, y: 0 }}>
              <RowBox ring={chosen.ring} odd={chosen.odd !== null} scale={scale} />
              {carried && <Carried {...carried} scale={scale} />}
            </Moved>
          )}
          {!drag && <ChosenEnds shown={shown} row={row} scale={scale} />}
        </>
      )}
    </ClothStage>
  );
}

type Pieces = ShownRecord['pieces'];

/** The piece of a row. */
const pieceOf = (shown: ShownRecord | undefined, row: number | null): Pieces[number] | undefined => {
  const id = shown?.rows?.rows.find((one) => one.row === row)?.pieceId;
  return shown?.pieces.find((piece) => piece.id === id);
};

/** The piece that follows the hand: that of a dragged row which is stitched by itself. */
function carriedPiece(shown: ShownRecord | undefined, { row }: RowDrag): Pieces[number] | undefined {
  const piece = pieceOf(shown, row);
  const isAlone = shown?.rows?.rows.filter((one) => one.pieceId === piece?.id).length === 1;
  return isAlone ? piece : undefined;
}

function Carried({ needle, scale }: Pieces[number] & Pick<ComponentProps<typeof Thread>, 'scale'>) {
  const levels = useMemo(() => levelsOf(needle), [needle]);
  return <Thread runs={needle} levels={levels} scale={scale} colour={MOORLAND.slate} look="thread" />;
}

/** Where the chosen row's lines begin and end. */
const ChosenEnds = ({
  shown,
  row,
  scale,
}: {
  readonly shown: ShownRecord | undefined;
  readonly row: number | null;
  readonly scale: number;
}) =>
  (row === null ? [] : (pieceOf(shown, row)?.needle ?? [])).map((line, i) => (
    <RunEnds key={i} run={line} scale={scale} />
  ));
