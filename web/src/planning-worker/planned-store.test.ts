import { EMPTY_RECORDS, type PlanDiff, type PlanRecords, usualStages } from '@gorse/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { setLoading } from '../document/passes.ts';
import { newRowSet, setRows, takeNumbers } from '../document/rows.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { makePlanner } from './planner.ts';

/** What runs in the worker, run here: it says what it was asked, and answers when told. */
const planner = makePlanner();
const asked: number[] = [];
const learned: string[] = [];
let answerNext: (() => void)[] = [];
vi.stubGlobal('Worker', vi.fn());
vi.mock('comlink', () => ({
  wrap: () => ({
    learn: (id: string, strokes: Float64Array[]) => {
      learned.push(id);
      planner.learn(id, strokes);
      return Promise.resolve();
    },
    follow: (diff: PlanDiff) => {
      planner.follow(structuredClone(diff));
      return Promise.resolve();
    },
    forgetAll: () => {
      planner.forgetAll();
      return Promise.resolve();
    },
    changed: () => {
      const changed = planner.changed(Infinity);
      asked.push(Object.keys(changed.records).length);
      return new Promise((resolve) => answerNext.push(() => resolve(structuredClone(changed))));
    },
  }),
}));
vi.mock('../api/api.ts', () => ({
  sentenceOf: (error: Error) => error.message,
  api: {
    designStrokes: (id: string) =>
      id === 'gone' ? Promise.reject(new Error('not there')) : Promise.resolve([Float64Array.of(0, 0, 9, 0, 9, 9)]),
  },
}));
const { usePlan } = await import('../document/plan-store.ts');
const { usePlanned } = await import('./planned-store.ts');

const PLAN = gridPlan({ down: 1, blockWidth: 100, blockHeight: 100, sashing: 10, border: 10 });
const withMargin = (margin: number, designId = 'kelp'): PlanRecords => ({
  ...PLAN,
  recipes: {
    r: {
      ...usualStages(designId),
      id: 'r',
      fit: { kind: 'fill', margins: [margin] },
      stitch: { stitchesPerInch: 10, tieOff: 'none' },
    },
  },
  placements: { p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} } },
});
const show = (records: PlanRecords): void => usePlan.setState({ records });
const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));
/** Lets the worker answer everything it has and will be asked. */
async function answerAll(): Promise<void> {
  for (let i = 0; i < 10; i++) {
    await settle();
    answerNext.splice(0).forEach((answer) => answer());
  }
}
/** The margin that the shown design keeps, by where it lies: block A1 begins at 10 mm. */
const shownMargin = (): number | undefined => {
  const x = usePlanned.getState().byRecord['placements.p']?.fit?.grid[0]?.[0];
  return x === undefined ? undefined : Math.round(x - 10);
};

beforeEach(async () => {
  show(EMPTY_RECORDS);
  await answerAll();
  show(PLAN);
  await answerAll();
  asked.length = 0;
  answerNext = [];
});

describe('what is worked out of the open plan', () => {
  it('follows every change of it, with the design taught once', async () => {
    show(withMargin(1));
    await answerAll();
    expect(shownMargin()).toBe(1);
    show(withMargin(2));
    await answerAll();
    expect(shownMargin()).toBe(2);
    expect(learned.filter((id) => id === 'kelp')).toHaveLength(1);
    expect(usePlanned.getState().waiting).toBe(false);
  });
  it('of a drag is the newest only, what lies between is passed over', async () => {
    show(withMargin(1));
    await settle();
    for (const margin of [2, 3, 4, 5]) show(withMargin(margin));
    expect(usePlanned.getState().waiting).toBe(true);
    await answerAll();
    expect(asked).toEqual([1, 1]);
    expect(shownMargin()).toBe(5);
  });
  it('goes when its placement goes, also while it is being worked out', async () => {
    show(withMargin(1));
    await settle();
    show(PLAN);
    await answerAll();
    expect(usePlanned.getState().byRecord).toEqual({});
  });
  it('is there again when the same plan is opened again', async () => {
    for (const records of [withMargin(3), EMPTY_RECORDS, withMargin(3)]) {
      show(records);
      await answerAll();
    }
    expect(shownMargin()).toBe(3);
  });
  it('stays the same object when something else of the plan changes', async () => {
    const records = withMargin(1);
    show(records);
    await answerAll();
    const { byRecord, passes } = usePlanned.getState();
    show({ ...records, touches: {} });
    await answerAll();
    expect(usePlanned.getState().byRecord).toBe(byRecord);
    expect(usePlanned.getState().passes).toBe(passes);
  });
  it('goes on without a design that isn’t there, and says so', async () => {
    show(withMargin(1, 'gone'));
    // The library is asked twice before it is believed.
    await vi.waitFor(() => expect(asked).toHaveLength(1), { timeout: 8000 });
    await answerAll();
    expect(usePlanned.getState().byRecord['placements.p']!.problems[0]!.code).toBe('missingDesign');
    expect(usePlanned.getState().waiting).toBe(false);
  });
  it('is rows and their passes too: anew when their numbers or the loading change, and gone with them', async () => {
    const set = newRowSet('ripple', 9);
    const id = `rowSets.${set.id}`;
    const rowsOf = (): number | undefined => usePlanned.getState().byRecord[id]?.rows?.rows.length;
    show(setRows(set)(PLAN));
    await answerAll();
    expect(rowsOf()).toBe(1);
    show(takeNumbers(set.id, { rows: 3, scale: 1, clearance: 9, margin: 9 })(usePlan.getState().records));
    await answerAll();
    expect(rowsOf()).toBe(3);
    expect(usePlanned.getState().passes.passes[0]!.pieces).toHaveLength(3);
    const before = usePlanned.getState().byRecord[id];
    show(setLoading('turned')(usePlan.getState().records));
    await answerAll();
    expect(usePlanned.getState().byRecord[id]).not.toEqual(before);
    show(PLAN);
    await answerAll();
    expect(usePlanned.getState()).toMatchObject({ byRecord: {}, passes: { passes: [] } });
  });
});
