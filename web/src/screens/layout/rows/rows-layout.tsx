import type { DesignAnswer } from '@gorse/contract';
import { type Bounds, type PlanProblem, type Point, recordId } from '@gorse/core';
import { type ReactNode, useEffect, useState } from 'react';
import { useDesigns } from '../../../api/queries.ts';
import { cancel, usePlan } from '../../../document/plan-store.ts';
import { rowSetOf } from '../../../document/rows.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { RollStrip } from '../../roll-strip/roll-strip.tsx';
import { ChecksTray } from '../checks-tray.tsx';
import { DesignDrawer } from '../design-drawer.tsx';
import { layRowsOf } from './reshape.ts';
import { RowsCard } from './rows-card.tsx';
import { RowsCloth } from './rows-cloth.tsx';
import { useDensity } from './use-density.ts';

const NONE: readonly DesignAnswer[] = [];
const NO_PROBLEMS: readonly PlanProblem[] = [];

/** Rows of one design over the top. `rail` is the choice of tools, shown over the cloth. */
export function RowsLayout({ rail }: { readonly rail: ReactNode }) {
  const records = usePlan((state) => state.records);
  const byRecord = usePlanned((state) => state.byRecord);
  const designs = useDesigns().data ?? NONE;
  const [row, setRow] = useState<number | null>(null);
  const [heat, setHeat] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [focus, setFocus] = useState<Bounds | null>(null);
  const { density, picture } = useDensity(records, heat);
  const set = rowSetOf(records);
  const shown = set && byRecord[recordId({ source: 'rowSets', record: set.id })];
  useEffect(() => () => cancel(), []);

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
          <RowsCloth
            records={records}
            set={set}
            shown={shown}
            row={row}
            onRow={setRow}
            focus={focus}
            onUnfocus={() => setFocus(null)}
            density={density}
            picture={picture}
            heat={heat}
          />
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
        planned={shown?.rows ?? undefined}
        records={records}
        design={designs.find((one) => one.id === set?.designId)}
        row={row}
        onRow={setRow}
        density={density}
        picture={picture}
        heat={heat}
        onHeat={setHeat}
        onGap={() => density && lookAt(density.widest.centre, density.widest.diameter)}
        choosing={choosing}
        onChoosing={setChoosing}
      />
    </div>
  );
}
