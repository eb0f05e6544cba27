import type { DesignAnswer } from '@gorse/contract';
import {
  borderPatchId,
  type Bounds,
  type ClothPoint,
  clothPoint,
  inLayers,
  outlineOf,
  patchAt,
  type PlanProblem,
  quiltOf,
  recordId,
  SIDES,
} from '@gorse/core';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { useDesigns } from '../../../api/queries.ts';
import { ClothStage } from '../../../canvas/cloth-stage.tsx';
import { AlikeMarks, RunEnds } from '../../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../../canvas/patches.tsx';
import { borderSetOf, changeBorder, newBorderSet, setBorder } from '../../../document/borders.ts';
import { cancel, edit, usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { RollStrip } from '../../roll-strip/roll-strip.tsx';
import { ChecksTray } from '../checks-tray.tsx';
import { DesignDrawer } from '../design-drawer.tsx';
import { PlannedThread } from '../planned-thread.tsx';
import { BorderCard, type Choosing } from './border-card.tsx';

/** So much of the cloth is seen about what a check shows, mm to either side. */
const CLOSE = 200;
const NONE: readonly DesignAnswer[] = [];

/** One design round a border of the map. `rail` is the choice of tools, shown over the cloth. */
export function BordersLayout({ rail }: { readonly rail: ReactNode }) {
  const records = usePlan((state) => state.records);
  const designs = useDesigns().data ?? NONE;
  const { size, borders } = quiltOf(records).map;
  // What was chosen may be gone from the map.
  const [wanted, setBorderAt] = useState(borders.length - 1);
  const border = Math.min(wanted, borders.length - 1);
  const [choosing, setChoosing] = useState<Choosing>(null);
  const [focus, setFocus] = useState<Bounds | null>(null);
  const set = borderSetOf(records, border);
  const shown = usePlanned(({ byRecord }) => set && byRecord[recordId({ source: 'borderSets', record: set.id })]);
  useEffect(() => () => cancel(), []);
  const patches = useMemo(() => plannedPatches(Object.values(records.regions)), [records.regions]);
  const rings = useMemo(
    () =>
      SIDES.flatMap((side) => {
        const region = records.regions[borderPatchId(border, side)];
        return region ? [outlineOf(region.shape)] : [];
      }),
    [records.regions, border],
  );
  const pick = (p: ClothPoint): void => {
    setFocus(null);
    const hit = patchAt(inLayers(Object.values(records.regions)), p);
    const at = borders.findIndex((_, i) => SIDES.some((side) => borderPatchId(i, side) === hit?.id));
    if (at >= 0) setBorderAt(at);
  };
  const choose = (designId: string): void => {
    if (!set) edit('border', setBorder(newBorderSet(border, designId)));
    else
      edit(
        `${choosing ?? 'design'} of the border`,
        changeBorder(set.id, choosing === 'corner' ? { cornerDesignId: designId } : { designId }),
      );
    setChoosing(null);
  };
  const show = ({ subject, at }: PlanProblem): void => {
    const found = subject.kind === 'borderSet' ? records.borderSets[subject.id] : undefined;
    if (found) setBorderAt(found.border);
    setFocus({ minX: at.x - CLOSE, minY: at.y - CLOSE, maxX: at.x + CLOSE, maxY: at.y + CLOSE });
  };
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            space={clothPoint}
            beyond={0.25}
            focus={focus}
            follow={focus !== null}
            bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
            label="The quilt. Click a border to choose it; F shows the whole quilt"
            onPick={pick}
            ground={(view) => <Patches patches={patches} scale={view.scale} />}
            thread={(on) => <PlannedThread on={on} />}
          >
            {({ scale }) => (
              <>
                <AlikeMarks rings={rings} scale={scale} />
                {shown?.pieces
                  .flatMap(({ needle }) => needle)
                  .map((run, i) => (
                    <RunEnds key={i} run={run} scale={scale} />
                  ))}
              </>
            )}
          </ClothStage>
          {rail}
        </div>
        <div>
          {borders.length > 0 && (!set || choosing !== null) && (
            <DesignDrawer
              designs={designs}
              first={choosing === 'corner' ? 'corner' : 'border'}
              chosenId={(choosing === 'corner' ? set?.cornerDesignId : set?.designId) ?? null}
              onChoose={choose}
            />
          )}
          <ChecksTray onShow={show} />
        </div>
      </div>
      <BorderCard
        {...{ records, border, set, shown, designs, choosing }}
        onBorder={setBorderAt}
        onChoosing={setChoosing}
      />
    </div>
  );
}
