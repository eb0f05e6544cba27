import {
  asDrawn,
  joinFamilies,
  type PatchEdit,
  type PlanRecords,
  QUILT_ID,
  quiltOf,
  type Region,
  withTop,
} from '@gorse/core';
import { touchesOn } from './placing.ts';
import { clearRegions } from './recipes.ts';
import { withoutGone } from './without-gone.ts';

type Edit = (records: PlanRecords) => PlanRecords;

/**
 * Takes in what a hand made of patches. Patches of a setting that change are drawn from then on, with the whole top; designs and touches stay with
 * patches and corners that stay.
 */
export function takePatches({ put, gone }: Extract<PatchEdit, { put: unknown }>): Edit {
  return (records) => {
    const quilt = quiltOf(records);
    const drawn = asDrawn(quilt.map, records.regions, [...put.map(({ id }) => id), ...gone]);
    const regions: Record<string, Region> = { ...drawn.regions };
    for (const id of gone) delete regions[id];
    for (const region of put) regions[region.id] = region.origin === 'setting' ? { ...region, origin: 'hand' } : region;
    const cleared = clearRegions(gone)(records);
    return withoutGone({
      ...cleared,
      regions,
      touches: touchesOn(cleared.touches, withTop(Object.values(regions), drawn.map)),
      quilts: drawn.map === quilt.map ? cleared.quilts : { [QUILT_ID]: { ...quilt, map: drawn.map } },
    });
  };
}

/** Calls a drawn patch something else, or makes it one of another kind. */
export const changePatch =
  (id: string, change: Partial<Pick<Region, 'name' | 'kind'>>): Edit =>
  (records) => {
    const region = records.regions[id];
    if (!region) return records;
    // One of another kind is of another family.
    const [changed] = joinFamilies([{ ...region, ...change }], Object.values(records.regions));
    return { ...records, regions: { ...records.regions, [id]: changed! } };
  };
