import {
  plainGrid,
  GENERIC_MACHINES,
  makeMap,
  newPlan,
  type PlanRecords,
  quiltOf,
  framePoint,
  clothPoint,
} from '@gorse/core';
import { describe, expect, it } from 'vitest';
import {
  clearPassRules,
  setLineUpRules,
  setLoading,
  setMachine,
  setPassStart,
  setPiecePass,
  shrinkRowsToReach,
  shrinkToReach,
} from './passes.ts';
import { addLandmark, addTouch, clearTouches, removeLandmark, removeTouches } from './placing.ts';
import { newRecipe, placeRecipe } from './recipes.ts';
import { newRowSet, setRows } from './rows.ts';

const PLAN = newPlan(
  'Harbour Lights',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 200, blockHeight: 200, sashing: 0 }), []),
);
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
    const pinned = setPiecePass('row-4', 1)(setPiecePass('row-4', 0)(PLAN));
    expect(rules(pinned).pieces).toEqual([{ id: 'row-4', pass: 1 }]);
    expect(rules(setPiecePass('row-4', null)(pinned)).pieces).toEqual([]);
    expect(rules(clearPassRules(setPassStart(1, 9)(pinned)))).toEqual({ starts: [], pieces: [] });
  });
  it('are for one frame: another begins anew', () => {
    const other = setMachine(GENERIC_MACHINES[2]!)(setPiecePass('row-4', 1)(PLAN));
    expect(quiltOf(other)).toMatchObject({ machine: GENERIC_MACHINES[2]!, passes: { pieces: [] } });
    const turned = setLoading('turned')(setPassStart(1, 9)(PLAN));
    expect(quiltOf(turned)).toMatchObject({ loading: 'turned', passes: { starts: [] } });
  });
  it('are lined up as well as is wished, one wish at a time', () => {
    const { joins, ease } = quiltOf(PLAN).lineUpRules;
    expect(quiltOf(setLineUpRules({ elsewhere: 3 })(PLAN)).lineUpRules).toEqual({ joins, ease, elsewhere: 3 });
  });
});

describe('what no pass holds', () => {
  const recipe = { ...newRecipe('kelp'), fit: { kind: 'fill', margins: [10] } } as const;
  const plan = placeRecipe(['block-1-1'], recipe)(PLAN);
  const [placement] = Object.values(plan.placements);
  it('is made smaller by its margin, as far as something of it is left', () => {
    // 180 mm of a block of 200 are to become 98 of 100.
    const shrunk = shrinkToReach(plan, placement!, 180, 100)!;
    expect(shrunk.part).toBeCloseTo(98 / 180, 9);
    expect(shrunk.edit(plan).recipes[recipe.id]!.fit).toEqual({ kind: 'fill', margins: [10 + 41] });
    expect(shrinkToReach(plan, placement!, 180, 20)).toBeNull();
    expect(shrinkToReach(PLAN, placement!, 180, 100)).toBeNull();
  });
  it('or rows are, all of them', () => {
    const set = { ...newRowSet('ripple', 9), numbers: { rows: 3, scale: 2, clearance: 9, margin: 9 } };
    const { numbers } = shrinkRowsToReach(set, 300, 150)(setRows(set)(PLAN)).rowSets[set.id]!;
    expect(numbers.scale).toBeCloseTo(0.98, 9);
  });
});

describe('marks and touches', () => {
  it('are added and taken away, those of other advances staying', () => {
    const mark = { id: 'm', name: 'puffin’s beak', cloth: clothPoint(9, 9), since: null };
    const touch = (id: string, advance: number) =>
      ({ ...mark, id, on: 'mark.m', frame: framePoint(1, 1), advance, method: 'head', at: advance }) as const;
    const plan = addTouch(touch('b', 1))(addTouch(touch('a', 0))(addLandmark(mark)(PLAN)));
    expect(Object.keys(plan.landmarks)).toEqual(['m']);
    expect(Object.keys(removeLandmark('m')(plan).landmarks)).toEqual([]);
    expect(Object.keys(clearTouches(1)(plan).touches)).toEqual(['a']);
    expect(Object.keys(removeTouches('a')(plan).touches)).toEqual(['b']);
  });
});
