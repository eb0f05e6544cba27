import { type Bounds, clothPoint, outlineOf, type PlanProblem, quiltOf } from '@gorse/core';
import { Button, Group, Switch, Text } from '@mantine/core';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import { type StoreApi, useStore } from 'zustand';
import { ClothStage } from '../../../canvas/cloth-stage.tsx';
import { Drawn, Handles } from '../../../canvas/drawing-marks.tsx';
import { KeepOutMark } from '../../../canvas/keep-out-marks.tsx';
import { Halo } from '../../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../../canvas/patches.tsx';
import { cancel, usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { RollStrip } from '../../roll-strip/roll-strip.tsx';
import { ChecksTray } from '../checks-tray.tsx';
import { PlannedThread } from '../planned-thread.tsx';
import { KeepOutCard } from './keep-out-card.tsx';
import { handlesOf, type KeepOutHand, makeKeepOutHand } from './keep-out-hand.ts';
import { KeepOuts } from './masked-marks.tsx';

/** So much of the cloth is seen about what a check shows, mm to either side. */
const CLOSE = 200;
/** A point is near enough to be taken, px: by a finger too. */
const REACH = 14;

/** What stitches are kept out of. `rail` is the choice of tools, shown over the cloth. */
export function KeepOutsLayout({ rail }: { readonly rail: ReactNode }) {
  const [hand] = useState(makeKeepOutHand);
  const [focus, setFocus] = useState<Bounds | null>(null);
  useEffect(() => () => cancel(), []);
  const show = useCallback(
    ({ at }: PlanProblem): void =>
      setFocus({ minX: at.x - CLOSE, minY: at.y - CLOSE, maxX: at.x + CLOSE, maxY: at.y + CLOSE }),
    [],
  );
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <KeepOutsCloth hand={hand} focus={focus} onUnfocus={() => setFocus(null)} />
          {rail}
        </div>
        <div>
          <DrawBar hand={hand} />
          <ChecksTray onShow={show} />
        </div>
      </div>
      <KeepOutCard hand={hand} />
    </div>
  );
}

/** What to do while one is drawn. */
function DrawBar({ hand }: { readonly hand: StoreApi<KeepOutHand> }) {
  const { draws, points, curved, take, setCurved, finish } = useStore(hand);
  if (!draws) return null;
  return (
    <Group className="tool-bar" gap="sm" role="group" aria-label="With this tool">
      <Text size="sm" style={{ flex: '1 1 260px' }}>
        Click round what is to be kept free; the first point again, or Enter, closes it.
      </Text>
      <Switch label="Smooth here" checked={curved} onChange={({ currentTarget }) => setCurved(currentTarget.checked)} />
      <Button size="compact-sm" disabled={points.length < 3} onClick={finish}>
        Close it (Enter)
      </Button>
      <Button size="compact-sm" variant="default" onClick={() => take(false)}>
        Cancel (Esc)
      </Button>
    </Group>
  );
}

function KeepOutsCloth({
  hand,
  focus,
  onUnfocus,
}: {
  readonly hand: StoreApi<KeepOutHand>;
  readonly focus: Bounds | null;
  readonly onUnfocus: () => void;
}) {
  const { chosenId, regionId, points, pointer, hover, pick, press, key } = useStore(hand);
  const { size } = usePlan(({ records }) => quiltOf(records).map);
  const regions = usePlan(({ records }) => records.regions);
  const chosen = usePlan(({ records }) => (chosenId === null ? undefined : records.keepOuts[chosenId]));
  const outlines = usePlanned((state) => state.outlines);
  const patches = useMemo(() => plannedPatches(Object.values(regions)), [regions]);
  const region = regionId === null ? undefined : regions[regionId];
  return (
    <ClothStage
      space={clothPoint}
      beyond={0.25}
      bounds={{ minX: 0, minY: 0, maxX: size.width, maxY: size.length }}
      focus={focus}
      follow={focus !== null}
      label="The quilt. Click a keep-out, or a patch that stitches should stay out of; F shows the whole quilt"
      onPick={(p, { scale }) => {
        onUnfocus();
        pick(p, REACH / scale);
      }}
      onHover={hover}
      onPress={(p, { scale }) => press(p, REACH / scale)}
      onKey={(event) => {
        if (key(event.key, event.shiftKey)) event.preventDefault();
      }}
      ground={({ scale }) => (
        <>
          <Patches patches={patches} scale={scale} />
          <KeepOuts without={chosenId} scale={scale} />
        </>
      )}
      thread={(on) => <PlannedThread on={on} />}
    >
      {({ scale }) => (
        <>
          {region && <Halo ring={outlineOf(region.shape)} scale={scale} />}
          {chosen && (
            <KeepOutMark keepOut={chosen} regions={regions} outline={outlines[chosen.id]} isChosen scale={scale} />
          )}
          {chosen && <Handles shape={handlesOf(chosen)} scale={scale} />}
          <Drawn points={points} pointer={pointer} words="" middleX={size.width / 2} scale={scale} />
        </>
      )}
    </ClothStage>
  );
}
