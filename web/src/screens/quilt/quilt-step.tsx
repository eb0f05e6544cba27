import {
  blockOf,
  type Bounds,
  clothPoint,
  counted,
  formatLength,
  makeMap,
  mapTrouble,
  outlineOf,
  type PlanRecords,
  quiltOf,
  type RegionKind,
  ringBounds,
} from '@gorse/core';
import { Stack, Text, Title } from '@mantine/core';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { plannedPatches } from '../../canvas/patches.tsx';
import { PatchesOnPhoto } from '../../canvas/photo-layer.tsx';
import { takePatches } from '../../document/drawing.ts';
import { setBinding } from '../../document/passes.ts';
import { type Lost, lostBy, setMap, setMeasured } from '../../document/placing.ts';
import { photoOf } from '../../document/photo.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { photos } from '../../photo-worker/photos.ts';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { LoadingChoice } from '../passes/loading-choice.tsx';
import { PhotoCard } from '../photo/photo-card.tsx';
import { usePhotoFromAbove } from '../photo/use-photo.ts';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { BringOutlines } from '../outlines/bring-outlines.tsx';
import { ChosenPatch } from './chosen-patch.tsx';
import { Losing } from './losing.tsx';
import { FinishedSize, MapForm, type TopForm } from './map-form.tsx';
import { SETTING_KINDS } from './map-forms.ts';
import { MeasuredCard } from './measured-card.tsx';
import { chosenNow, make, makeMapHand } from './map-hand.ts';
import { MapMarks } from './map-marks.tsx';
import { MapRail, MapToolBar } from './map-rail.tsx';
import { withNextKind } from './own-kinds.ts';
import { SumsCard } from './sums-card.tsx';

/** So many pixels about a place are near enough to it. */
const NEAR = 10;

const KINDS: readonly (readonly [RegionKind, string])[] = [
  ['block', 'block patch'],
  ['setting', 'setting triangle'],
  ['sashing', 'sashing strip'],
  ['cornerstone', 'cornerstone'],
  ['border', 'border'],
  ['applique', 'appliqué piece'],
];

