import { type KeepOutRecord, type LengthStyle, type PlanRecords, quiltOf, recordId, stripKinds } from '@gorse/core';
import { MultiSelect, SegmentedControl, Stack } from '@mantine/core';
import { useMemo } from 'react';
import { placeOf } from '../../../document/borders.ts';
import { changeKeepOut } from '../../../document/keep-outs.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { atStart } from '../../../ui/words.ts';
import { placesOn } from '../places.ts';

/** Whether a keep-out holds for all that is stitched, or for what is chosen of it. */
export function HoldsFor({ keepOut: { id, only } }: { readonly keepOut: Pick<KeepOutRecord, 'id' | 'only'> }) {
  const style = useLengthStyle();
  const records = usePlan((state) => state.records);
  const makers = useMemo(() => makersByName(records, style), [records, style]);
  return (
    <Stack gap="xs">
      <SegmentedControl
        aria-label="What it holds for"
        fullWidth
        data={[
          { value: 'all', label: 'Everything' },
          { value: 'some', label: 'Only some' },
        ]}
        value={only === null ? 'all' : 'some'}
        onChange={(value) =>
          edit(
            'what it holds for',
            changeKeepOut(id, { only: value === 'all' ? null : makers.map((one) => one.value) }),
          )
        }
      />
      {only !== null && (
        <MultiSelect
          label="Holds for"
          searchable
          data={makers}
          value={[...only].filter((one) => makers.some(({ value }) => value === one))}
          onChange={(value) => edit('what it holds for', changeKeepOut(id, { only: value }))}
        />
      )}
    </Stack>
  );
}

/** All that is stitched, as it is called. */
function makersByName(records: PlanRecords, style: LengthStyle): { readonly value: string; readonly label: string }[] {
  const placements = Object.values(records.placements).map(({ id, regionId }) => ({
    value: recordId({ source: 'placements', record: id }),
    label: atStart(records.regions[regionId]?.name ?? regionId),
  }));
  const rows = Object.keys(records.rowSets).map((record) => ({
    value: recordId({ source: 'rowSets', record }),
    label: 'Rows',
  }));
  const { regions, borderSets } = records;
  const places = placesOn(quiltOf(records).map, stripKinds(Object.values(regions)), style);
  const borders = Object.values(borderSets).map((set) => ({
    value: recordId({ source: 'borderSets', record: set.id }),
    label: places.find(({ place }) => place === placeOf(set))?.label ?? 'A border',
  }));
  return [...rows, ...borders, ...placements];
}
