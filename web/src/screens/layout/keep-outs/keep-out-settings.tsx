import { counted, formatLength, type KeepOutRecord, MM_PER_INCH, MOST_BRIDGE, MOST_CLEARANCE } from '@gorse/core';
import { Button, MultiSelect, SegmentedControl, Slider, Stack, Switch, Text } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { changeKeepOut, removeKeepOut, setBridge, setPatches } from '../../../document/keep-outs.ts';
import { edit, preview, usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { NameEntry } from '../../../ui/name-entry.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { Stage } from '../stage.tsx';
import { HoldsFor } from './holds-for.tsx';
import { maskedSum } from './masked-words.ts';

type Followed = Exclude<KeepOutRecord['of'], { readonly kind: 'shapes' }>;

/** What is said of a keep-out: without the rings of its own, so that nothing here changes while these are dragged. */
interface Settings extends Omit<KeepOutRecord, 'of'> {
  readonly of: Followed | null;
  readonly rings: number;
}

/** Null for one that is gone. */
const settingsOf = (keepOut: KeepOutRecord | undefined): Settings | null => {
  if (!keepOut) return null;
  const { of } = keepOut;
  return of.kind === 'shapes' ? { ...keepOut, of: null, rings: of.rings.length } : { ...keepOut, of, rings: 0 };
};

interface Props {
  readonly keepOut: Settings;
}

/** What is chosen of a keep-out, top to bottom, each with its result in one line. */
export function KeepOutSettings({ id, onGone }: { readonly id: string; readonly onGone: () => void }) {
  const keepOut = usePlan(useShallow(({ records }) => settingsOf(records.keepOuts[id])));
  const others = usePlan(
    useShallow(({ records }) => Object.values(records.keepOuts).flatMap((one) => (one.id === id ? [] : [one.name]))),
  );
  const [stage, setStage] = useState<string | null>('Clearance');
  const style = useLengthStyle();
  if (!keepOut) return null;
  const { clearance, keep, on, only } = keepOut;
  const change = (mark: string, to: Parameters<typeof changeKeepOut>[1]): void => edit(mark, changeKeepOut(id, to));
  const toggle = (name: string) => ({
    name,
    open: stage === name,
    onToggle: () => setStage(stage === name ? null : name),
  });
  return (
    <div style={{ marginTop: 12 }}>
      <Outcome keepOut={keepOut} />
      <Switch
        label="Kept"
        my="sm"
        checked={on}
        onChange={({ currentTarget }) =>
          change(currentTarget.checked ? 'keep-out on' : 'keep-out off', { on: currentTarget.checked })
        }
      />
      <Stage {...toggle('Clearance')} line={formatLength(clearance, style)}>
        <Clearance keepOut={keepOut} />
      </Stage>
      <Stage {...toggle('Keeps')} line={keep === 'out' ? 'stitches out of it' : 'stitches inside it'}>
        <SegmentedControl
          aria-label="Which side stitches stay on"
          fullWidth
          data={[
            { value: 'out', label: 'Out of it' },
            { value: 'in', label: 'Inside it' },
          ]}
          value={keep}
          onChange={(value) => change('which side', { keep: value })}
        />
      </Stage>
      <Stage {...toggle('Holds for')} line={only === null ? 'everything' : `only ${only.length} of what is stitched`}>
        <HoldsFor keepOut={keepOut} />
      </Stage>
      <Stage {...toggle('Made of')} line={madeOf(keepOut)}>
        <MadeOf keepOut={keepOut} />
      </Stage>
      <NameEntry
        mt="sm"
        what="keep-out"
        value={keepOut.name}
        taken={others}
        onName={(name) => change('name of the keep-out', { name })}
      />
      <Button
        mt="md"
        variant="subtle"
        color="rowan"
        size="xs"
        leftSection={<IconTrash size={16} />}
        onClick={() => {
          edit('without the keep-out', removeKeepOut(id));
          onGone();
        }}
      >
        Take it away
      </Button>
    </div>
  );
}

function Clearance({ keepOut: { id, clearance } }: Props) {
  return (
    <Stack gap="xs">
      <LengthInput
        label="From its edge to the nearest stitch"
        description="Less than 0 lets stitches run over the edge"
        value={clearance}
        least={-MOST_CLEARANCE}
        most={MOST_CLEARANCE}
        onLength={(mm) => edit('clearance', changeKeepOut(id, { clearance: mm }))}
      />
      <Slider
        thumbLabel="Clearance, drag to see it at once"
        min={0}
        max={MM_PER_INCH}
        step={MM_PER_INCH / 32}
        value={clearance}
        label={null}
        onChange={(mm) => preview(changeKeepOut(id, { clearance: mm }))}
        onChangeEnd={(mm) => edit('clearance', changeKeepOut(id, { clearance: mm }))}
      />
    </Stack>
  );
}

/** More than these of those found can't be chosen from. */
const LISTED = 200;

function MadeOf({ keepOut: { id, of } }: Props) {
  const regions = usePlan(({ records }) => records.regions);
  const patches = useMemo(() => Object.values(regions).map((one) => ({ value: one.id, label: one.name })), [regions]);
  if (!of)
    return (
      <Text size="sm">
        Drag its points on the quilt, or all of it from inside. What lies in one of its rings and not in another is kept
        free.
      </Text>
    );
  const choice = (
    <MultiSelect
      label={of.kind === 'designs' ? 'Designs in' : 'Patches'}
      description={
        of.kind === 'designs'
          ? 'It follows their outlines, whatever is laid there'
          : 'It follows them, wherever the map moves them'
      }
      searchable
      limit={LISTED}
      data={patches}
      value={[...of.regionIds]}
      onChange={(regionIds) => edit('patches kept free', setPatches(id, regionIds))}
    />
  );
  if (of.kind === 'patches') return choice;
  return (
    <Stack gap="xs">
      {choice}
      <LengthInput
        label="Close gaps narrower than"
        description="What a design goes round is always part of it"
        value={of.bridge}
        least={0}
        most={MOST_BRIDGE}
        onLength={(bridge) => edit('gaps in designs', setBridge(id, bridge))}
      />
    </Stack>
  );
}

function madeOf({ of, rings }: Settings): string {
  if (!of) return counted(rings, 'ring');
  return of.kind === 'patches'
    ? counted(of.regionIds.length, 'patch')
    : `the outline of ${counted(of.regionIds.length, 'design')}`;
}

/** What all keep-outs do to what is stitched, in a line. */
function Outcome({ keepOut }: Props) {
  const byRecord = usePlanned((state) => state.byRecord);
  const sum = maskedSum({ pieces: Object.values(byRecord).flatMap(({ pieces }) => pieces) });
  if (!keepOut.on) return <Text size="sm">It is off: stitches run over it.</Text>;
  if (!sum) return <Text size="sm">No keep-out cuts anything that is planned; backgrounds are laid round them.</Text>;
  return (
    <Text size="sm" data-testid="kept-out">
      All keep-outs together cut {counted(sum.pieces, 'piece')}, joined in {counted(sum.runs, 'run')}. How each is
      joined: its card, stage <b>Keep out</b>.
    </Text>
  );
}
