import {
  type BorderEdge,
  type BorderSetRecord,
  type CountOf,
  MM_PER_INCH,
  type PinnedCount,
  type PlanRecords,
  quiltOf,
  stripKinds,
  usualBorder,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { without } from './without.ts';

/** Edits of borders in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

/** What a border's design lies on: a border, counted from the inside out from 0, or strips of patches by their kind. */
export type SetPlace = number | string;

/** A border of a design, or one along strips, as most people begin. */
export const newBorderSet = (place: SetPlace, designId: string): BorderSetRecord =>
  typeof place === 'number'
    ? usualBorder(nanoid(10), place, designId)
    : { ...usualBorder(nanoid(10), 0, designId), strips: place, stance: 'round', clear: STRIP_CLEAR };

/** A strip is narrow. mm. */
const STRIP_CLEAR = { outer: MM_PER_INCH / 8, inner: MM_PER_INCH / 8 };

/** The set that lies there. */
export const borderSetOf = (records: PlanRecords, place: SetPlace): BorderSetRecord | undefined =>
  Object.values(records.borderSets).find(({ border, over, strips }) =>
    typeof place === 'number' ? strips === null && place >= border && place < border + over : strips === place,
  );

/** What of the quilt it lies on, or would once it is there. */
export function liesAt(records: PlanRecords, place: SetPlace): Pick<BorderSetRecord, 'border' | 'over' | 'strips'> {
  if (typeof place === 'string') return { border: 0, over: 1, strips: place };
  const { border = place, over = 1 } = borderSetOf(records, place) ?? {};
  return { border, over, strips: null };
}

export const placeOf = ({ border, strips }: BorderSetRecord): SetPlace => strips ?? border;

export const setBorder =
  (set: BorderSetRecord): Edit =>
  (records) => ({ ...records, borderSets: { ...records.borderSets, [set.id]: set } });

export const changeBorder =
  (id: string, change: Partial<Omit<BorderSetRecord, 'id'>>): Edit =>
  (records) => {
    const set = records.borderSets[id];
    return set ? setBorder({ ...set, ...change })(records) : records;
  };

/** How far one of its edges keeps clear, mm; strips keep as far on all sides. */
export const clearBorder =
  (id: string, edge: BorderEdge, mm: number): Edit =>
  (records) => {
    const set = records.borderSets[id];
    if (!set) return records;
    const clear = set.strips === null ? { ...set.clear, [edge]: mm } : { outer: mm, inner: mm };
    return setBorder({ ...set, clear })(records);
  };

export const removeBorder =
  (id: string): Edit =>
  (records) => ({ ...records, borderSets: without(records.borderSets, id) });

/** Says the count of a side; null lets it follow again. */
export function pinCount(id: string, side: CountOf, count: number | null): Edit {
  return (records) => {
    const others = (records.borderSets[id]?.pinned ?? []).filter((one) => one.side !== side);
    const own: readonly PinnedCount[] = count === null ? [] : [{ side, count }];
    return changeBorder(id, { pinned: [...others, ...own] })(records);
  };
}

/** Sets of borders that are gone go with them. */
export function withoutGoneBorders(records: PlanRecords): PlanRecords {
  const { borders } = quiltOf(records).map;
  const hasStrips = Object.values(records.borderSets).some(({ strips }) => strips !== null);
  const kinds = hasStrips ? stripKinds(Object.values(records.regions)).map(({ id }) => id) : [];
  const gone = Object.values(records.borderSets).filter(({ border, strips }) =>
    strips === null ? border >= borders.length : !kinds.includes(strips),
  );
  return gone.length === 0
    ? records
    : { ...records, borderSets: without(records.borderSets, ...gone.map(({ id }) => id)) };
}
