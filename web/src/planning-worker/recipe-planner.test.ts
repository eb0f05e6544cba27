import { pointOf, polyline, usualStages } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { newRecipe, placementIn, placeRecipe } from '../document/recipes.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { plannerOf } from '../test/planner-of.ts';

/** Five squares in one another, 100 mm, drawn in one line. */
const RINGS = polyline(
  [0, 10, 20, 30, 40].flatMap((t) =>
    [
      [t, t],
      [100 - t, t],
      [100 - t, 100 - t],
      [t, 100 - t],
      [t, t],
    ].map(([x, y]) => ({ x: x!, y: y! })),
  ),
);
const PLAN = gridPlan({ across: 3, down: 1 });
const RECIPE = { ...newRecipe('rings'), fit: { kind: 'corners', margins: [0], bend: 'even' } } as const;
const FILLED = placeRecipe(['block-1-1', 'block-2-1'], RECIPE)(PLAN);
const worker = plannerOf({ rings: [RINGS] });

describe('recipes in the worker', () => {
  it('are repeated until their lines lie as asked', () => {
    const placed = placementIn(FILLED, 'block-1-1')!.id;
    // A block of 200: lines 10 mm apart as drawn are 20 apart; two by two bring them back to 10.
    expect(worker.on(FILLED).repeatsFor(placed, 10, 10)).toMatchObject({ across: 2, down: 2, spacing: 10 });
    expect(worker.on(FILLED).repeatsFor('nowhere', 10, 10)).toBeNull();
    const [evened] = worker.on(FILLED).evenOut(10);
    expect(evened).toMatchObject({ recipeId: RECIPE.id, patches: 2, arrange: { across: 2, down: 2 } });
  });

  it('are pictured in a patch before they are put there, with the time they take', () => {
    const stages = { ...usualStages('rings'), fit: RECIPE.fit };
    const { shape } = PLAN.regions['block-3-1']!;
    const fitted = worker.on(FILLED).fittedIn(shape, stages)!;
    expect(fitted.outline).toHaveLength(4);
    expect(pointOf(fitted.lines[0]!, 0)).toEqual({ x: 400, y: 0 });
    expect(fitted.seconds).toBeGreaterThan(5);
    expect(worker.on(FILLED).fittedIn(shape, { ...stages, designId: 'unknown' })).toBeNull();
  });

  it('are suggested for a patch, so many at the most, and none for one that is gone', () => {
    const facts = {
      ...{ width: 100, height: 100, start: { x: 0, y: 0 }, end: { x: 40, y: 40 } },
      ...{ spacing: 10, directional: false, strokes: 1, hull: [0, 0, 100, 0, 100, 100, 0, 100] },
      join: { joins: false, repeat: 40, climb: 40, overlap: 60 },
    } as never;
    const offered = ['one', 'two', 'three'].map((id) => ({ id, kind: 'block' as const, facts }));
    const found = worker.on(FILLED).suggest('block-3-1', offered, 2);
    expect(found.map(({ stages }) => stages.designId)).toEqual(['one', 'two']);
    // Beside a patch that is worked its lines' ends are known: from the neighbour's start at (200, 0) to the margin's corner.
    expect(found[0]!.gap).not.toBeNull();
    expect(worker.on(FILLED).suggest('gone', offered, 2)).toEqual([]);
  });
});
