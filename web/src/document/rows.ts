import {
  type Batting,
  NO_EXCEPTION,
  type PlanRecords,
  QUILT_ID,
  quiltOf,
  type RowException,
  type RowNumbers,
  type RowSetRecord,
  USUAL_REJOIN,
  USUAL_SPI,
} from '@gorse/core';
import { nanoid } from 'nanoid';

/** Edits of rows in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

/** Half an inch: the binding takes half of it. */
const USUAL_MARGIN = 12.7;
const USUAL_OVERHANG = 19.05;

/** Rows of a design as most people begin. */
export const newRowSet = (designId: string, clearance: number): RowSetRecord => ({
  id: nanoid(10),
  designId,
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'same', shift: 0 },
  area: { insideBorder: false, fromRegionId: null, leaveOut: [] },
  numbers: { rows: 1, scale: 1, clearance, margin: USUAL_MARGIN },
  wish: { matters: 'rows', clearance, margin: USUAL_MARGIN },
  pins: [],
  last: 'whole',
  along: 0,
  overhang: USUAL_OVERHANG,
  sewing: { backAndForth: true, joined: false },
  exceptions: [],
  mask: USUAL_REJOIN,
  stitch: { stitchesPerInch: USUAL_SPI, tieOff: 'short' },
});

/** The quilt's rows, if it has any. */
export const rowSetOf = (records: PlanRecords): RowSetRecord | undefined => Object.values(records.rowSets)[0];

/** Lays rows, in place of those that were there. */
export const setRows =
  (set: RowSetRecord): Edit =>
  (records) => ({ ...records, rowSets: { [set.id]: set } });

export const changeRows =
  (id: string, change: Partial<Omit<RowSetRecord, 'id'>>): Edit =>
  (records) => {
    const set = records.rowSets[id];
    return set ? { ...records, rowSets: { ...records.rowSets, [id]: { ...set, ...change } } } : records;
  };

/** Takes other numbers. What was changed by hand in single rows stays while there are as many; else they are other rows, and it goes. */
export const takeNumbers =
  (id: string, numbers: RowNumbers): Edit =>
  (records) => {
    const set = records.rowSets[id];
    const exceptions = set?.numbers.rows === numbers.rows ? set.exceptions : [];
    return changeRows(id, { numbers, exceptions })(records);
  };

export const removeRows: Edit = (records) => ({ ...records, rowSets: {} });

/** Changes one row by hand; a change that takes nothing away or leaves it as planned is dropped from the list. */
export function changeRow(id: string, row: number, change: Partial<Omit<RowException, 'row'>>): Edit {
  return (records) => {
    const set = records.rowSets[id];
    if (!set) return records;
    const own = { row, ...NO_EXCEPTION, ...set.exceptions.find((one) => one.row === row), ...change };
    const others = set.exceptions.filter((one) => one.row !== row);
    const plain = own.down === 0 && own.along === 0 && own.scale === 1 && !own.dropped;
    const exceptions = plain ? others : [...others, own].sort((a, b) => a.row - b.row);
    return changeRows(id, { exceptions })(records);
  };
}

export const resetRow = (id: string, row: number): Edit => changeRow(id, row, NO_EXCEPTION);

export const setBatting =
  (batting: Batting): Edit =>
  (records) => ({ ...records, quilts: { [QUILT_ID]: { ...quiltOf(records), batting } } });

/** Patches that are gone can't be stopped at. */
export function withoutGonePatches(records: PlanRecords): PlanRecords {
  const set = rowSetOf(records);
  if (!set) return records;
  const leaveOut = set.area.leaveOut.filter((id) => records.regions[id]);
  const from = set.area.fromRegionId;
  const fromRegionId = from !== null && records.regions[from] ? from : null;
  const same = leaveOut.length === set.area.leaveOut.length && fromRegionId === from;
  return same ? records : changeRows(set.id, { area: { ...set.area, leaveOut, fromRegionId } })(records);
}
