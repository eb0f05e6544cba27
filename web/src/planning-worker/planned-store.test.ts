import { newPlan, type PlanRecords } from '@gorse/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Planned } from './planning-worker.ts';
import { setLoading } from '../document/passes.ts';
import { newRowSet, setRows, takeNumbers } from '../document/rows.ts';
import type { PlanRequest, RowsRequest } from './requests.ts';

/** Stands for the worker: says what it was asked, and answers when told. */
const asked: PlanRequest[] = [];
const laid: number[] = [];
const learned: string[] = [];
let answerNext: (() => void)[] = [];
vi.stubGlobal('Worker', vi.fn());
vi.mock('comlink', () => ({
  wrap: () => ({
    learn: (id: string) => {
      learned.push(id);
      return Promise.resolve();
    },
    rows: ({ set }: RowsRequest) => {
      laid.push(set.numbers.rows);
      return Promise.resolve({ rowSetId: set.id, rows: [], height: set.numbers.rows } as never);
    },
    plan: (request: PlanRequest) => {
      asked.push(request);
      return new Promise<Planned>((resolve) => {
        answerNext.push(() =>
          resolve({ placementId: request.placement.id, runs: [], margin: request.recipe.fit.margin } as never),
        );
      });
    },
  }),
}));
vi.mock('../api/api.ts', () => ({
  api: {
    designStrokes: (id: string) =>
      id === 'gone' ? Promise.reject(new Error('not there')) : Promise.resolve([Float64Array.of(0, 0, 9, 9)]),
  },
}));
const { usePlan } = await import('../document/plan-store.ts');
const { planRequests, usePlanned } = await import('./planned-store.ts');

const PLAN = newPlan('Tide Table', { across: 2, down: 1, blockWidth: 100, blockHeight: 100, sashing: 10, border: 10 });
const withMargin = (margin: number, designId = 'kelp'): PlanRecords => ({
  ...PLAN,
  recipes: {
    r: {
      id: 'r',
      designId,
      orient: { angle: 0, mirror: false },
      fit: { kind: 'contain', margin },
      stitch: { stitchesPerInch: 10, tieOff: 'none' },
    },
  },
  placements: { p: PLACED },
});
const PLACED = { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1 };
const show = (records: PlanRecords): void => usePlan.setState({ records });
const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));
/** Lets the worker answer everything it has and will be asked. */
async function answerAll(): Promise<void> {
  for (let i = 0; i < 10; i++) {
    await settle();
    answerNext.splice(0).forEach((answer) => answer());
  }
}
const margins = (): number[] => asked.map(({ recipe }) => recipe.fit.margin);

beforeEach(async () => {
  show(PLAN);
  await answerAll();
  asked.length = 0;
  answerNext = [];
});

describe('what is worked out of the open plan', () => {
  it('is asked for when it changes, with the design taught once', async () => {
    show(withMargin(1));
    await answerAll();
    show(withMargin(2));
    await answerAll();
    expect(margins()).toEqual([1, 2]);
    expect(learned.filter((id) => id === 'kelp')).toHaveLength(1);
    expect(usePlanned.getState()).toMatchObject({ byPlacement: { p: { margin: 2 } }, waiting: 0 });
  });
  it('of a drag is the newest wish only, what lies between is passed over', async () => {
    show(withMargin(1));
    await settle();
    for (const margin of [2, 3, 4, 5]) show(withMargin(margin));
    expect(usePlanned.getState().waiting).toBe(1);
    await answerAll();
    expect(margins()).toEqual([1, 5]);
    expect(usePlanned.getState().byPlacement.p).toMatchObject({ margin: 5 });
  });
  it('goes when its placement goes, also while it is being worked out', async () => {
    show(withMargin(1));
    await settle();
    show(PLAN);
    await answerAll();
    expect(usePlanned.getState().byPlacement).toEqual({});
  });
  it('isn’t asked again when something else of the plan changes', async () => {
    const records = withMargin(1);
    show(records);
    await answerAll();
    show({ ...records, touches: {} });
    await answerAll();
    expect(margins()).toEqual([1]);
  });
  it('goes on without a design that isn’t there', async () => {
    show(withMargin(1, 'gone'));
    // The library is asked twice before it is believed.
    await vi.waitFor(() => expect(asked).toHaveLength(1), { timeout: 8000 });
    await answerAll();
    expect(usePlanned.getState().waiting).toBe(0);
  });
  it('is rows too: anew when their numbers or the quilt change, and gone with them', async () => {
    const set = newRowSet('ripple', 9);
    const records = setRows(set)(PLAN);
    show(records);
    await answerAll();
    show({ ...records, touches: {} });
    show(takeNumbers(set.id, { rows: 7, scale: 1, clearance: 9, margin: 9 })(records));
    await answerAll();
    show(setLoading('turned')(usePlan.getState().records));
    await answerAll();
    expect(laid).toEqual([1, 7, 7]);
    expect(usePlanned.getState()).toMatchObject({ byRowSet: { [set.id]: { height: 7 } }, waiting: 0 });
    show(PLAN);
    expect(usePlanned.getState().byRowSet).toEqual({});
  });
  it('leaves out placements whose recipe or patch is missing', () => {
    expect(planRequests({ ...withMargin(1), recipes: {} })).toEqual([]);
    expect(planRequests(withMargin(1)).map(({ region }) => region.name)).toEqual(['A1']);
  });
});
