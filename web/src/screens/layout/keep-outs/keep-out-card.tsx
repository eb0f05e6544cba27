import type { PlanRecords, Region } from '@gorse/core';
import { Button, Group, Select, Stack, Text, Title } from '@mantine/core';
import { IconPencil, IconUpload } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import { type StoreApi, useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { keepOutOfPatches, setKeepOut } from '../../../document/keep-outs.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { placementIn, stagesOf } from '../../../document/recipes.ts';
import { atStart } from '../../../ui/words.ts';
import type { KeepOutHand } from './keep-out-hand.ts';
import { KeepOutSettings } from './keep-out-settings.tsx';
import { ReadKeepOut } from './read-keep-out.tsx';

/** The keep-outs' card: which there are, and the chosen one's settings, top to bottom. */
export function KeepOutCard({ hand }: { readonly hand: StoreApi<KeepOutHand> }) {
  const { chosenId, regionId, draws, take, choose } = useStore(hand);
  const labels = usePlan(useShallow(({ records }) => labelsOf(records.keepOuts)));
  const regions = usePlan(({ records }) => records.regions);
  const [reads, setReads] = useState(false);
  const chosen = chosenId !== null && labels[chosenId] !== undefined ? chosenId : null;
  const region = regionId === null ? undefined : regions[regionId];
  const all = Object.entries(labels).map(([value, label]) => ({ value, label }));
  return (
    <aside className="card" aria-label="Keep-out card">
      <Stack gap="sm">
        <Title order={2} size="h4">
          Keep out
        </Title>
        {all.length > 0 && (
          <Select
            label="Keep-out"
            placeholder="Click one on the quilt, or choose it here"
            clearable
            data={all}
            value={chosen}
            onChange={choose}
          />
        )}
        {chosen === null && (
          <Text>
            {region
              ? `${atStart(region.name)} is stitched over as things are.`
              : all.length === 0
                ? 'Nothing is kept out. Click an appliqué piece that stitches should stay off, or draw round any place.'
                : 'Click a keep-out to change it, or another piece that stitches should stay off.'}
          </Text>
        )}
        {region && <FromPatch region={region} onMade={choose} />}
        {chosen === null && (
          <Group gap="xs">
            <Button
              variant={draws ? 'filled' : 'default'}
              leftSection={<IconPencil size={16} />}
              onClick={() => take(!draws)}
            >
              Draw one
            </Button>
            <Button variant="default" leftSection={<IconUpload size={16} />} onClick={() => setReads(true)}>
              Read one in…
            </Button>
          </Group>
        )}
        {reads && <ReadKeepOut onClose={() => setReads(false)} onMade={choose} />}
      </Stack>
      {chosen !== null && <KeepOutSettings key={chosen} id={chosen} onGone={() => choose(null)} />}
    </aside>
  );
}

/** What keep-outs are called in a list: nothing of it changes while one is dragged. */
const labelsOf = (keepOuts: PlanRecords['keepOuts']): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.values(keepOuts).map(({ id, name, on }) => [id, on ? name : `${name} (off)`]));

/** Keeps stitches out of a patch, or of all that are like it. */
function FromPatch({ region, onMade }: { readonly region: Region; readonly onMade: (id: string) => void }) {
  const regions = usePlan(({ records }) => records.regions);
  const alike = useMemo(
    () => Object.values(regions).filter(({ family }) => family === region.family),
    [regions, region],
  );
  const holdsDesign = usePlan(({ records }) => stagesOf(records, placementIn(records, region.id))?.designId != null);
  const make = (of: readonly Region[], kind?: 'designs'): void => {
    const made = keepOutOfPatches(usePlan.getState().records, of, kind);
    edit('keep-out', setKeepOut(made));
    onMade(made.id);
  };
  return (
    <Stack gap="xs">
      <Button h="auto" mih={36} py={4} styles={WRAP} onClick={() => make([region])}>
        Keep stitches out of {region.name}
      </Button>
      {alike.length > 1 && (
        <Button h="auto" mih={36} py={4} styles={WRAP} variant="default" onClick={() => make(alike)}>
          Out of all {alike.length} that are like it
        </Button>
      )}
      {holdsDesign && (
        <Button h="auto" mih={36} py={4} styles={WRAP} variant="default" onClick={() => make([region], 'designs')}>
          Out of the design in it, along its outline
        </Button>
      )}
    </Stack>
  );
}
const WRAP = { label: { whiteSpace: 'normal' } } as const;
