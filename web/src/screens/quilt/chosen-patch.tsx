import {
  blockKindsOf,
  blockOf,
  formatLength,
  mergeable,
  mergePatches,
  outlineOf,
  type Region,
  REGION_KINDS,
  ringBounds,
  type Setting,
} from '@gorse/core';
import { Button, Group, Menu, Select, Stack, Text } from '@mantine/core';
import { useMemo, useState } from 'react';
import { changePatch } from '../../document/drawing.ts';
import { edit } from '../../document/plan-store.ts';
import { NameEntry } from '../../ui/name-entry.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atStart } from '../../ui/words.ts';
import { CopiesForm } from './copies-form.tsx';
import { CornersForm } from './corners-form.tsx';
import { KIND_LABELS } from './kind-labels.ts';
import { make } from './map-hand.ts';

interface Props {
  readonly region: Region;
  readonly regions: readonly Region[];
  readonly setting: Setting;
  readonly onNextKind: () => void;
  readonly onSplit: () => void;
  readonly onDelete: () => void;
}

/** The patch that is chosen: what it is called, how large it is, of which kind, and what can be done with it. */
export function ChosenPatch({ region, regions, setting, onNextKind, onSplit, onDelete }: Props) {
  const style = useLengthStyle();
  const { minX, maxX, minY, maxY } = ringBounds(outlineOf(region.shape));
  const block = blockOf(region.id);
  const kinds = 'blocks' in setting ? setting.blocks.kinds.length : 1;
  const kindOf = useMemo(() => (kinds < 2 ? null : blockKindsOf(setting)), [setting, kinds]);
  const kind = block === null ? undefined : kindOf?.get(block);
  const alike = regions.filter(({ family }) => family === region.family).length;
  const [open, setOpen] = useState<'copies' | 'corners' | null>(null);
  const toggle = (part: 'copies' | 'corners') => setOpen((now) => (now === part ? null : part));
  return (
    <section aria-label="The chosen patch">
      <Stack gap={6}>
        <div aria-live="polite">
          <Text fw={700}>{atStart(region.name)}</Text>
          <Group justify="space-between" wrap="nowrap">
            <Text size="sm">
              {formatLength(maxX - minX, style)} × {formatLength(maxY - minY, style)}
              {alike > 1 && `, one of ${alike} alike`}
              {kind !== undefined && ` · block ${'ABC'[kind] ?? ''}`}
            </Text>
            {kind !== undefined && (
              <Button size="compact-sm" variant="default" style={{ flexShrink: 0 }} onClick={onNextKind}>
                Next kind (K)
              </Button>
            )}
          </Group>
        </div>
        {region.origin !== 'setting' && <Labels key={region.id} region={region} regions={regions} />}
        <Group gap={6}>
          <Button size="compact-sm" variant="default" onClick={onSplit}>
            Split (X)
          </Button>
          <Merge region={region} regions={regions} />
          <Button
            size="compact-sm"
            variant="default"
            aria-expanded={open === 'copies'}
            onClick={() => toggle('copies')}
          >
            Copy along a row
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            aria-expanded={open === 'corners'}
            onClick={() => toggle('corners')}
          >
            Corners
          </Button>
          <Button size="compact-sm" variant="default" onClick={onDelete}>
            Delete
          </Button>
        </Group>
        {open === 'copies' && <CopiesForm key={region.id} region={region} />}
        {open === 'corners' && <CornersForm key={region.id} region={region} />}
        {region.origin === 'setting' && (
          <Text size="sm" c="var(--ink-soft)">
            Drag its corners, or change it here: the top is then drawn, and its blocks are no longer sized as one.
          </Text>
        )}
      </Stack>
    </section>
  );
}

/** What a drawn patch is called, and of which kind it is. */
function Labels({ region, regions }: Pick<Props, 'region' | 'regions'>) {
  return (
    <Group gap="xs" grow align="flex-start">
      <NameEntry
        size="xs"
        what="patch"
        value={region.name}
        taken={regions.filter(({ id }) => id !== region.id).map(({ name }) => name)}
        onName={(name) => edit('name', changePatch(region.id, { name }))}
      />
      <Select
        label="Kind of patch"
        size="xs"
        value={region.kind}
        data={REGION_KINDS.map((one) => ({ value: one, label: KIND_LABELS[one] }))}
        allowDeselect={false}
        onChange={(kind) => kind && edit('kind of patch', changePatch(region.id, { kind }))}
      />
    </Group>
  );
}

/** The neighbours that it could be one with. */
function Merge({ region, regions }: Pick<Props, 'region' | 'regions'>) {
  const [open, setOpen] = useState(false);
  const others = useMemo(() => (open ? mergeable(regions, region) : []), [open, regions, region]);
  return (
    <Menu opened={open} onChange={setOpen} position="bottom-start">
      <Menu.Target>
        <Button size="compact-sm" variant="default">
          Merge with…
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {others.length === 0 && <Menu.Label>No patch beside it has a seam in common</Menu.Label>}
        {others.map((other) => (
          <Menu.Item key={other.id} onClick={() => make('merge', mergePatches(regions, region, other))}>
            {atStart(other.name)}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
