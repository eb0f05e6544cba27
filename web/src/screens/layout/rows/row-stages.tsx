import type { DesignAnswer } from '@gorse/contract';
import { formatLength, type LastRow, MM_PER_INCH, quiltOf, type RowLook, type RowSetRecord } from '@gorse/core';
import { Button, Group, MultiSelect, SegmentedControl, Select, Slider, Stack, Switch, Text } from '@mantine/core';
import { useMemo, useState } from 'react';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { changeRows } from '../../../document/rows.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { NumberEntry } from '../../../ui/number-entry.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { reshapeRows, shiftBest } from './reshape.ts';

interface StageProps {
  readonly set: RowSetRecord;
}

const LOOKS: { readonly value: RowLook; readonly label: string }[] = [
  { value: 'same', label: 'As drawn' },
  { value: 'mirrored', label: 'Mirrored' },
  { value: 'turned', label: 'Turned' },
];

export const LOOK_NAMES: Readonly<Record<RowLook, string>> = {
  same: 'as drawn',
  mirrored: 'mirrored',
  turned: 'turned',
};

/** The design in its row, and how every second row differs. */
export function AlternateStage({ set }: StageProps) {
  const { alternate } = set;
  const [dragged, setDragged] = useState<number | null>(null);
  const alternateTo = (change: Partial<RowSetRecord['alternate']>): void =>
    void reshapeRows('alternate rows', changeRows(set.id, { alternate: { ...alternate, ...change } }));
  const percent = Math.round(1000 * alternate.shift) / 10;
  return (
    <Stack gap="xs">
      <Text size="sm" fw={600}>
        All rows
      </Text>
      <SegmentedControl
        aria-label="All rows"
        data={LOOKS}
        value={set.look}
        onChange={(look) => void reshapeRows('turn of rows', changeRows(set.id, { look }))}
      />
      <Text size="sm" fw={600}>
        Every second row, compared with those
      </Text>
      <SegmentedControl
        aria-label="Every second row"
        data={LOOKS}
        value={alternate.look}
        onChange={(look) => alternateTo({ look })}
      />
      <NumberEntry
        label="Shifted along by"
        description="Part of a repeat; ½ is 50 %"
        suffix=" %"
        min={0}
        max={100}
        step={5}
        decimalScale={1}
        value={percent}
        onNumber={(value) => alternateTo({ shift: value / 100 })}
      />
      <Slider
        thumbLabel="Shift of every second row, percent of a repeat"
        min={0}
        max={100}
        value={dragged ?? percent}
        label={(value) => `${value} %`}
        onChange={setDragged}
        onChangeEnd={(value) => {
          setDragged(null);
          alternateTo({ shift: value / 100 });
        }}
      />
      <Group gap="xs">
        <Button size="xs" variant="default" onClick={() => alternateTo({ shift: 0.5 })}>
          Half
        </Button>
        <Button size="xs" variant="default" onClick={() => void shiftBest('tight')}>
          Nest tightest
        </Button>
        <Button size="xs" variant="default" onClick={() => void shiftBest('even')}>
          Most even
        </Button>
      </Group>
    </Stack>
  );
}

