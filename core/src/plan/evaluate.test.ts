import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainGrid } from '../cloth/settings/grid.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { passesOf } from './bands.ts';
import { makeEvaluator, type Plan, settling } from './evaluate.ts';
import { keepEqual } from './keep-equal.ts';
import { piecesOfRecord } from './pieces.ts';
import { newPlan, type PlanRecords, quiltOf } from './plan-document.ts';
import { QUILT_ID, type RecipeRecord } from './records.ts';
import { usualStages } from './recipe.ts';

const setting = plainGrid({ across: 2, down: 2, blockWidth: 200, blockHeight: 200, sashing: 0 });
const recipe: RecipeRecord = {
  ...usualStages('d'),
  id: 'r',
  orient: { angle: 0, mirror: false, up: 'patch' },
  fit: { kind: 'fill', margins: [0] },
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
const PLAN: PlanRecords = {
  ...newPlan('Tide Table', makeMap(setting, [])),
  recipes: { r: recipe, s: { ...recipe, id: 's' } },
  placements: {
    p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} },
    q: { id: 'q', regionId: 'block-2-2', recipeId: 's', parts: 1, own: {} },
  },
};
const copied = (records: PlanRecords): PlanRecords => JSON.parse(JSON.stringify(records)) as PlanRecords;
const changed = (change: object): PlanRecords => ({
  ...PLAN,
  quilts: { [QUILT_ID]: { ...quiltOf(PLAN), ...change } },
});
const LINE = [Float64Array.of(0, 0, 50, 0, 50, 50)];

/** Asks for both placements' pieces and tells whether each is the same as at first. */
function asked(designs: Record<string, Float64Array[]> = { d: LINE }) {
  const evaluator = makeEvaluator((id) => designs[id]);
  const pieces = (records: PlanRecords) => {
    const plan = evaluator.at(records);
    return ['p', 'q'].map((record) => plan.get(piecesOfRecord, { source: 'placements', record }));
  };
  const first = pieces(PLAN);
  return { designs, same: (records: PlanRecords) => pieces(records).map((one, i) => one === first[i]) };
}

describe('what is worked out of a plan', () => {
  it('stays while nothing changes that it was made of, however the records came', () => {
    const { same } = asked();
    expect(same(PLAN)).toEqual([true, true]);
    expect(same(copied(PLAN))).toEqual([true, true]);
    expect(same(changed({ name: 'Harbour Lights', lineUpRules: { joins: 1, elsewhere: 1, ease: 9 } }))).toEqual([
      true,
      true,
    ]);
  });
  it('is worked out anew when something of it changes, wherever that is', () => {
    const { same } = asked();
    expect(
      same({ ...PLAN, recipes: { ...PLAN.recipes, r: { ...recipe, fit: { kind: 'fill', margins: [3] } } } }),
    ).toEqual([false, true]);
    const machine = { ...quiltOf(PLAN).machine, bobbin: 9000 };
    expect(asked().same(changed({ machine }))).toEqual([false, false]);
    const { q, ...placements } = PLAN.placements;
    expect(asked().same({ ...PLAN, placements })).toEqual([true, false]);
  });
  it('follows designs that come and go', () => {
    const { same, designs } = asked({});
    designs.d = LINE;
    expect(same(PLAN)).toEqual([false, false]);
  });
  it('is worked out no further where a step comes out as before', () => {
    let worked = 0;
    const blocks = settling(({ records }: Plan) => Object.values(records.regions).map(({ kind }) => kind));
    const count = (plan: Plan): number => {
      worked++;
      return plan.get(blocks, null).length;
    };
    const evaluator = makeEvaluator(() => undefined);
    const renamed = { ...PLAN.regions['block-1-1']!, name: 'the first' };
    for (const records of [PLAN, { ...PLAN, regions: { ...PLAN.regions, 'block-1-1': renamed } }])
      expect(evaluator.at(records).get(count, null)).toBe(4);
    expect(worked).toBe(1);
    const { 'block-1-1': gone, ...fewer } = PLAN.regions;
    expect(evaluator.at({ ...PLAN, regions: fewer }).get(count, null)).toBe(3);
  });
  it('is what a fresh look would give, after any changes in any order', () => {
    const change = fc.record({
      margin: fc.integer({ min: 0, max: 3 }),
      loading: fc.constantFrom('upright' as const, 'turned' as const),
      parts: fc.integer({ min: 1, max: 3 }),
      both: fc.boolean(),
      name: fc.constantFrom('a', 'b'),
    });
    const kept = makeEvaluator(() => LINE);
    fc.assert(
      fc.property(change, ({ margin, loading, parts, both, name }) => {
        const { q, ...one } = PLAN.placements;
        const records: PlanRecords = {
          ...changed({ loading, name }),
          recipes: { ...PLAN.recipes, r: { ...recipe, fit: { kind: 'fill', margins: [margin] } } },
          placements: { ...(both ? PLAN.placements : one), p: { ...PLAN.placements.p!, parts } },
        };
        const all = (plan: Plan) => [
          plan.get(passesOf, null),
          Object.keys(records.placements).map((record) =>
            plan.get(piecesOfRecord, { source: 'placements', record }).map(({ warp, ...piece }) => piece),
          ),
        ];
        expect(all(kept.at(records))).toEqual(all(makeEvaluator(() => LINE).at(records)));
      }),
      { seed: 1 },
    );
  });
});

describe('keeping what is equal', () => {
  it('gives back what was there, part by part', () => {
    const before = { a: [1, { b: 2 }], c: { d: null } };
    expect(keepEqual(before, structuredClone(before))).toBe(before);
    const after = keepEqual(before, { a: [1, { b: 3 }], c: { d: null } });
    expect(after).toEqual({ a: [1, { b: 3 }], c: { d: null } });
    expect(after.c).toBe(before.c);
    expect(keepEqual({ a: 1 }, { a: 1, b: undefined })).toEqual({ a: 1, b: undefined });
    expect(keepEqual([1, 2], [1])).toEqual([1]);
  });
});
