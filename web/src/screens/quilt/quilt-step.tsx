import { type Bounds, formatLength, gridSize, quiltOf } from '@gorse/core';
import { Stack, Text, Title } from '@mantine/core';
import { useMemo } from 'react';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { Patches } from '../../canvas/patches.tsx';
import { setGrid } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { GridForm } from './grid-form.tsx';

/** The quilt itself: its patches and measurements. */
export default function QuiltStep() {
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const { name, grid } = quiltOf(records);
  const size = gridSize(grid);
  const patches = useMemo(() => Object.values(records.regions), [records.regions]);
  const bounds: Bounds = { minX: 0, minY: 0, maxX: size.width, maxY: size.length };
  const counts = patches.reduce<Record<string, number>>((all, p) => ({ ...all, [p.kind]: (all[p.kind] ?? 0) + 1 }), {});
  const diagonal = Math.sqrt(size.width ** 2 + size.length ** 2);
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <ClothStage
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
          <GridForm grid={grid} onGrid={(next) => edit('measurements', setGrid(name, next))} />
          <Text>
            {counts.block} blocks
            {counts.sashing ? `, ${counts.sashing} sashing strips` : ''}
            {counts.border ? ', 4 borders' : ''}. Both diagonals should measure {formatLength(diagonal, style)}; if they
            differ by more than {formatLength(12.7, style)}, the top is out of square and will ripple.
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
