import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { gridRegions, gridSize, blockName } from '../cloth/block-grid.ts';
import { checkPlacement } from '../checks/check-placement.ts';
import { distance, type Point } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { signedArea } from '../geometry/polygon.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { onTop } from '../lineup/touch.ts';
import { GENERIC_FRAME } from '../passes/frame-profile.ts';
import { measuredRing, resolvePlacement } from './pipeline.ts';
import { applyDiff, conflictsOf, diffPlans, invertDiff } from './plan-diff.ts';
import { migratePlan, newPlan, planFaults, type PlanRecords, quiltOf, touchesOf } from './plan-document.ts';
import type { RecipeRecord } from './records.ts';

const grid = { across: 4, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25, border: 50 };
const recipe: RecipeRecord = {
  id: 'r',
  designId: 'd',
  orient: { angle: 0, mirror: false },
  fit: { kind: 'corners', margin: 0 },
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
const square = polyline([
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
  { x: 0, y: 0 },
]);

describe('a grid of blocks', () => {
  it('tiles the top exactly', () => {
    const regions = gridRegions(grid);
    expect(gridSize(grid)).toEqual({ width: 975, length: 525 });
    expect(regions.reduce((sum, r) => sum + signedArea(r.ring), 0)).toBeCloseTo(975 * 525, 6);
    expect(
      regions
        .map((r) => r.kind)
        .sort()
        .join(),
    ).toMatch(/^(block,){8}(border,){4}(cornerstone,){3}(sashing,?){10}$/);
    expect(regions.find((r) => r.name === 'B2')!.ring[0]).toEqual({ x: 275, y: 275 });
  });
  it('names blocks like a map', () => {
    expect([blockName(0, 0), blockName(25, 9), blockName(26, 0), blockName(701, 0)]).toEqual([
      'A1',
      'Z10',
      'AA1',
      'ZZ1',
    ]);
  });
  it('leaves out sashing and border of no width, and keeps ids when sizes change', () => {
    const plain = gridRegions({ ...grid, sashing: 0, border: 0 });
    expect(plain.map((r) => r.kind)).toEqual(Array(8).fill('block'));
    expect(gridRegions({ ...grid, blockWidth: 300 }).map((r) => r.id)).toEqual(gridRegions(grid).map((r) => r.id));
  });
});

describe('edits', () => {
  const plan = newPlan('Tide Table', grid);
  const placed: PlanRecords = {
    ...plan,
    recipes: { r: recipe },
    placements: { p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1 } },
  };

  it('there and back is where it was, for any set of changes', () => {
    const some = fc.uniqueArray(fc.constantFrom('block-1-1', 'block-2-1', 'block-3-2', 'border-top'));
    fc.assert(
      fc.property(some, some, (removed, moved) => {
        const regions = { ...placed.regions };
        for (const id of moved) regions[id] = { ...regions[id]!, name: 'elsewhere' };
        for (const id of removed) delete regions[id];
        const to = { ...placed, regions };
        const diff = diffPlans(placed, to);
        expect(applyDiff(placed, diff)).toEqual(to);
        expect(applyDiff(to, invertDiff(diff))).toEqual(placed);
        expect(diff).toHaveLength(new Set([...removed, ...moved]).size);
      }),
    );
  });

  it('finds the records that two people changed', () => {
    const mine = diffPlans(plan, placed);
    const theirs = diffPlans(plan, { ...plan, recipes: { r: { ...recipe, designId: 'other' } } });
    expect(conflictsOf(mine, theirs).map((c) => c.id)).toEqual(['r']);
    expect(conflictsOf(mine, [])).toEqual([]);
  });

  it('refuses plans whose records point nowhere, or put two designs in one patch', () => {
    expect(planFaults(placed)).toEqual([]);
    expect(planFaults({ ...placed, recipes: {} })[0]!.message).toMatch(/no recipe r/);
    expect(planFaults({ ...placed, regions: {} })[0]!.message).toMatch(/no patch block-1-1/);
    expect(planFaults({ ...placed, quilts: {} })[0]!.path).toBe('quilts');
    expect(planFaults(newPlan('wide', { ...grid, across: 60 }))[0]!.message).toMatch(/larger than 6 m/);
    const twice = {
      ...placed,
      placements: { ...placed.placements, q: { id: 'q', regionId: 'block-1-1', recipeId: 'r', parts: 1 } },
    };
    expect(planFaults(twice)[0]!.message).toMatch(/already holds a design/);
  });

  it('reads plans of its own version and refuses newer ones plainly', () => {
    expect(migratePlan(3, placed)).toBe(placed);
    expect(() => migratePlan(4, placed)).toThrow(/newer Gorse/);
  });

  it('brings plans of version 1 up to date: upright, a blend of batting, no rows', () => {
    const old = JSON.parse(readFileSync(new URL('./fixtures/plan-v1.json', import.meta.url), 'utf8')) as object;
    const plan = migratePlan(1, old);
    expect(planFaults(plan)).toEqual([]);
    expect(quiltOf(plan)).toMatchObject({ name: 'Tide Table', loading: 'upright', batting: { fibre: 'blend' } });
    expect(plan.rowSets).toEqual({});
    expect(plan.placements).toMatchObject({ p: { regionId: 'block-1-1', parts: 1 } });
  });

  it('brings plans of version 2 up to date: a machine, passes, and touches of the first loading', () => {
    const old = JSON.parse(readFileSync(new URL('./fixtures/plan-v2.json', import.meta.url), 'utf8')) as object;
    const plan = migratePlan(2, old);
    expect(planFaults(plan)).toEqual([]);
    expect(quiltOf(plan)).toMatchObject({
      loading: 'turned',
      batting: { fibre: 'wool' },
      machine: { frame: { throat: 762 } },
      passes: { starts: [], runs: [] },
    });
    expect(plan.landmarks).toEqual({});
    expect(touchesOf(plan)).toEqual([expect.objectContaining({ advance: 0, since: null, noise: 0.3 })]);
  });
});

