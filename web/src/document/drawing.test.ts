import {
  clothPoint,
  controlId,
  evenBorder,
  framePoint,
  holdCorner,
  isRefused,
  makeMap,
  newPatch,
  type PatchEdit,
  planFaults,
  type PlanRecords,
  plainGrid,
  quiltOf,
  splitPatch,
  type TouchRecord,
} from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import { changePatch, takePatches } from './drawing.ts';
import { changePhoto, layPhoto, photoOf, removePhoto } from './photo.ts';
import { lostBy, setMap } from './placing.ts';
import { placeDesign } from './recipes.ts';

// Four blocks of 200 mm in a border of 50 mm.
const PLAN = gridPlan({ border: 50 });
const SETTING = quiltOf(PLAN).map.setting;
const regionsOf = (records: PlanRecords) => Object.values(records.regions);
const taken = (records: PlanRecords, made: PatchEdit): PlanRecords => {
  if (isRefused(made)) throw new Error(made.refusal);
  return takePatches(made)(records);
};
const split = (records: PlanRecords): PlanRecords =>
  taken(
    records,
    splitPatch(regionsOf(records), records.regions['block-1-1']!, clothPoint(100, 50), clothPoint(100, 250), 'new'),
  );
const square = [
  [60, 60],
  [90, 60],
  [90, 90],
  [60, 90],
].map(([x, y]) => ({ at: clothPoint(x!, y!), corner: true }));
const drawn = (records: PlanRecords): PlanRecords =>
  taken(records, newPatch(regionsOf(records), square, 'applique', 'ferry'));

describe('patches that a hand made', () => {
  it('of a setting make the top a drawn one; designs stay in patches that stay, and the plan is sound', () => {
    const filled = placeDesign('block-1-1', 'd1')(PLAN);
    const parted = split(filled);
    expect(quiltOf(parted).map).toEqual(makeMap({ kind: 'drawn', width: 400, length: 400 }, [evenBorder(50)]));
    expect(Object.keys(parted.regions)).toHaveLength(Object.keys(PLAN.regions).length + 1);
    expect(Object.values(parted.placements).map(({ regionId }) => regionId)).toEqual(['block-1-1']);
    expect(planFaults(parted)).toEqual([]);
  });
  it('over a setting leave it as it is', () => {
    const over = drawn(PLAN);
    expect(quiltOf(over)).toBe(quiltOf(PLAN));
    expect(over.regions['block-1-1']).toBe(PLAN.regions['block-1-1']);
  });
  it('that go take their designs and the touches on their corners along', () => {
    const touch = (id: string, on: string): TouchRecord => ({
      ...{ id, on, name: 'corner', cloth: clothPoint(50, 50), since: null, frame: framePoint(5, 5) },
      ...{ advance: 0, method: 'head', at: 1 },
    });
    const touches = {
      gone: touch('gone', controlId('ferry', 'c1')),
      stays: touch('stays', controlId('block-2-2', 'c1')),
    };
    const before = placeDesign('ferry', 'd1')({ ...drawn(PLAN), touches });
    const after = takePatches({ put: [], gone: ['ferry'] })(before);
    expect(after.placements).toEqual({});
    expect(Object.keys(after.touches)).toEqual(['stays']);
    expect(lostBy(before, after)).toEqual({ designs: ['appliqué 1'], touches: 1, rows: false, drawn: 1, borders: 0 });
  });
  it('take touches along with a corner that is moved', () => {
    const on = controlId('block-1-1', 'c3');
    const at = PLAN.regions['block-1-1']!.shape[2]!.at;
    const touched = { id: 't', on, name: 'corner', cloth: at, since: null, frame: framePoint(5, 5) };
    const before: PlanRecords = { ...PLAN, touches: { t: { ...touched, advance: 0, method: 'head', at: 1 } } };
    const after = taken(before, holdCorner(regionsOf(before), at).movedTo(clothPoint(260, 240)));
    expect(after.touches.t!.cloth).toEqual({ x: 260, y: 240 });
  });
  it('are called and sorted by hand', () => {
    const named = changePatch('ferry', { name: 'ferry', kind: 'cornerstone' })(drawn(PLAN));
    expect(named.regions.ferry).toMatchObject({ name: 'ferry', kind: 'cornerstone' });
    expect(changePatch('nothing', { name: 'x' })(PLAN)).toBe(PLAN);
  });
});

describe('a drawn top', () => {
  it('is sized as a whole, with what lies over it and the photo that it was traced from', () => {
    const points = [0, 1, 2, 3].map((i) => ({ id: `p${i}`, onPhoto: { x: i, y: i * i }, at: clothPoint(50, 450) }));
    const before = layPhoto('photo', { width: 900, height: 900 }, points)(drawn(split(PLAN)));
    const after = setMap({ kind: 'drawn', width: 800, length: 400 }, [evenBorder(50)])(before);
    // Inside the border twice as wide: 60 mm, 10 mm in, lies 20 mm in.
    expect(after.regions.ferry!.shape[0]!.at).toEqual({ x: 70, y: 60 });
    expect(photoOf(after)!.points[0]!.at).toEqual({ x: 50, y: 450 });
    expect(quiltOf(after).map.size).toEqual({ width: 900, length: 500 });
    expect(planFaults(after)).toEqual([]);
  });
  it('gives way to a setting that is chosen; what lies over it stays', () => {
    const before = drawn(split(PLAN));
    const after = setMap(SETTING, [evenBorder(50)])(before);
    expect(Object.keys(after.regions).sort()).toEqual([...Object.keys(PLAN.regions), 'ferry'].sort());
    expect(lostBy(before, after)).toMatchObject({ drawn: 1, designs: [] });
    expect(after.regions['block-1-1']!.origin).toBe('setting');
  });
  it('gives way to blocks of another number, and says how many drawn patches go', () => {
    const before = split(PLAN);
    const other = plainGrid({ across: 1, down: 1, blockWidth: 400, blockHeight: 400, sashing: 0 });
    expect(lostBy(before, setMap(other, [])(before))).toMatchObject({ drawn: 4 });
  });
});

describe('the photo under a map', () => {
  const points = [[0, 0], [9, 0], [9, 9], [0, 9]].map(([x, y], i) => ({
    ...{ id: `p${i}`, onPhoto: { x: x!, y: y! }, at: clothPoint(x!, y!) },
  })); // prettier-ignore
  const laid = layPhoto('one', { width: 90, height: 90 }, points)(PLAN);
  it('is one, seen at first, made pale, and taken away', () => {
    expect(photoOf(laid)).toMatchObject({ id: 'one', shown: true });
    expect(Object.keys(layPhoto('two', { width: 9, height: 9 }, points)(laid).photos)).toEqual(['two']);
    expect(photoOf(changePhoto({ paleness: 0.8, shown: false })(laid))).toMatchObject({ paleness: 0.8, shown: false });
    expect(removePhoto(laid).photos).toEqual({});
    expect(changePhoto({ shown: false })(PLAN)).toBe(PLAN);
    const both = { ...laid, photos: { ...laid.photos, two: { ...photoOf(laid)!, id: 'two' } } };
    expect(planFaults(both).map(({ path }) => path)).toEqual(['photos']);
  });
});
