import { type Bounds, type ClothPoint, clothPoint, outlineOf, quiltOf, recordId, stripPatches } from '@gorse/core';
import { memo, useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { ClothStage } from '../../../canvas/cloth-stage.tsx';
import { AlikeMarks, RunEnds } from '../../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../../canvas/patches.tsx';
import { borderSetOf, liesAt, type SetPlace } from '../../../document/borders.ts';
import { usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { pickMasked } from '../keep-outs/mask-hand.ts';
import { KeepOuts, Masked } from '../keep-outs/masked-marks.tsx';
import { PlannedThread } from '../planned-thread.tsx';

/** The quilt with the border, or the strips, that are worked. */
export const BordersCloth = memo(function BordersCloth({
  place,
  focus,
  onPick,
}: {
  readonly place: SetPlace;
  readonly focus: Bounds | null;
  readonly onPick: (p: ClothPoint) => void;
}) {
  const { size } = usePlan(({ records }) => quiltOf(records).map);
  const regions = usePlan(({ records }) => records.regions);
  const lies = usePlan(useShallow(({ records }) => liesAt(records, place)));
  const patches = useMemo(() => plannedPatches(Object.values(regions)), [regions]);
  const rings = useMemo(
    () =>
      stripPatches({ regions }, lies)
        .flatMap(({ patches }) => patches)
        .flatMap((id) => {
          const region = regions[id];
          return region ? [outlineOf(region.shape)] : [];
        }),
    [regions, lies],
  );
  return (
    <ClothStage
      space={clothPoint}
      beyond={0.25}
      bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
      focus={focus}
      follow={focus !== null}
      label="The quilt. Click a border or a strip to choose it; F shows the whole quilt"
      onPick={(p, { scale }) => {
        if (!pickMasked(p, scale)) onPick(p);
      }}
      ground={(view) => (
        <>
          <Patches patches={patches} scale={view.scale} />
          <AlikeMarks rings={rings} scale={view.scale} />
          <KeepOuts scale={view.scale} />
        </>
      )}
      thread={(on) => <PlannedThread on={on} />}
    >
      {({ scale }) => (
        <>
          <Masked scale={scale} />
          <Ends place={place} scale={scale} />
        </>
      )}
    </ClothStage>
  );
});

/** Where each of its lines starts and ends. */
function Ends({ place, scale }: { readonly place: SetPlace; readonly scale: number }) {
  const set = usePlan(({ records }) => borderSetOf(records, place)?.id);
  const shown = usePlanned(({ byRecord }) =>
    set === undefined ? undefined : byRecord[recordId({ source: 'borderSets', record: set })],
  );
  return shown?.pieces.flatMap(({ needle }) => needle).map((run, i) => <RunEnds key={i} run={run} scale={scale} />);
}
