import {
  blockOf,
  type Bounds,
  clothPoint,
  counted,
  formatLength,
  inLayers,
  makeMap,
  mapTrouble,
  outlineOf,
  patchAt,
  quiltOf,
  type RegionKind,
  ringBounds,
} from '@gorse/core';
import { Stack, Text, Title } from '@mantine/core';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { Halo } from '../../canvas/marks.tsx';
import { Patches, plannedPatches } from '../../canvas/patches.tsx';
import { type Lost, lostBy, setMap, setMeasured } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { neighbour } from '../../tools/neighbour.ts';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { ChosenPatch } from './chosen-patch.tsx';
import { Losing } from './losing.tsx';
import { FinishedSize, MapForm, type TopForm } from './map-form.tsx';
import { SETTING_KINDS } from './map-forms.ts';
import { MeasuredCard } from './measured-card.tsx';
import { withNextKind } from './own-kinds.ts';
import { SumsCard } from './sums-card.tsx';

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
  const { name, map, measured, loading } = quiltOf(records);
  const quiltId = usePlan((state) => state.quiltId) ?? '';
  const { size } = map;
  const [asked, ask] = useState<{ readonly top: TopForm; readonly lost: Lost } | null>(null);
  const setTop = (top: TopForm): void => {
    const trouble = mapTrouble(makeMap(top.setting, top.borders));
    if (trouble !== null) {
      tellError(new Error(trouble));
      return;
    }
    const next = setMap(top.setting, top.borders)(records);
    const lost = lostBy(records, next);
    if (lost) ask({ top, lost });
    else edit('measurements', () => next);
  };
  const regions = useMemo(() => Object.values(records.regions), [records.regions]);
  const layers = useMemo(() => inLayers(regions), [regions]);
  const patches = useMemo(() => plannedPatches(regions), [regions]);
  const [chosenId, choose] = useState<string | null>(null);
  const chosen =
    chosenId === null ? undefined : (records.regions[chosenId] ?? regions.find(({ id }) => blockOf(id) === chosenId));
  const nextKind = (): void => {
    const block = chosen && blockOf(chosen.id);
    const next = block ? withNextKind(map.setting, block) : map.setting;
    if (next === map.setting) return;
    setTop({ ...map, setting: next });
    // It may be of other patches now: its first is chosen.
    choose(block ?? null);
  };
  const press = ({ key }: KeyboardEvent): void => {
    const arrow = /^Arrow(Up|Down|Left|Right)$/.exec(key)?.[1] as 'Up' | undefined;
    if (arrow) choose(neighbour(regions, chosen, arrow)?.id ?? null);
    else if (key === 'Escape') choose(null);
    else if (key.toLowerCase() === 'k') nextKind();
  };
  const bounds: Bounds = { minX: 0, minY: 0, maxX: size.width, maxY: size.length };
  const count = (kind: RegionKind): number => patches.filter((patch) => patch.kind === kind).length;
  const parts = KINDS.filter(([kind]) => count(kind) > 0).map(([kind, one]) => counted(count(kind), one));
  const diagonal = Math.sqrt(size.width ** 2 + size.length ** 2);
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <ClothStage
          space={clothPoint}
          bounds={bounds}
          label={`${name}, ${patches.length} patches`}
          focus={chosen ? ringBounds(outlineOf(chosen.shape)) : null}
          ground={(view) => <Patches patches={patches} scale={view.scale} />}
          onPick={(p) => choose(patchAt(layers, p)?.id ?? null)}
          onKey={press}
        >
          {(view) => chosen && <Halo ring={outlineOf(chosen.shape)} scale={view.scale} />}
        </ClothStage>
      </div>
      {asked && (
        <Losing
          lost={asked.lost}
          onChange={() => {
            ask(null);
            edit('measurements', setMap(asked.top.setting, asked.top.borders));
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
              alike={regions.filter(({ family }) => family === chosen.family).length}
              setting={map.setting}
              onNextKind={nextKind}
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
          <Text>
            {parts.join(', ')}. Both diagonals should measure {formatLength(diagonal, style)}; if they differ by more
            than {formatLength(12.7, style)}, the top is out of square and will ripple.
          </Text>
          <Text size="sm" c="var(--ink-soft)">
            Designs in patches stay with them when you change a measurement.
          </Text>
          <SumsCard quiltId={quiltId} size={size} loading={loading} />
        </Stack>
      </aside>
    </div>
  );
}
