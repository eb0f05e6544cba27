import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { mapGraph } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import type { Region } from '../cloth/region.ts';
import { outlineOf, polygonShape } from '../cloth/shape.ts';
import { checkPlacement } from '../checks/check-placement.ts';
import { type ClothPoint, clothPoint, distance, framePoint } from '../geometry/point.ts';
import { MOST_ACROSS } from '../fit/arrange.ts';
import { seatIn } from '../fit/seat.ts';
import { polyline } from '../geometry/polyline.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { onTop } from '../lineup/touch.ts';
import { makeEvaluator } from './evaluate.ts';
import { measuredShape } from './landmarks.ts';
import { piecesOf, totalsOf } from './pieces.ts';
import { arrangedDesign, layInPatch } from './pipeline.ts';
import { applyDiff, conflictsOf, diffPlans, invertDiff } from './plan-diff.ts';
import {
  migratePlan,
  newPlan,
  PLAN_VERSION,
  planFaults,
  type PlanRecords,
  quiltOf,
  touchesOf,
} from './plan-document.ts';
import type { RecipeRecord, TouchRecord } from './records.ts';
import { usualStages } from './recipe.ts';

const setting = plainGrid({ across: 4, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25 });
const map = makeMap(setting, [evenBorder(50)]);
const recipe: RecipeRecord = {
  ...usualStages('d'),
  id: 'r',
  orient: { angle: 0, mirror: false, up: 'patch' },
  fit: { kind: 'corners', margins: [0], bend: 'even' },
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
const touch: TouchRecord = {
  ...{ id: 't', on: null, name: 'corner', cloth: clothPoint(0, 0), frame: framePoint(0, 0) },
  ...{ since: null, advance: 0, method: 'needle', at: 0 },
};
const square = polyline([
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
  { x: 0, y: 0 },
]);

describe('edits', () => {
  const plan = newPlan('Tide Table', map);
  const placed: PlanRecords = {
    ...plan,
    recipes: { r: recipe },
    placements: { p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} } },
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
      { seed: 1 },
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
    expect(planFaults(newPlan('wide', makeMap({ ...setting, across: 60 }, [])))[0]!.message).toMatch(/up to 6 m/);
    const twice = {
      ...placed,
      placements: { ...placed.placements, q: { id: 'q', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} } },
    };
    expect(planFaults(twice)[0]!.message).toMatch(/already holds a design/);
    const [one, other] = [plan.regions['block-1-1']!, plan.regions['block-2-1']!];
    const namesakes = { ...plan, regions: { ...plan.regions, [other.id]: { ...other, name: one.name } } };
    expect(planFaults(namesakes)[0]!.message).toMatch(/Another patch is called A1/);
    const touched = (n: number, on = touch.on): PlanRecords => ({
      ...placed,
      touches: Object.fromEntries(Array.from({ length: n }, (_, i) => [`t${i}`, { ...touch, on, id: `t${i}` }])),
    });
    expect(planFaults(touched(600))).toEqual([]);
    expect(planFaults(touched(601))[0]!.message).toMatch(/keeps 600 touches at the most/);
    // Those along edges are none of the line-up's.
    expect(planFaults(touched(2000, 'edge.1.top'))).toEqual([]);
    expect(planFaults(touched(2001, 'edge.1.top'))[0]!.message).toMatch(/keeps 2000 touches along borders/);
    const quilts = { quilt: { ...quiltOf(plan), map: { ...map, size: { width: 100, length: 100 } } } };
    expect(planFaults({ ...plan, quilts })[0]!.path).toBe('quilts.quilt.map.size');
  });

  it('reads plans of its own version and refuses newer ones plainly', () => {
    expect(migratePlan(PLAN_VERSION, placed)).toBe(placed);
    expect(() => migratePlan(PLAN_VERSION + 1, placed)).toThrow(/newer Gorse/);
  });

  it('brings plans of version 1 up to date: upright, a blend of batting, no rows', () => {
    const old = JSON.parse(readFileSync(new URL('./fixtures/plan-v1.json', import.meta.url), 'utf8')) as object;
    const plan = migratePlan(1, old);
    expect(planFaults(plan)).toEqual([]);
    expect(quiltOf(plan)).toMatchObject({ name: 'Tide Table', loading: 'upright', batting: { fibre: 'blend' } });
    expect(plan.rowSets).toEqual({});
    expect(plan.placements).toMatchObject({ p: { regionId: 'block-1-1', parts: 1, own: {} } });
  });

  it('brings plans of version 2 up to date: a machine, passes, and touches of the first loading', () => {
    const old = JSON.parse(readFileSync(new URL('./fixtures/plan-v2.json', import.meta.url), 'utf8')) as object;
    const plan = migratePlan(2, old);
    expect(planFaults(plan)).toEqual([]);
    expect(quiltOf(plan)).toMatchObject({
      loading: 'turned',
      batting: { fibre: 'wool' },
      machine: { frame: { throat: 762 } },
      passes: { starts: [], pieces: [] },
    });
    expect(plan.landmarks).toEqual({});
    expect(touchesOf(plan)).toEqual([
      expect.objectContaining({ advance: 0, since: null, noise: 0.3, on: 'control.block-1-1.c1' }),
    ]);
  });
});

