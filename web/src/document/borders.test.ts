import { evenBorder, planFaults, type PlanRecords, quiltOf } from '@gorse/core';
import { expect, it } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import {
  borderSetOf,
  changeBorder,
  clearBorder,
  liesAt,
  newBorderSet,
  pinCount,
  placeOf,
  removeBorder,
  setBorder,
} from './borders.ts';
import { lostBy, setMap } from './placing.ts';

const SET = newBorderSet(0, 'swell');
const PLAN: PlanRecords = setBorder(SET)(gridPlan({ border: 50 }));
const { setting } = quiltOf(PLAN).map;

it('a border has a set of its own, whose counts are said or follow', () => {
  expect(planFaults(PLAN)).toEqual([]);
  expect([borderSetOf(PLAN, 0), borderSetOf(PLAN, 1)]).toEqual([SET, undefined]);
  const pinned = pinCount(SET.id, 'left', 7)(pinCount(SET.id, 'left', 6)(pinCount(SET.id, 'top', 5)(PLAN)));
  expect(borderSetOf(pinned, 0)!.pinned).toEqual([
    { side: 'top', count: 5 },
    { side: 'left', count: 7 },
  ]);
  expect(borderSetOf(pinCount(SET.id, 'top', null)(pinned), 0)!.pinned).toEqual([{ side: 'left', count: 7 }]);
  expect(removeBorder(SET.id)(PLAN).borderSets).toEqual({});
  expect(changeBorder('nowhere', { fill: 0.5 })(PLAN)).toBe(PLAN);
});

it('may lie along strips instead, beside the border’s own, until the map has none', () => {
  const sashed = setMap({ ...setting, sashing: 20 } as typeof setting, [evenBorder(50)])(PLAN);
  const strips = newBorderSet('sashing-v', 'rope');
  const both = setBorder(strips)(sashed);
  expect(planFaults(both)).toEqual([]);
  expect([borderSetOf(both, 0), borderSetOf(both, 'sashing-v'), borderSetOf(both, 'sashing-h')]).toEqual([
    SET,
    strips,
    undefined,
  ]);
  expect([SET, strips].map(placeOf)).toEqual([0, 'sashing-v']);
  expect(Object.values(setMap(setting, [evenBorder(50)])(both).borderSets)).toEqual([SET]);
});

it('goes with its border when the map has fewer, and that is told before', () => {
  const twice = setMap(setting, [evenBorder(50), evenBorder(20)])(PLAN);
  const both = setBorder(newBorderSet(1, 'rope'))(twice);
  const fewer = setMap(setting, [evenBorder(50)])(both);
  expect(Object.values(fewer.borderSets)).toEqual([SET]);
  expect(lostBy(both, fewer)).toMatchObject({ borders: 1 });
  expect(lostBy(both, both)).toBeNull();
});

it('a design along strips keeps as far from all their seams; a border from its two as is said', () => {
  const along = newBorderSet('sashing-down', 'swell');
  const clear = clearBorder(along.id, 'outer', 5)(setBorder(along)(PLAN)).borderSets[along.id]!.clear;
  expect(clear).toEqual({ outer: 5, inner: 5 });
  const [outer, inner] = (['outer', 'inner'] as const).map(
    (edge) => borderSetOf(clearBorder(SET.id, edge, 5)(PLAN), 0)!.clear,
  );
  expect([outer, inner]).toEqual([
    { ...SET.clear, outer: 5 },
    { ...SET.clear, inner: 5 },
  ]);
});

it('lies where it was put, or where it would be', () => {
  const two = changeBorder(SET.id, { over: 2 })(PLAN);
  expect(liesAt(two, 1)).toEqual({ border: 0, over: 2, strips: null });
  expect(liesAt(two, 2)).toEqual({ border: 2, over: 1, strips: null });
  expect(liesAt(two, 'sashing-down')).toEqual({ border: 0, over: 1, strips: 'sashing-down' });
});
