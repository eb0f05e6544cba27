import type { DesignAnswer } from '@gorse/contract';
import {
  borderPatchId,
  type Bounds,
  type ClothPoint,
  inLayers,
  patchAt,
  type PlanProblem,
  quiltOf,
  SIDES,
  stripKinds,
} from '@gorse/core';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import { useDesigns } from '../../../api/queries.ts';
import {
  borderSetOf,
  changeBorder,
  newBorderSet,
  placeOf,
  setBorder,
  type SetPlace,
} from '../../../document/borders.ts';
import { cancel, edit, usePlan } from '../../../document/plan-store.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { RollStrip } from '../../roll-strip/roll-strip.tsx';
import { ChecksTray } from '../checks-tray.tsx';
import { DesignDrawer } from '../design-drawer.tsx';
import { BorderCard, type Choosing } from './border-card.tsx';
import { BordersCloth } from './borders-cloth.tsx';
import { placesOn } from '../places.ts';

/** So much of the cloth is seen about what a check shows, mm to either side. */
const CLOSE = 200;
const NONE: readonly DesignAnswer[] = [];

/** One design round a border of the map, or along its strips of a kind. `rail` is the choice of tools, shown over the cloth. What a gesture changes is read by the parts that show it. */
export function BordersLayout({ rail }: { readonly rail: ReactNode }) {
  const designs = useDesigns().data ?? NONE;
  const map = usePlan(({ records }) => quiltOf(records).map);
  const regions = usePlan(({ records }) => records.regions);
  const style = useLengthStyle();
  const kinds = useMemo(() => stripKinds(Object.values(regions)), [regions]);
  const places = useMemo(() => placesOn(map, kinds, style), [map, kinds, style]);
  // What was chosen may be gone from the map; the outermost border is the first to be thought of.
  const [wanted, want] = useState<SetPlace>(map.borders.length - 1);
  const place = places.some((one) => one.place === wanted)
    ? wanted
    : (places[map.borders.length - 1]?.place ?? places[0]?.place ?? 0);
  const [choosing, setChoosing] = useState<Choosing>(null);
  const [focus, setFocus] = useState<Bounds | null>(null);
  const set = usePlan(({ records }) => borderSetOf(records, place)?.id);
  const designId = usePlan(({ records }) => borderSetOf(records, place)?.designId ?? null);
  const cornerDesignId = usePlan(({ records }) => borderSetOf(records, place)?.cornerDesignId ?? null);
  useEffect(() => () => cancel(), []);
  const pick = useCallback(
    (p: ClothPoint): void => {
      setFocus(null);
      const { records } = usePlan.getState();
      const hit = patchAt(inLayers(Object.values(records.regions)), p);
      const at = quiltOf(records).map.borders.findIndex((_, i) =>
        SIDES.some((side) => borderPatchId(i, side) === hit?.id),
      );
      const kind = kinds.find(({ strips }) => strips.some(({ patches }) => hit && patches.includes(hit.id)));
      if (at >= 0) want(at);
      else if (kind) want(kind.id);
    },
    [kinds],
  );
  const show = useCallback(({ subject, at }: PlanProblem): void => {
    const found = subject.kind === 'borderSet' ? usePlan.getState().records.borderSets[subject.id] : undefined;
    if (found) want(placeOf(found));
    setFocus({ minX: at.x - CLOSE, minY: at.y - CLOSE, maxX: at.x + CLOSE, maxY: at.y + CLOSE });
  }, []);
  const choose = (chosen: string): void => {
    if (set === undefined) edit('border', setBorder(newBorderSet(place, chosen)));
    else if (choosing === 'corner') edit('corner design', changeBorder(set, { cornerDesignId: chosen }));
    else edit('design of the border', changeBorder(set, { designId: chosen }));
    setChoosing(null);
  };
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <BordersCloth place={place} focus={focus} onPick={pick} />
          {rail}
        </div>
        <div>
          {places.length > 0 && (set === undefined || choosing !== null) && (
            <DesignDrawer
              designs={designs}
              first={choosing === 'corner' ? 'corner' : 'border'}
              chosenId={choosing === 'corner' ? cornerDesignId : designId}
              onChoose={choose}
            />
          )}
          <ChecksTray onShow={show} />
        </div>
      </div>
      <BorderCard {...{ place, places, designs, choosing }} onPlace={want} onChoosing={setChoosing} />
    </div>
  );
}
