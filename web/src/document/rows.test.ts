import { planFaults, type PlanRecords, quiltOf, type Setting } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import { lostBy, setMap } from './placing.ts';
import { changeRow, changeRows, newRowSet, removeRows, resetRow, rowSetOf, setRows, takeNumbers } from './rows.ts';

const SET = newRowSet('ripple', 9);
const PLAN: PlanRecords = setRows(SET)(gridPlan({ across: 3, border: 50 }));
const { setting, borders } = quiltOf(PLAN).map;

describe('edits of rows', () => {
  it('lay one set, in place of what was there', () => {
    const other = setRows(newRowSet('eddy', 12))(PLAN);
    expect(Object.values(other.rowSets).map((set) => set.designId)).toEqual(['eddy']);
    expect(planFaults(other)).toEqual([]);
    expect(removeRows(PLAN).rowSets).toEqual({});
    expect(changeRows('nowhere', { along: 3 })(PLAN)).toBe(PLAN);
  });
  it('change one row by hand, keep them in order, and forget a change that is none', () => {
    const moved = changeRow(SET.id, 2, { down: 3 })(changeRow(SET.id, 4, { dropped: true })(PLAN));
    expect(rowSetOf(moved)!.exceptions).toEqual([
      { row: 2, down: 3, along: 0, scale: 1, dropped: false },
      { row: 4, down: 0, along: 0, scale: 1, dropped: true },
    ]);
    expect(rowSetOf(changeRow(SET.id, 2, { along: 5 })(moved))!.exceptions[0]).toMatchObject({ down: 3, along: 5 });
    expect(rowSetOf(changeRow(SET.id, 2, { down: 0 })(moved))!.exceptions).toHaveLength(1);
    expect(rowSetOf(resetRow(SET.id, 4)(moved))!.exceptions).toHaveLength(1);
  });
  it('keep what was done by hand while there are as many rows; with others it goes', () => {
    const moved = changeRow(SET.id, 0, { down: 3 })(PLAN);
    const numbers = { rows: 5, scale: 1, clearance: 8, margin: 12 };
    expect(rowSetOf(takeNumbers(SET.id, numbers)(moved))).toMatchObject({ numbers, exceptions: [] });
    const nearer = { ...SET.numbers, clearance: 4 };
    expect(rowSetOf(takeNumbers(SET.id, nearer)(moved))).toMatchObject({ numbers: nearer, exceptions: [{ down: 3 }] });
    expect(takeNumbers('nowhere', numbers)(PLAN)).toBe(PLAN);
  });
  it('leave nothing behind that points to a patch that is gone', () => {
    const area = { insideBorder: true, fromRegionId: 'block-3-1', leaveOut: ['block-1-1', 'block-3-2'] };
    const smaller = setMap({ ...setting, across: 2 } as Setting, borders)(changeRows(SET.id, { area })(PLAN));
    expect(rowSetOf(smaller)!.area).toEqual({ insideBorder: true, fromRegionId: null, leaveOut: ['block-1-1'] });
    expect(planFaults(smaller)).toEqual([]);
    expect(lostBy(changeRows(SET.id, { area })(PLAN), smaller)).toEqual({
      designs: [],
      touches: 0,
      rows: true,
      drawn: 0,
      borders: 0,
    });
    const kept = changeRows(SET.id, { area: { ...area, fromRegionId: null, leaveOut: [] } })(PLAN);
    expect(rowSetOf(setMap(setting, borders)(kept))).toBe(rowSetOf(kept));
  });
});
