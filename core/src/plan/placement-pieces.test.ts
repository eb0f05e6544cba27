import { clothPoint } from '../geometry/point.ts';
import { describe, expect, it } from 'vitest';
import { plainGrid } from '../cloth/settings/grid.ts';
import { loadingMap } from '../cloth/loading.ts';
import { boundsOf, polyline } from '../geometry/polyline.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { boxShape, outlineOf } from '../cloth/shape.ts';
import { makeEvaluator } from './evaluate.ts';
import { depthOf, partBands, partsNeeded } from './in-parts.ts';
import { placementPieces } from './placement-pieces.ts';
import { newPlan, quiltOf } from './plan-document.ts';
import type { RecipeRecord } from './records.ts';
import { usualStages } from './recipe.ts';

const UPRIGHT = loadingMap('upright', { width: 1, length: 1 });

const PLAN = newPlan(
  'Harbour Lights',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 250, blockHeight: 250, sashing: 0 }), []),
);
const region = {
  ...PLAN.regions['block-1-1']!,
  name: 'left border',
  shape: boxShape(clothPoint(0, 0), clothPoint(40, 200)),
};
const recipe: RecipeRecord = {
  ...usualStages('d'),
  id: 'r',
  orient: { angle: 0, mirror: false, up: 'quilt' },
  fit: { kind: 'corners', margins: [0], bend: 'even' },
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
/** Two loops of three strokes each, with one stroke between them from y = 94 to 98.7; 442.6 mm long. */
const LOOPS = polyline(
  [
    [0, 0],
    [0, 94],
    [10, 94],
    [10, 0],
    [20, 0],
    [20, 106],
    [30, 106],
    [30, 98.7],
    [40, 98.7],
    [40, 200],
  ].map(([x, y]) => ({ x: x!, y: y! })),
);
const partsOf = (parts: number, own: RecipeRecord = recipe, loading: 'upright' | 'turned' = 'upright') =>
  placementPieces(
    makeEvaluator(() => [LOOPS]).at({
      ...PLAN,
      quilts: { quilt: { ...quiltOf(PLAN), loading } },
      regions: { [region.id]: region },
      recipes: { r: own },
      placements: { p: { id: 'p', regionId: region.id, recipeId: 'r', parts, own: {} } },
    }),
    'p',
  );

describe('a patch in parts', () => {
  it('is cut where the fewest lines cross, near the middle, and nothing of it is lost', () => {
    const parts = partsOf(2);
    expect(parts.map(({ id, name }) => `${id}: ${name}`)).toEqual([
      'placements.p.1: left border, part 1 of 2',
      'placements.p.2: left border, part 2 of 2',
    ]);
    expect(parts.map(({ needle }) => needle.length)).toEqual([1, 1]);
    const cut = boundsOf(parts[0]!.needle)!.maxY;
    expect(cut).toBeGreaterThan(94);
    expect(cut).toBeLessThan(98.7);
    expect(boundsOf(parts[1]!.needle)!.minY).toBeCloseTo(cut, 9);
    expect(parts[0]!.totals.length + parts[1]!.totals.length).toBeCloseTo(442.6, 6);
  });

  it('has tie-offs at both ends of each part', () => {
    const stitches = (tieOff: 'none' | 'short'): number =>
      partsOf(2, { ...recipe, stitch: { stitchesPerInch: 10, tieOff } }).reduce((n, one) => n + one.totals.stitches, 0);
    const whole = (tieOff: 'none' | 'short'): number =>
      partsOf(1, { ...recipe, stitch: { stitchesPerInch: 10, tieOff } })[0]!.totals.stitches;
    expect(stitches('short') - stitches('none')).toBe(2 * (whole('short') - whole('none')));
    expect(whole('short')).toBeGreaterThan(whole('none'));
  });

  it('is cut across the poles however the quilt is loaded', () => {
    const [first, second] = partsOf(2, recipe, 'turned').map(({ needle }) => boundsOf(needle)!);
    // Turned a quarter, the parts lie side by side on the quilt.
    expect(first!.maxX).toBeCloseTo(second!.minX, 9);
    expect([first!.minX, second!.maxX]).toEqual([0, 40]);
  });

  it('stays whole when it is one part', () => {
    expect(partsOf(1)).toMatchObject([
      { id: 'placements.p.0', name: 'left border', totals: { length: expect.closeTo(442.6, 9) as number } },
    ]);
  });

  it('may reach a little over an even parting, and counts that into the parts it needs', () => {
    const whole = depthOf(outlineOf(region.shape), UPRIGHT);
    expect(whole).toEqual({ top: 0, bottom: 200 });
    expect(partBands(whole, 2)).toEqual([
      { top: 0, bottom: 108 },
      { top: 92, bottom: 200 },
    ]);
    expect(partBands(whole, 1)).toEqual([whole]);
    expect([201, 200, 199, 110].map((reach) => partsNeeded(whole, reach))).toEqual([1, 1, 2, 3]);
    expect(partsNeeded(whole, 0)).toBe(Infinity);
  });
});