/** How copies join, and where rows begin and end. */
export function EndsStage({ set, design }: StageProps & { readonly design: DesignAnswer | undefined }) {
  const style = useLengthStyle();
  const { join, area, sewing } = set;
  const climb = Math.abs(design?.facts.join.climb ?? 0);
  return (
    <Stack gap="xs">
      <SegmentedControl
        aria-label="How copies join"
        data={[
          { value: 'spread', label: 'Lean to join' },
          { value: 'bridge', label: 'Straight line between' },
        ]}
        value={join.kind}
        onChange={(kind) => void reshapeRows('join', changeRows(set.id, { join: { ...join, kind } }))}
      />
      {join.kind === 'spread' ? (
        <Text size="sm">
          {climb < 0.05
            ? 'Copies join as drawn.'
            : `Each copy’s end misses the next start by ${formatLength(climb, style)}; that is spread over its length.`}
        </Text>
      ) : (
        <LengthInput
          label="Gap between copies"
          description="Less than 0: boxes overlap"
          value={join.gap}
          least={-10 * MM_PER_INCH}
          most={20 * MM_PER_INCH}
          onLength={(gap) => void reshapeRows('gap between copies', changeRows(set.id, { join: { ...join, gap } }))}
        />
      )}
      {area.insideBorder ? (
        <Text size="sm">Rows stop hard at the border’s inner edge.</Text>
      ) : (
        <LengthInput
          label="Overhang"
          description="How far off the cloth rows start and end, where they are trimmed"
          value={set.overhang}
          least={0}
          most={10 * MM_PER_INCH}
          onLength={(overhang) => edit('overhang', changeRows(set.id, { overhang }))}
        />
      )}
      <Switch
        label="Back and forth"
        description="Every second row from right to left"
        checked={sewing.backAndForth}
        onChange={(event) => {
          const backAndForth = event.currentTarget.checked;
          edit(
            'direction of rows',
            changeRows(set.id, { sewing: { backAndForth, joined: backAndForth && sewing.joined } }),
          );
        }}
      />
      <Switch
        label="Join rows along the edge"
        description={
          sewing.backAndForth
            ? 'The rows of a pass become one line; otherwise each row is tied off'
            : 'Needs back and forth'
        }
        disabled={!sewing.backAndForth}
        checked={sewing.joined}
        onChange={(event) =>
          edit('joined rows', changeRows(set.id, { sewing: { ...sewing, joined: event.currentTarget.checked } }))
        }
      />
      <LengthInput
        label="All rows moved along"
        description="Sideways; 0 starts each row with the design’s own start"
        value={set.along}
        least={-100 * MM_PER_INCH}
        most={100 * MM_PER_INCH}
        onLength={(along) => edit('rows moved along', changeRows(set.id, { along }))}
      />
    </Stack>
  );
}

const LASTS: { readonly value: LastRow; readonly label: string }[] = [
  { value: 'whole', label: 'Whole' },
  { value: 'cut', label: 'Cut' },
  { value: 'squeezed', label: 'Squeezed' },
];

/** Where rows lie: the area, what is left out, the first and the last row. */
export function AreaStage({ set }: StageProps) {
  const regions = usePlan((state) => state.records.regions);
  const bordered = usePlan((state) => quiltOf(state.records).map.borders.length > 0);
  const patches = useMemo(() => Object.values(regions).map((one) => ({ value: one.id, label: one.name })), [regions]);
  const areaTo = (change: Partial<RowSetRecord['area']>): void =>
    void reshapeRows('area of rows', changeRows(set.id, { area: { ...set.area, ...change } }));
  return (
    <Stack gap="xs">
      <Switch
        label="Stop at the border"
        description={bordered ? 'Rows end at its inner edge' : 'This quilt has no border'}
        disabled={!bordered}
        checked={set.area.insideBorder}
        onChange={(event) => areaTo({ insideBorder: event.currentTarget.checked })}
      />
      <MultiSelect
        label="Patches to leave out"
        description="Rows are cut at their seams"
        data={patches}
        value={[...set.area.leaveOut]}
        searchable
        clearable
        onChange={(leaveOut) => edit('patches left out', changeRows(set.id, { area: { ...set.area, leaveOut } }))}
      />
      <Select
        label="First row from"
        placeholder="the upper edge"
        data={patches.map(({ value, label }) => ({ value, label: `the upper seam of ${label}` }))}
        value={set.area.fromRegionId}
        searchable
        clearable
        onChange={(fromRegionId) => areaTo({ fromRegionId })}
      />
      <Text size="sm" fw={600}>
        Room below the last whole row
      </Text>
      <SegmentedControl
        aria-label="Last row"
        data={LASTS}
        value={set.last}
        onChange={(last) => void reshapeRows('last row', changeRows(set.id, { last }))}
      />
      <Text size="sm">
        {set.last === 'whole'
          ? 'Whole rows only; margins share what is left.'
          : set.last === 'cut'
            ? 'One more row, cut at the lower edge.'
            : 'One more row, squeezed to leave the same margin below as above.'}
      </Text>
    </Stack>
  );
}
