import { GENERIC_MACHINES, newPlan, type PlanRecords, quiltOf } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { clearPassRules, setLineUpRules, setMachine, setPassStart, setRunPass } from './passes.ts';
import { addLandmark, addTouch, clearTouches, removeLandmark, removeTouch } from './placing.ts';

const PLAN = newPlan('Harbour Lights', {
  across: 2,
  down: 2,
  blockWidth: 200,
  blockHeight: 200,
  sashing: 0,
  border: 0,
});
const rules = (plan: PlanRecords) => quiltOf(plan).passes;

describe('passes set by hand', () => {
  it('begin where they are told to, and go back to where they are worked out to', () => {
    const begun = setPassStart(2, 700)(setPassStart(1, 400)(PLAN));
    expect(rules(begun).starts).toEqual([
      { pass: 1, from: 400 },
      { pass: 2, from: 700 },
    ]);
    expect(rules(setPassStart(1, 410)(begun)).starts).toContainEqual({ pass: 1, from: 410 });
    expect(rules(setPassStart(1, null)(begun)).starts).toEqual([{ pass: 2, from: 700 }]);
    expect(rules(PLAN).starts).toEqual([]);
  });
  it('hold what is pinned to them, each piece to one', () => {
    const pinned = setRunPass('row-4', 1)(setRunPass('row-4', 0)(PLAN));
    expect(rules(pinned).runs).toEqual([{ id: 'row-4', pass: 1 }]);
    expect(rules(setRunPass('row-4', null)(pinned)).runs).toEqual([]);
    expect(rules(clearPassRules(setPassStart(1, 9)(pinned)))).toEqual({ starts: [], runs: [] });
  });
  it('are for one frame: another begins anew', () => {
    const other = setMachine(GENERIC_MACHINES[2]!)(setRunPass('row-4', 1)(PLAN));
    expect(quiltOf(other)).toMatchObject({ machine: GENERIC_MACHINES[2]!, passes: { runs: [] } });
  });
  it('are lined up as well as is wished, one wish at a time', () => {
    const { joins, ease } = quiltOf(PLAN).lineUpRules;
    expect(quiltOf(setLineUpRules({ elsewhere: 3 })(PLAN)).lineUpRules).toEqual({ joins, ease, elsewhere: 3 });
  });
});

describe('marks and touches', () => {
  it('are added and taken away, those of other advances staying', () => {
    const mark = { id: 'm', name: 'puffin’s beak', cloth: { x: 9, y: 9 }, since: null };
    const touch = (id: string, advance: number) =>
      ({ ...mark, id, frame: { x: 1, y: 1 }, advance, method: 'head', at: advance }) as const;
    const plan = addTouch(touch('b', 1))(addTouch(touch('a', 0))(addLandmark(mark)(PLAN)));
    expect(Object.keys(plan.landmarks)).toEqual(['m']);
    expect(Object.keys(removeLandmark('m')(plan).landmarks)).toEqual([]);
    expect(Object.keys(clearTouches(1)(plan).touches)).toEqual(['a']);
    expect(Object.keys(removeTouch('a')(plan).touches)).toEqual(['b']);
  });
});