describe('the chain of stages', () => {
  const region = gridRegions(grid).find((r) => r.name === 'A1')!;

  it('totals what will be stitched', () => {
    const resolved = resolvePlacement([square], recipe, region.ring)!;
    expect(resolved.totals).toMatchObject({ length: 800, stitches: 4 * Math.ceil(200 / 2.54), cuts: 0 });
    expect(resolved.totals.thread).toBeCloseTo(800 + 3 * 316, 6);
  });

  it('bends a corners fit to the four touches, exact at each', () => {
    const touched: Point[] = [
      { x: 111, y: 92 },
      { x: 309.5, y: 94 },
      { x: 308, y: 291.2 },
      { x: 110, y: 289 },
    ];
    const lineUp = learnCloth(
      region.ring.map((cloth, i) => ({ ...onTop(cloth), frame: touched[i]!, advance: 0, noise: 0.3 })),
    ).lineUp(0);
    const { fitted } = resolvePlacement([square], recipe, measuredRing(region, lineUp))!;
    fitted.frame.forEach((corner, i) => expect(distance(lineUp.toFrame(corner), touched[i]!)).toBeLessThan(0.01));
  });

  it('checks what is outside, folded, too sharp, too small, missing or out of reach', () => {
    const placement = { id: 'p', regionId: region.id, recipeId: 'r', parts: 1 };
    const codes = (change: Partial<RecipeRecord>, where = region, strokes = [square]): string[] => {
      const own = { ...recipe, ...change };
      return checkPlacement(placement, own, where, resolvePlacement(strokes, own, where.ring), GENERIC_FRAME).map(
        (p) => `${p.severity} ${p.code}`,
      );
    };
    expect(codes({})).toEqual([]);
    expect(codes({ fit: { kind: 'fill', margin: -5 } })).toEqual(['know outsideRegion']);
    expect(codes({ fit: { kind: 'fill', margin: 99 } })).toEqual(['mend smallPatch']);
    expect(checkPlacement(placement, recipe, region, undefined, GENERIC_FRAME)[0]!.code).toBe('missingDesign');
    const askew = {
      ...region,
      ring: [region.ring[0], region.ring[1], { x: 90, y: 90 }, region.ring[3]] as typeof region.ring,
    };
    expect(codes({}, askew)).toContain('mend foldedFit');
    const deep = {
      ...region,
      ring: region.ring.map((p) => ({ x: p.x, y: 4 * p.y })) as unknown as typeof region.ring,
    };
    expect(codes({}, deep)).toEqual(['mend outOfReach']);
    const curl = polyline(
      Array.from({ length: 400 }, (_, i) => ({ x: i / 40 + 0.05 * Math.sin(i / 4), y: 0.05 * Math.cos(i / 4) })),
    );
    expect(
      codes({ fit: { kind: 'contain', margin: 0 }, stitch: { stitchesPerInch: 4, tieOff: 'none' } }, region, [curl]),
    ).toContain('know tooSharp');
  });
});