describe('the chain of stages', () => {
  const plan = newPlan('Tide Table', map);
  const region = Object.values(plan.regions).find(({ name }) => name === 'A1')!;
  const graph = mapGraph(Object.values(plan.regions));
  /** The recipe, changed, in a patch. */
  const withRecipe = (change: Partial<RecipeRecord> = {}, where: Region = region, strokes = [square]) =>
    makeEvaluator((id) => (id === 'd' ? strokes : undefined)).at({
      ...plan,
      regions: { [where.id]: where },
      recipes: { r: { ...recipe, ...change } },
      placements: { p: { id: 'p', regionId: where.id, recipeId: 'r', parts: 1, own: {} } },
    });
  const shaped = (points: readonly ClothPoint[]): Region => ({ ...region, shape: polygonShape(points) });

  it('totals what will be stitched', () => {
    const totals = totalsOf(piecesOf(withRecipe()));
    expect(totals).toMatchObject({ length: 800, stitches: 4 * Math.ceil(200 / 2.54), cuts: 0 });
    // A new quilt's batting is a blend: its sandwich is 3.3 mm where one of cotton is 3.
    expect(totals.thread).toBeCloseTo(800 + 3.3 * 316, 6);
  });

  it('bends a corners fit to the four touches, exact at each, whichever patch’s corner was asked for', () => {
    const frame = [framePoint(111, 92), framePoint(309.5, 94), framePoint(308, 291.2), framePoint(110, 289)];
    const touches = region.shape.map(({ id, at }, i) => ({
      ...onTop(at),
      on: i === 2 ? 'control.cornerstone-vh1-1.c1' : `control.block-1-1.${id}`,
      frame: frame[i]!,
      advance: 0,
      noise: 0.3,
    }));
    const lineUp = learnCloth(touches).lineUp(0);
    const shape = measuredShape(region, graph, touches as unknown as TouchRecord[], 0, lineUp);
    const { warp } = layInPatch(arrangedDesign([square], recipe), recipe, seatIn(shape, region.shape, 'patch'))!;
    warp.outline.forEach((corner, i) => expect(distance(lineUp.toFrame(corner), frame[i]!)).toBeLessThan(0.01));
    // In another advance nothing of it was touched.
    expect(measuredShape(region, graph, touches as unknown as TouchRecord[], 1, lineUp)).toEqual(region.shape);
  });

  it('checks what is outside, folded, unsuited, too sharp, too small, missing or out of reach', () => {
    const codes = (...about: Parameters<typeof withRecipe>): string[] =>
      checkPlacement(withRecipe(...about), 'p').map(({ severity, code }) => `${severity} ${code}`);
    const ring = outlineOf(region.shape);
    expect(codes()).toEqual([]);
    expect(codes({ fit: { kind: 'fill', margins: [-5] } })).toEqual(['know overSeam']);
    expect(codes({ fit: { kind: 'fill', margins: [99] } })).toEqual(['mend smallPatch']);
    expect(codes({ designId: 'gone' })).toEqual(['mend missingDesign']);
    expect(codes({}, shaped([ring[0]!, ring[1]!, clothPoint(90, 90), ring[3]!]))).toContain('mend foldedFit');
    expect(codes({}, shaped(ring.slice(0, 3)))).toEqual(['mend unsuitedFit']);
    expect(codes({}, shaped(ring.map(({ x, y }) => clothPoint(x, 4 * y))))).toEqual(['mend outOfReach']);
    expect(codes({}, region, [polyline([{ x: 5, y: 5 }])])).toContain('mend nothingToStitch');
    const dented = shaped([ring[0]!, ring[1]!, clothPoint(120, 120), ring[3]!]);
    expect(codes({ fit: { kind: 'corners', margins: [0], bend: 'straight' } }, dented)).toEqual(['mend cannotLie']);
    const pin = { spot: { kind: 'line', along: 0 }, onto: { corner: 0, x: 0, y: 0 } } as const;
    expect(codes({ fit: { kind: 'place', scale: 1, pin, second: pin } })).toEqual(['mend cannotLie']);
    const many = { ...recipe.arrange, across: MOST_ACROSS, down: MOST_ACROSS };
    const dense = polyline(Array.from({ length: 400 }, (_, i) => ({ x: (i % 2) * 10, y: i / 40 })));
    expect(codes({ arrange: many }, region, [dense])).toEqual(['mend tooMuch']);
    // An outline over the seam is meant; one that leaves nothing is lost.
    const lines = (inset: number) => ({ outline: { ...recipe.outline, lines: [inset] } });
    expect([codes(lines(-6)), codes(lines(101))]).toEqual([['know overSeam'], ['mend outlineLost']]);
    const curl = polyline(
      Array.from({ length: 400 }, (_, i) => ({ x: i / 40 + 0.05 * Math.sin(i / 4), y: 0.05 * Math.cos(i / 4) })),
    );
    const coarse = { stitchesPerInch: 4, tieOff: 'none' } as const;
    expect(codes({ fit: { kind: 'contain', turn: 'held', margins: [0] }, stitch: coarse }, region, [curl])).toContain(
      'know tooSharp',
    );
  });
});
