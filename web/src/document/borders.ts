import {
  type BorderEdge,
  type BorderSetRecord,
  type PinnedCount,
  type PlanRecords,
  quiltOf,
  type Side,
  usualBorder,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { without } from './without.ts';

/** Edits of borders in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

/** A border of a design as most people begin. */
export const newBorderSet = (border: number, designId: string): BorderSetRecord =>
  usualBorder(nanoid(10), border, designId);

/** The set that lies over a border, counted from the inside out from 0. */
export const borderSetOf = (records: PlanRecords, border: number): BorderSetRecord | undefined =>
  Object.values(records.borderSets).find((set) => border >= set.border && border < set.border + set.over);

export const setBorder =
  (set: BorderSetRecord): Edit =>
  (records) => ({ ...records, borderSets: { ...records.borderSets, [set.id]: set } });

export const changeBorder =
  (id: string, change: Partial<Omit<BorderSetRecord, 'id'>>): Edit =>
  (records) => {
    const set = records.borderSets[id];
    return set ? setBorder({ ...set, ...change })(records) : records;
  };

/** How far one of its edges keeps clear, mm. */
export const clearBorder =
  (id: string, edge: BorderEdge, mm: number): Edit =>
  (records) => {
    const set = records.borderSets[id];
    return set ? setBorder({ ...set, clear: { ...set.clear, [edge]: mm } })(records) : records;
  };

export const removeBorder =
  (id: string): Edit =>
  (records) => ({ ...records, borderSets: without(records.borderSets, id) });

/** Says the count of a side; null lets it follow again. */
export function pinCount(id: string, side: Side, count: number | null): Edit {
  return (records) => {
    const others = (records.borderSets[id]?.pinned ?? []).filter((one) => one.side !== side);
    const own: readonly PinnedCount[] = count === null ? [] : [{ side, count }];
    return changeBorder(id, { pinned: [...others, ...own] })(records);
  };
}

/** Sets of borders that are gone go with them. */
export function withoutGoneBorders(records: PlanRecords): PlanRecords {
  const { borders } = quiltOf(records).map;
  const gone = Object.values(records.borderSets).filter(({ border }) => border >= borders.length);
  return gone.length === 0
    ? records
    : { ...records, borderSets: without(records.borderSets, ...gone.map(({ id }) => id)) };
}
