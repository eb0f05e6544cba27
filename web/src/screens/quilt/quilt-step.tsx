import { type Bounds, clothPoint, counted, formatLength, quiltOf, type RegionKind } from '@gorse/core';
import { Stack, Text, Title } from '@mantine/core';
import { useMemo } from 'react';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { Patches, plannedPatch } from '../../canvas/patches.tsx';
import { setMap } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { GridForm } from './grid-form.tsx';

const KINDS: readonly (readonly [RegionKind, string])[] = [
  ['block', 'block'],
  ['sashing', 'sashing strip'],
  ['cornerstone', 'cornerstone'],
  ['border', 'border'],
];

/** The quilt itself: its patches and measurements. */
export default function QuiltStep() {
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const { name, map } = quiltOf(records);
  const { size } = map;
  const patches = useMemo(() => Object.values(records.regions).map(plannedPatch), [records.regions]);
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
          ground={(view) => <Patches patches={patches} scale={view.scale} />}
        />
      </div>
      <aside className="card" aria-label="Measurements">
        <Stack>
          <Title order={1} size="h3">
            The quilt top
          </Title>
          <GridForm top={map} onTop={({ setting, borders }) => edit('measurements', setMap(setting, borders))} />
          <Text>
            {parts.join(', ')}. Both diagonals should measure {formatLength(diagonal, style)}; if they differ by more
            than {formatLength(12.7, style)}, the top is out of square and will ripple.
          </Text>
          <Text size="sm" c="var(--ink-soft)">
            Designs in patches stay with them when you change a measurement. Cut the backing at least{' '}
            {formatLength(size.width + 203.2, style)} × {formatLength(size.length + 203.2, style)},{' '}
            {formatLength(101.6, style)} beyond the top on each side.
          </Text>
        </Stack>
      </aside>
    </div>
  );
}
