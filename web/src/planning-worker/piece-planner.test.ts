import { type PlanRecords, polyline, recordId } from '@gorse/core';
import { expect, it } from 'vitest';
import { keepOutOfPatches, setKeepOut } from '../document/keep-outs.ts';
import { newRecipe, placeRecipe, placementIn, setRecipe } from '../document/recipes.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { plannerOf } from '../test/planner-of.ts';

const RECIPE = newRecipe('steps');
const BLOCKS = ['block-1-1', 'block-2-1', 'block-3-1', 'block-4-1'];
const SHARED = placeRecipe(BLOCKS, RECIPE)(gridPlan({ across: 4, down: 1 }));
const withMargin = (margin: number): PlanRecords =>
  setRecipe(RECIPE.id, { fit: { kind: 'fill', margins: [margin] } })(SHARED);
const [a, b, c, d] = BLOCKS.map((block) =>
  recordId({ source: 'placements', record: placementIn(SHARED, block)!.id }),
) as [string, string, string, string];

/** Works out one record of each of these margins, as in a drag that is faster than the worker. */
function dragged(margins: readonly number[], first: string | null): string[][] {
  const worker = plannerOf({ steps: [polyline([0, 1, 2, 3].map((i) => ({ x: 10 * i, y: 10 * (i % 2) })))] });
  return margins.map((margin) => Object.keys(worker.on(withMargin(margin)).changed(-1, first).records));
}

it('in a drag all records have their turn, and what is looked at comes first', () => {
  expect(dragged([1, 2, 3, 4, 5], null)).toEqual([[a], [b], [c], [d], [a]]);
  expect(dragged([1, 2, 3, 4], c)).toEqual([
    [c, a],
    [c, b],
    [c, d],
    [c, a],
  ]);
});

it('tells what keep-outs of designs take up once, and anew when it changes', () => {
  const worker = plannerOf({ steps: [polyline([0, 1, 2, 3].map((i) => ({ x: 10 * i, y: 10 * (i % 2) })))] });
  const kept = (margin: number): PlanRecords => {
    const plan = withMargin(margin);
    const of = { ...keepOutOfPatches(plan, [plan.regions['block-1-1']!], 'designs'), id: 'k' };
    return setKeepOut(of)(plan);
  };
  const told = (margin: number) => worker.on(kept(margin)).changed(1000, null).outlines;
  const [first] = told(5).k!;
  expect(first!.length).toBeGreaterThan(6);
  expect(told(5)).toEqual({});
  expect(told(9).k![0]).not.toEqual(first);
});
