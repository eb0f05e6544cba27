import { describe, expect, it } from 'vitest';
import { checkPlacement } from '../checks/check-placement.ts';
import { placedSize } from '../checks/sizes.ts';
import { evenBorder } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { boxShape } from '../cloth/shape.ts';
import { type Background, USUAL_BACKGROUND } from '../fill/rule.ts';
import { clothPoint } from '../geometry/point.ts';
import { boundsOf } from '../geometry/polyline.ts';
import { backgroundAlone } from './background-in-patch.ts';
import { makeEvaluator } from './evaluate.ts';
import { piecesOfRecord } from './pieces.ts';
import { designIdsOf, newPlan, planFaults, type PlanRecords } from './plan-document.ts';
import { usualStages } from './recipe.ts';
import { linesOf } from './stroke.ts';

const BARE = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 400, blockHeight: 900, sashing: 0 }), [evenBorder(20)]),
);
const plan = (change: Partial<Background>, parts = 1) => {
  const recipe = { ...usualStages(null), id: 'r', background: { ...USUAL_BACKGROUND, ...change } };
  const records: PlanRecords = {
    ...BARE,
    recipes: { r: recipe },
    placements: { p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts, own: {} } },
  };
  expect(planFaults(records)).toEqual([]);
  expect(designIdsOf(records)).toEqual([]);
  return makeEvaluator(() => undefined).at(records);
};
const codesOf = (change: Partial<Background>, parts = 1) =>
  checkPlacement(plan(change, parts), 'p').map(({ code }) => code);

describe('a background in a patch', () => {
  it('alone lies inside its margin, cut and joined', () => {
    const rule = { ...usualStages(null), background: { ...USUAL_BACKGROUND, kind: 'lines', margin: 10 } as const };
    const strokes = backgroundAlone(rule, boxShape(clothPoint(0, 0), clothPoint(200, 120)))!;
    expect(strokes).toHaveLength(1);
    const { minX, minY, maxX, maxY } = boundsOf(linesOf(strokes))!;
    expect([minX, minY, maxX, maxY].map((mm) => Math.round(mm))).toEqual([10, 10, 190, 110]);
  });
  it('has its spacing as its size, and no stretch', () => {
    expect(placedSize(plan({ spacing: 14 }), 'p')).toMatchObject({ spacing: 14, across: 1, down: 1, shear: 0 });
  });
  it('deeper than any pass is told of, and stitched in parts one above the other', () => {
    expect(codesOf({})).toContain('outOfReach');
    expect(codesOf({}, 3)).not.toContain('outOfReach');
    const parts = piecesOfRecord(plan({}, 3), { source: 'placements', record: 'p' }).map(({ needle }) =>
      boundsOf(needle)!,
    );
    expect(parts).toHaveLength(3);
    for (const i of [1, 2]) expect(parts[i]!.minY).toBeGreaterThan(parts[i - 1]!.minY + 100);
  });
  it('that is too much, or has no room, is told of in place of being laid', () => {
    expect(codesOf({ spacing: 1 })).toEqual(['tooMuch']);
    expect(codesOf({ margin: 300 })).toContain('nothingToStitch');
  });
});
