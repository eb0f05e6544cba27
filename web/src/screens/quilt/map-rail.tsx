import { Button, Group, SegmentedControl, Switch, Text } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import type { RefObject } from 'react';
import { type StoreApi, useStore } from 'zustand';
import { LengthInput } from '../../ui/length-input.tsx';
import type { MapHand, MapTool } from './map-hand.ts';

/** The tools of the map, their keys, and what to do with each in the hand; a new one is a line here. */
const TOOLS: Readonly<Record<MapTool, { readonly label: string; readonly key: string; readonly how: string }>> = {
  choose: {
    label: 'Choose',
    key: 'V',
    how: 'Click a patch. Drag a corner of it, and all that meets there comes along.',
  },
  patch: { label: 'Patch', key: 'L', how: 'Click the corners of the patch; the first again, or Enter, closes it.' },
  applique: { label: 'Appliqué', key: 'O', how: 'Click round the piece; the first point again, or Enter, closes it.' },
  split: { label: 'Split', key: 'X', how: 'Click where the new seam begins, and where it ends.' },
};
const KINDS = Object.keys(TOOLS) as readonly MapTool[];

/** The tools of the map. */
export function MapRail({ hand }: { readonly hand: StoreApi<MapHand> }) {
  const tool = useStore(hand, (state) => state.tool);
  const { take } = hand.getState();
  useHotkeys(
    KINDS.map((one) => [TOOLS[one].key, () => take(one)]),
    ['INPUT', 'TEXTAREA', 'SELECT'],
  );
  return (
    <SegmentedControl
      aria-label="What the hand does on the map"
      className="rail"
      value={tool}
      onChange={take}
      data={KINDS.map((one) => ({ value: one, label: `${TOOLS[one].label} (${TOOLS[one].key})` }))}
    />
  );
}

/** What to do with the tool in the hand, and what it asks for. */
export function MapToolBar({
  hand,
  lengthField,
  onBring,
}: {
  readonly hand: StoreApi<MapHand>;
  /** Outlines are wanted that lie elsewhere. */
  readonly onBring: () => void;
  readonly lengthField: RefObject<HTMLInputElement | null>;
}) {
  const { tool, points, pointer, curved, traces } = useStore(hand);
  const { setCurved, putAt, finish, key } = hand.getState();
  const last = points.at(-1)?.at;
  const length = last && pointer ? Math.hypot(pointer.at.x - last.x, pointer.at.y - last.y) : 0;
  return (
    <Group className="tool-bar" gap="sm" role="group" aria-label="With this tool">
      <Text size="sm" style={{ flex: '1 1 260px' }}>
        {TOOLS[tool].how}
        {tool !== 'choose' && traces && ' Points go to corners and edges that the photo shows.'}
      </Text>
      {tool !== 'choose' && points.length > 0 && (
        <LengthInput
          ref={lengthField}
          aria-label="Length of this edge"
          title="Type how long this edge is (in, or with cm or mm), and Enter puts its end the way the pointer lies"
          placeholder="length"
          size="xs"
          w={120}
          value={length === 0 ? null : length}
          least={1}
          most={8500}
          onLength={(mm) => {
            putAt(mm);
            // On to the cloth, where the next point is put.
            document.querySelector<HTMLElement>('.middle [role=application]')?.focus();
          }}
        />
      )}
      {(tool === 'patch' || tool === 'applique') && (
        <Switch
          label="Curved"
          title="Points put now are of a smooth edge, not corners"
          checked={curved}
          onChange={(event) => setCurved(event.currentTarget.checked)}
        />
      )}
      {tool === 'applique' && points.length === 0 && (
        <Button size="compact-sm" variant="default" onClick={onBring}>
          From a drawing or a design…
        </Button>
      )}
      {points.length > 0 && (
        <Button size="compact-sm" variant="default" onClick={() => key('Backspace', false)}>
          Take back a point
        </Button>
      )}
      {tool !== 'split' && points.length > 2 && (
        <Button size="compact-sm" onClick={finish}>
          Close it
        </Button>
      )}
    </Group>
  );
}
