import { boxShape, clothPoint, isRefused, newPatch, planFaults, type PlanRecords, usualStages } from '@gorse/core';
import { expect, it } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import { newBorderSet, setBorder } from './borders.ts';
import { takePatches } from './drawing.ts';
import {
  changeKeepOut,
  changeRejoin,
  changeRejoinHere,
  forbidLink,
  keepOutAt,
  keepOutOfPatches,
  moveKeepOut,
  moveKeepOutPoint,
  newKeepOut,
  ofShape,
  rejoinOf,
  removeKeepOut,
  setBridge,
  setKeepOut,
  setPatches,
} from './keep-outs.ts';
import { placeRecipe } from './recipes.ts';

const GRID = gridPlan({ across: 3, border: 50 });
const BLOCKS = ['block-1-1', 'block-2-1', 'block-3-1'];
/** A ferry sewn on at (100, 100) to (130, 120). */
const drawn = newPatch(
  Object.values(GRID.regions),
  boxShape(clothPoint(100, 100), clothPoint(130, 120)),
  'applique',
  'ferry',
);
if (isRefused(drawn)) throw new Error(drawn.refusal);
const PLAN = takePatches(drawn)(placeRecipe(BLOCKS, { ...usualStages('swell'), id: 'r' })(GRID));
const LABEL = { ...newKeepOut(PLAN, 'label', ofShape(boxShape(clothPoint(10, 10), clothPoint(30, 20)))), id: 'label' };
const keptFree = (records: PlanRecords, ...ids: readonly string[]): PlanRecords =>
  setKeepOut(
    keepOutOfPatches(
      records,
      ids.map((id) => records.regions[id]!),
    ),
  )(records);
const only = (records: PlanRecords) => {
  const [keepOut, ...others] = Object.values(records.keepOuts);
  expect(others).toEqual([]);
  return keepOut!;
};

it('a patch is kept free, follows the map, and its keep-out goes with the last of its patches', () => {
  const free = keptFree(PLAN, 'ferry');
  const { id, name, of } = only(free);
  expect([name, of]).toEqual(['appliqué 1', { kind: 'patches', regionIds: ['ferry'] }]);
  expect(planFaults(free)).toEqual([]);
  const both = setPatches(id, ['ferry', BLOCKS[0]!])(free);
  expect(only(both).of).toEqual({ kind: 'patches', regionIds: ['ferry', BLOCKS[0]] });
  expect(setPatches(id, [])(free).keepOuts).toEqual({});
  // Deleted on the map.
  const deleted = takePatches({ put: [], gone: ['ferry'] });
  expect(only(deleted(both)).of).toEqual({ kind: 'patches', regionIds: [BLOCKS[0]] });
  expect(deleted(free).keepOuts).toEqual({});
});

it('the design in a patch is kept free along its outline, by gaps that are closed', () => {
  const free = setKeepOut(keepOutOfPatches(PLAN, [PLAN.regions[BLOCKS[0]!]!], 'designs'))(PLAN);
  const { id, name, of } = only(free);
  expect([name, of]).toEqual(['design in A1', { kind: 'designs', regionIds: [BLOCKS[0]], bridge: 6.35 }]);
  expect(only(setBridge(id, 2)(free)).of).toMatchObject({ kind: 'designs', bridge: 2 });
  expect(only(setPatches(id, BLOCKS)(free)).of).toEqual({ kind: 'designs', regionIds: BLOCKS, bridge: 6.35 });
  expect(planFaults(free)).toEqual([]);
});

it('no two have one name, and what isn’t there is left alone', () => {
  const twice = keptFree(keptFree(PLAN, 'ferry'), 'ferry');
  expect(Object.values(twice.keepOuts).map(({ name }) => name)).toEqual(['appliqué 1', 'appliqué 1 (2)']);
  for (const edit of [
    changeKeepOut('gone', { on: false }),
    setPatches('gone', ['ferry']),
    moveKeepOut('gone', { x: 1, y: 1 }),
  ])
    expect(edit(PLAN)).toBe(PLAN);
  expect(removeKeepOut('label')(setKeepOut(LABEL)(PLAN)).keepOuts).toEqual({});
});

it('its own ring is moved, whole or by a point; one of patches is moved on the map', () => {
  const free = setKeepOut(LABEL)(PLAN);
  const corners = (records: PlanRecords) => {
    const { of } = only(records);
    return of.kind === 'shapes' ? of.rings[0]!.edge.map(({ at: { x, y } }) => [x, y]) : [];
  };
  expect(corners(moveKeepOut('label', { x: 5, y: -2 })(free))).toEqual([[15, 8], [35, 8], [35, 18], [15, 18]]); // prettier-ignore
  const pulled = moveKeepOutPoint('label', clothPoint(30, 20), clothPoint(40, 25))(free);
  expect(corners(pulled)).toEqual([[10, 10], [30, 10], [40, 25], [10, 20]]); // prettier-ignore
  const patch = keptFree(PLAN, 'ferry');
  expect(moveKeepOut(only(patch).id, { x: 5, y: 5 })(patch)).toBe(patch);
});

it('is found where it lies, but not in a ring of it that is left free', () => {
  const hollow = [boxShape(clothPoint(0, 0), clothPoint(90, 90)), boxShape(clothPoint(30, 30), clothPoint(60, 60))];
  const ring = setKeepOut({ ...LABEL, of: { kind: 'shapes', rings: hollow.map((edge) => ({ edge })) } })(PLAN);
  expect([keepOutAt(ring, clothPoint(10, 10))?.id, keepOutAt(ring, clothPoint(45, 45))]).toEqual(['label', undefined]);
  // Of two that hold a place the smaller is seen, whichever was made first.
  const both = keptFree(setKeepOut({ ...LABEL, of: ofShape(hollow[0]!) })(PLAN), BLOCKS[0]!);
  expect(keepOutAt(both, clothPoint(60, 60))?.name).toBe('label');
});

it('how pieces are joined is changed for all that share a recipe, or here alone; of borders it is their own', () => {
  const [first, second] = Object.values(PLAN.placements).map(
    ({ id }) => ({ source: 'placements', record: id }) as const,
  );
  const all = changeRejoin(first!, { by: 'edge' })(PLAN);
  expect([rejoinOf(all, first!)!.by, rejoinOf(all, second!)!.by]).toEqual(['edge', 'edge']);
  const here = changeRejoinHere(first!, { start: clothPoint(60, 60) })(all);
  expect([rejoinOf(here, first!)!.start, rejoinOf(here, second!)!.start]).toEqual([{ x: 60, y: 60 }, null]);
  // What is its own stays so.
  const again = changeRejoin(first!, { by: 'stitched' })(here);
  expect([rejoinOf(again, first!)!.by, rejoinOf(again, second!)!.by]).toEqual(['stitched', 'edge']);
  const without = forbidLink(first!, clothPoint(2, 2))(forbidLink(first!, clothPoint(1, 1))(PLAN));
  expect([rejoinOf(without, first!)!.forbidden.length, rejoinOf(without, second!)!.forbidden.length]).toEqual([2, 0]);

  const set = newBorderSet(0, 'rope');
  const border = { source: 'borderSets', record: set.id } as const;
  const bordered = changeRejoinHere(border, { crumb: 9 })(setBorder(set)(PLAN));
  expect([rejoinOf(bordered, border)!.crumb, rejoinOf(bordered, first!)!.crumb]).toEqual([9, 3]);
  expect(changeRejoin({ source: 'rowSets', record: 'none' }, { crumb: 9 })(PLAN)).toBe(PLAN);
});
