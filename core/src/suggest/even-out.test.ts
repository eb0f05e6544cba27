import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { makeEvaluator } from '../plan/evaluate.ts';
import { newPlan } from '../plan/plan-document.ts';
import { type OwnStages, usualStages } from '../plan/recipe.ts';
import { drawnSpacing } from '../plan/drawn-spacing.ts';
import { evenOut } from './even-out.ts';
import { rings, wave } from './test/designs.ts';

const setting = plainGrid({ across: 3, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 });
const PLAN = newPlan('Tide Table', makeMap(setting, [evenBorder(40)]));
const DESIGNS: Readonly<Record<string, readonly Polyline[]>> = { rings: rings(100, 100), wave: wave(60, 20) };
const recipes = {
  r: { ...usualStages('rings'), id: 'r', fit: { kind: 'corners', margins: [0], bend: 'even' } },
  w: { ...usualStages('wave'), id: 'w', fit: { kind: 'along', margins: [0] } },
} as const;
const placement = (id: string, regionId: string, recipeId: string, own: OwnStages = {}) =>
  [id, { id, regionId, recipeId, parts: 1, own }] as const;

describe('evening out', () => {
  const plan = makeEvaluator((id) => DESIGNS[id]).at({
    ...PLAN,
    recipes,
    placements: Object.fromEntries([
      ...[1, 2, 3].map((i) => placement(`b${i}`, `block-${i}-1`, 'r')),
      placement('t', 'border-top', 'w'),
    ]),
  });
  const drawn = drawnSpacing(plan, 'rings')!;

  it('repeats designs so that their lines come nearest to a spacing, in proportion', () => {
    // One copy in a block of 200 is twice as large as drawn, two by two are as drawn.
    const [found] = evenOut(plan, drawn);
    expect(found).toMatchObject({
      recipeId: 'r',
      patches: 3,
      arrange: { across: 2, down: 2 },
      after: expect.closeTo(drawn, 6) as number,
    });
    expect(found!.before).toBeCloseTo(2 * drawn, 6);
    expect(evenOut(plan, 2 * drawn)[0]).toMatchObject({ arrange: { across: 1, down: 1 } });
    // A spacing that no whole number gives: the nearer of those beside it.
    expect(evenOut(plan, drawn * 0.6)[0]!.arrange.across).toBe(3);
  });

  it('leaves out what has a spacing of no kind or stages of its own, and scales what lies in its own size', () => {
    expect(evenOut(plan, 10).map(({ recipeId }) => recipeId)).toEqual(['r']);
    const own = makeEvaluator((id) => DESIGNS[id]).at({
      ...PLAN,
      recipes,
      placements: Object.fromEntries([placement('b', 'block-1-1', 'r', { fit: recipes.r.fit })]),
    });
    expect(evenOut(own, 10)).toEqual([]);
    const place = {
      kind: 'place',
      scale: 1,
      pin: { spot: { kind: 'box', u: 0.5, v: 0.5 }, onto: { corner: null, x: 0, y: 0 } },
      second: null,
    } as const;
    const sized = makeEvaluator((id) => DESIGNS[id]).at({
      ...PLAN,
      recipes: { r: { ...recipes.r, fit: place } },
      placements: Object.fromEntries([placement('b', 'block-1-1', 'r')]),
    });
    expect(evenOut(sized, drawn * 1.5)[0]).toMatchObject({ fit: { scale: 1.5 }, before: drawn, after: drawn * 1.5 });
    expect(evenOut(sized, drawn * 9)[0]).toMatchObject({ fit: { scale: 2 } });
  });
});