/** The quilt itself: its patches and measurements. */
export default function QuiltStep() {
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const quilt = quiltOf(records);
  const { name, map, measured } = quilt;
  const quiltId = usePlan((state) => state.quiltId) ?? '';
  const { size } = map;
  const [asked, ask] = useState<{ readonly next: PlanRecords; readonly lost: Lost } | null>(null);
  const setTop = (top: TopForm): void => {
    const trouble = mapTrouble(makeMap(top.setting, top.borders));
    if (trouble !== null) {
      tellError(new Error(trouble));
      return;
    }
    const next = setMap(top.setting, top.borders)(records);
    const lost = lostBy(records, next);
    if (lost) ask({ next, lost });
    else edit('measurements', () => next);
  };
  const regions = useMemo(() => Object.values(records.regions), [records.regions]);
  const patches = useMemo(() => plannedPatches(regions), [regions]);
  const [hand] = useState(makeMapHand);
  const chosenId = useStore(hand, (state) => state.chosenId);
  // The others stay the same functions; what is drawn is read by the parts that show it.
  const { choose, take, hover, pick, press } = hand.getState();
  const chosen = useMemo(() => chosenNow(chosenId, records.regions), [chosenId, records.regions]);
  const [brings, bring] = useState(false);
  const lengthField = useRef<HTMLInputElement>(null);
  const nextKind = (): void => {
    const block = chosen && blockOf(chosen.id);
    const next = block ? withNextKind(map.setting, block) : map.setting;
    if (next === map.setting) return;
    setTop({ ...map, setting: next });
    // It may be of other patches now: its first is chosen.
    choose(block ?? null);
  };
  const remove = (): void => {
    if (!chosen) return;
    const next = takePatches({ put: [], gone: [chosen.id] })(records);
    const lost = lostBy(records, next);
    choose(null);
    // A patch that is deleted is meant to go; only what was in it is told.
    if (lost && (lost.designs.length > 0 || lost.touches > 0 || lost.rows || lost.borders > 0))
      ask({ next, lost: { ...lost, drawn: 0 } });
    else edit('patch deleted', () => next);
  };
  const onKey = (event: KeyboardEvent): void => {
    const { key, shiftKey } = event;
    const { tool } = hand.getState();
    if (hand.getState().key(key, shiftKey)) event.preventDefault();
    else if (tool === 'choose' && key.toLowerCase() === 'k') nextKind();
    else if (tool === 'choose' && (key === 'Delete' || key === 'Backspace')) remove();
    else if (tool !== 'choose' && /^\d$/.test(key)) {
      // The digit goes on into the field, rather than to the step of this number.
      event.stopPropagation();
      lengthField.current?.focus();
      lengthField.current?.select();
    }
  };
  const photo = photoOf(records);
  // While its points are moved it stays as it lay: to look at it from above takes the worker half a second.
  const fromAbove = usePhotoFromAbove(
    quiltId,
    usePlan((state) => photoOf(state.committed)),
    size,
  );
  useEffect(() => {
    hand.getState().trace(fromAbove ? (p, reach) => photos().find(p, reach) : null);
  }, [hand, fromAbove]);
  const bounds: Bounds = { minX: 0, minY: 0, maxX: size.width, maxY: size.length };
  const count = (kind: RegionKind): number => patches.filter((patch) => patch.kind === kind).length;
  const parts = KINDS.filter(([kind]) => count(kind) > 0).map(([kind, one]) => counted(count(kind), one));
  const diagonal = Math.sqrt(size.width ** 2 + size.length ** 2);
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            space={clothPoint}
            beyond={0.25}
            bounds={bounds}
            label={`${name}, ${patches.length} patches`}
            focus={chosen ? ringBounds(outlineOf(chosen.shape)) : null}
            ground={(view) => (
              <PatchesOnPhoto
                patches={patches}
                photo={fromAbove}
                paleness={photo?.paleness ?? 0}
                size={size}
                scale={view.scale}
              />
            )}
            onPick={(p, view) => pick(p, NEAR / view.scale)}
            onPress={(p, view) => press(p, NEAR / view.scale)}
            onHover={(p, view) => hover(p, NEAR / view.scale)}
            onKey={onKey}
          >
            {(view) => <MapMarks hand={hand} chosen={chosen} middleX={size.width / 2} scale={view.scale} />}
          </ClothStage>
          <MapRail hand={hand} />
        </div>
        <MapToolBar hand={hand} lengthField={lengthField} onBring={() => bring(true)} />
      </div>
      {brings && (
        <BringOutlines
          title="Appliqué from a drawing or a design"
          on={chosen}
          size={size}
          onClose={() => bring(false)}
          onPut={(laid) => make('appliqué', { put: laid, gone: [] })}
        />
      )}
      {asked && (
        <Losing
          lost={asked.lost}
          onChange={() => {
            ask(null);
            edit('map', () => asked.next);
          }}
          onKeep={() => ask(null)}
        />
      )}
      <aside className="card" aria-label="Measurements">
        <Stack>
          <Title order={1} size="h3">
            The quilt top
          </Title>
          {chosen && (
            <ChosenPatch
              region={chosen}
              regions={regions}
              setting={map.setting}
              onNextKind={nextKind}
              onSplit={() => take('split')}
              onDelete={remove}
            />
          )}
          <MapForm
            top={map}
            kinds={map.setting.kind === 'drawn' ? [...SETTING_KINDS, 'drawn'] : SETTING_KINDS}
            columns={4}
            howToChoose="Choose a block on the cloth and press K to make it another kind"
            onTop={setTop}
          />
          <FinishedSize top={map} onTop={setTop} />
          <MeasuredCard
            map={map}
            measured={measured}
            onMeasured={(next) => edit('measured', setMeasured(next))}
            onMap={setTop}
          />
          <PhotoCard quiltId={quiltId} photo={photo} size={size} />
          <Text>
            {parts.join(', ')}. Both diagonals should measure {formatLength(diagonal, style)}; if they differ by more
            than {formatLength(12.7, style)}, the top is out of square and will ripple.
          </Text>
          <Text size="sm" c="var(--ink-soft)">
            Designs in patches stay with them when you change a measurement.
          </Text>
          <LoadingChoice records={records} />
          <SumsCard quiltId={quiltId} quilt={quilt} onBinding={(binding) => edit('binding', setBinding(binding))} />
        </Stack>
      </aside>
    </div>
  );
}
