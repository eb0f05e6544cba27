import { clothPoint, outlineOf, quiltOf, recordId, ringBounds } from '@gorse/core';
import { memo, useMemo } from 'react';
import { type StoreApi, useStore } from 'zustand';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { AlikeMarks, FitGrid, Halo, RunEnds } from '../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../canvas/patches.tsx';
import { placementIn } from '../../document/recipes.ts';
import { usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useAlike } from './family-part.tsx';
import { pickMasked } from './keep-outs/mask-hand.ts';
import { KeepOuts, Masked } from './keep-outs/masked-marks.tsx';
import type { PatchesHand } from './patches-hand.ts';
import { Pins, pressPin } from './pins.tsx';
import { PlannedThread } from './planned-thread.tsx';

/** The quilt: patches are chosen and filled with a click or the keys. */
export const PatchesCloth = memo(function PatchesCloth({
  hand,
  fitting,
}: {
  readonly hand: StoreApi<PatchesHand>;
  /** The fit is looked at. */
  readonly fitting: boolean;
}) {
  const { regionId, pick, press } = useStore(hand);
  const { size } = usePlan((state) => quiltOf(state.records).map);
  const regions = usePlan((state) => state.records.regions);
  const patches = useMemo(() => plannedPatches(Object.values(regions)), [regions]);
  const region = regionId === null ? undefined : regions[regionId];
  const ring = region && outlineOf(region.shape);
  const alike = useAlike(region);
  const alikeRings = useMemo(() => alike.map(({ shape }) => outlineOf(shape)), [alike]);
  return (
    <ClothStage
      space={clothPoint}
      beyond={0.25}
      bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
      focus={ring ? ringBounds(ring) : null}
      label="The quilt. Arrow keys select a patch, Z zooms to it, F shows the whole quilt"
      onPick={(p, { scale }) => {
        if (!pickMasked(p, scale)) pick(p);
      }}
      onPress={(p, view) => (fitting && regionId !== null ? pressPin(regionId, p, view) : null)}
      // What is chosen changes seldom: it lies under the thread, so that it isn't drawn again with every step of a drag.
      ground={(view) => (
        <>
          <Patches patches={patches} scale={view.scale} />
          <AlikeMarks rings={alikeRings} scale={view.scale} />
          <KeepOuts scale={view.scale} />
          {ring && <Halo ring={ring} scale={view.scale} />}
        </>
      )}
      thread={(on) => <PlannedThread on={on} />}
      onKey={(event) => {
        if (press(event.key)) event.preventDefault();
      }}
    >
      {(view) => (
        <>
          <Masked scale={view.scale} />
          {region && <ChosenMarks regionId={region.id} fitting={fitting} scale={view.scale} />}
          {region && fitting && <Pins regionId={region.id} scale={view.scale} />}
        </>
      )}
    </ClothStage>
  );
});

/** Start, end and fit of the chosen patch's design. */
function ChosenMarks({
  regionId,
  fitting,
  scale,
}: {
  readonly regionId: string;
  readonly fitting: boolean;
  readonly scale: number;
}) {
  const placement = usePlan((state) => placementIn(state.records, regionId));
  const chosen = usePlanned(
    (state) => placement && state.byRecord[recordId({ source: 'placements', record: placement.id })],
  );
  return (
    <>
      {fitting && chosen?.fit && <FitGrid grid={chosen.fit.grid} scale={scale} />}
      {chosen?.pieces
        .flatMap(({ needle }) => needle)
        .map((run, i) => (
          <RunEnds key={i} run={run} scale={scale} />
        ))}
    </>
  );
}
