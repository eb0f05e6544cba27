import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { clothPoint } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { makeEvaluator } from '../plan/evaluate.ts';
import { newPlan, type PlanRecords } from '../plan/plan-document.ts';
import { type OwnStages, usualStages } from '../plan/recipe.ts';
import { checkPlacement } from './check-placement.ts';

const setting = plainGrid({ across: 4, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 });
const PLAN = newPlan('Tide Table', makeMap(setting, [evenBorder(50)]));
const BLOCKS = ['block-1-1', 'block-2-1', 'block-3-1', 'block-4-1'];
/** Five lines 20 mm apart, 100 by 80, from its upper left to its lower right. */
const COMB = [
  polyline([0, 20, 40, 60, 80].flatMap((y, i) => (i % 2 === 0 ? [0, 100] : [100, 0]).map((x) => ({ x, y })))),
];
/** The same from edge to edge of its patch: ends meet the neighbours'. */
const recipe = { ...usualStages('d'), id: 'r', fit: { kind: 'corners', margins: [0], bend: 'even' } } as const;

/** What is found in the last block, with the outer corner of its right edge moved, or stages of its own. */
function found(records: Partial<PlanRecords>, own: OwnStages = {}): string[] {
  const placements = Object.fromEntries(
    BLOCKS.map((regionId) => [
      regionId,
      { ...{ id: regionId, regionId, recipeId: 'r', parts: 1 }, own: regionId === 'block-4-1' ? own : {} },
    ]),
  );
  const plan = makeEvaluator(() => COMB).at({ ...PLAN, recipes: { r: recipe }, placements, ...records });
  return checkPlacement(plan, 'block-4-1').map(({ code, amount }) => `${code} ${amount.toFixed(3)}`);
}
/** The last block with its two right corners moved. */
const moved = (by: readonly (readonly [number, number])[]): Partial<PlanRecords> => {
  const region = PLAN.regions['block-4-1']!;
  const shape = region.shape.map((one, i) => {
    const [x, y] = by[i - 1] ?? [0, 0];
    return { ...one, at: clothPoint(one.at.x + x, one.at.y + y) };
  });
  return { regions: { ...PLAN.regions, 'block-4-1': { ...region, shape } } };
};

describe('patches that are worked alike', () => {
  it('say by how much one comes out otherwise, each way by itself', () => {
    expect(found({})).toEqual([]);
    // Three millimetres of 200 are 1.5 %: less than shows. Ten are 5 %.
    expect(
      found(
        moved([
          [3, 0],
          [3, 0],
        ]),
      ),
    ).toEqual([]);
    expect(
      found(
        moved([
          [10, 0],
          [10, 0],
        ]),
      ),
    ).toEqual(['differsAcross 0.050']);
    expect(
      found(
        moved([
          [0, 0],
          [20, 0],
        ]),
      ),
    ).toContain('differsShear 0.100');
    // Of another family it is measured by no one.
    const regions = {
      ...moved([
        [10, 0],
        [10, 0],
      ]).regions!,
    };
    regions['block-4-1'] = { ...regions['block-4-1']!, family: 'other' };
    expect(found({ regions })).toEqual([]);
  });

  it('say where lines lie much nearer or farther apart than on the rest of the quilt', () => {
    // As large as drawn: 20 mm apart where the others are at 45 (2 across by 2.5 down).
    const small = {
      kind: 'place',
      scale: 1,
      pin: { spot: { kind: 'box', u: 0.5, v: 0.5 }, onto: { corner: null, x: 0, y: 0 } },
      second: null,
    } as const;
    expect(found({}, { fit: small }).map((one) => one.split(' ')[0])).toContain('tooDense');
    expect(found({}, { fit: { ...small, scale: 1.9 } }).map((one) => one.split(' ')[0])).not.toContain('tooDense');
  });

  it('say once for all with one recipe how many begin and end far from any neighbour', () => {
    const far = (margin: number): string[] => {
      const placements = Object.fromEntries(
        BLOCKS.map((id) => [id, { id, regionId: id, recipeId: 'r', parts: 1, own: {} }]),
      );
      const recipes = { r: { ...recipe, fit: { ...recipe.fit, margins: [margin] } } };
      const plan = makeEvaluator(() => COMB).at({ ...PLAN, recipes, placements });
      return BLOCKS.flatMap((id) => checkPlacement(plan, id)).map(
        ({ code, amount, subject }) => `${code} ${amount} ${subject.id}`,
      );
    };
    // Upper left to lower right: the next one's start is 200 mm above; mirrored they would meet.
    expect(far(0)).toEqual(['farEnds 4 block-1-1']);
    const mirrored = { ...recipe, id: 'm', orient: { ...recipe.orient, angle: Math.PI, mirror: true } };
    const placements = Object.fromEntries(
      BLOCKS.map((id, i) => [id, { id, regionId: id, recipeId: i % 2 === 0 ? 'r' : 'm', parts: 1, own: {} }]),
    );
    const plan = makeEvaluator(() => COMB).at({ ...PLAN, recipes: { r: recipe, m: mirrored }, placements });
    expect(BLOCKS.flatMap((id) => checkPlacement(plan, id))).toEqual([]);
  });
});
