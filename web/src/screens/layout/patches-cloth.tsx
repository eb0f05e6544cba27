import { clothPoint, outlineOf, quiltOf, recordId, ringBounds } from '@gorse/core';
import { memo, useMemo } from 'react';
import { type StoreApi, useStore } from 'zustand';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { AlikeMarks, FitGrid, Halo, PinMark, RunEnds } from '../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../canvas/patches.tsx';
import { placementIn } from '../../document/recipes.ts';
import { usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useAlike } from './family-part.tsx';
import type { PatchesHand } from './patches-hand.ts';
import { PlannedThread } from './planned-thread.tsx';
import { usePins } from './use-pins.ts';

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
  const { pins, press: pressPin } = usePins(fitting ? region : undefined);
  return (
    <ClothStage
      space={clothPoint}
      beyond={0.25}
      bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
      focus={ring ? ringBounds(ring) : null}
      label="The quilt. Arrow keys select a patch, Z zooms to it, F shows the whole quilt"
      onPick={pick}
      onPress={pressPin}
      ground={(view) => <Patches patches={patches} scale={view.scale} />}
      thread={(on) => <PlannedThread on={on} />}
      onKey={(event) => {
        if (press(event.key)) event.preventDefault();
      }}
    >
      {(view) => (
        <>
          <AlikeMarks rings={alikeRings} scale={view.scale} />
          {ring && <Halo ring={ring} scale={view.scale} />}
          {region && <ChosenMarks regionId={region.id} fitting={fitting} scale={view.scale} />}
          {pins.map((at, i) => (
            <PinMark key={i} at={at} scale={view.scale} />
          ))}
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
