import { clothPoint, type ClothPoint, boxShape } from '@gorse/core';
import { beforeEach, expect, it, vi } from 'vitest';
import { newKeepOut, ofShape, setKeepOut } from '../../../document/keep-outs.ts';
import { usePlan } from '../../../document/plan-store.ts';
import { gridPlan } from '../../../test/grid-plan.ts';
import { makeKeepOutHand } from './keep-out-hand.ts';

// The server takes its time: what is edited is shown at once.
vi.stubGlobal('fetch', () => new Promise(() => undefined));

const GRID = gridPlan({ across: 3, border: 50 });
const LABEL = newKeepOut(GRID, 'label', ofShape(boxShape(clothPoint(100, 100), clothPoint(160, 140))));
const PLAN = setKeepOut(LABEL)(GRID);
const keepOuts = () => Object.values(usePlan.getState().records.keepOuts);
const cornersOf = (id: string): (readonly [number, number])[] => {
  const { of } = usePlan.getState().records.keepOuts[id]!;
  return of.kind === 'shapes' ? of.rings[0]!.edge.map(({ at }) => [at.x, at.y] as const) : [];
};
const REACH = 5;

beforeEach(() => usePlan.setState({ quiltId: 'q', records: PLAN, committed: PLAN, acknowledged: PLAN, undoable: [] }));

it('chooses the keep-out that is clicked, else the patch', () => {
  const hand = makeKeepOutHand();
  hand.getState().pick(clothPoint(120, 120), REACH);
  expect(hand.getState()).toMatchObject({ chosenId: LABEL.id, regionId: null });
  hand.getState().pick(clothPoint(60, 60), REACH);
  expect(hand.getState()).toMatchObject({ chosenId: null, regionId: 'block-1-1' });
  expect([hand.getState().key('Escape', false), hand.getState().regionId]).toEqual([true, null]);
  expect(hand.getState().key('x', false)).toBe(false);
});

it('draws one by clicks that come back to the first point, sharp or smooth at each', () => {
  const hand = makeKeepOutHand();
  hand.getState().take(true);
  const put = (p: ClothPoint): void => hand.getState().pick(p, REACH);
  put(clothPoint(200, 60));
  put(clothPoint(260, 60));
  hand.getState().setCurved(true);
  put(clothPoint(230, 120));
  put(clothPoint(203, 62));
  const made = keepOuts().find(({ id }) => id !== LABEL.id)!;
  expect(hand.getState()).toMatchObject({ draws: false, chosenId: made.id, points: [] });
  expect(made.name).toBe('keep-out');
  expect(made.of.kind === 'shapes' && made.of.rings[0]!.edge.map(({ corner }) => corner)).toEqual([true, true, false]);
  expect(usePlan.getState().undoable).toHaveLength(1);
});

it('draws by keys: the pointer goes by an inch, a point is taken back, and too few are told of', () => {
  const hand = makeKeepOutHand();
  hand.getState().take(true);
  hand.getState().hover(clothPoint(100, 200));
  const keys = (...all: string[]): boolean[] => all.map((key) => hand.getState().key(key, false));
  keys(' ', 'ArrowRight', ' ', 'ArrowDown', ' ', 'Backspace');
  expect(hand.getState().points.map(({ at }) => [at.x, at.y])).toEqual([[100, 200], [125.4, 200]]); // prettier-ignore
  keys('Enter');
  expect([keepOuts().length, hand.getState().draws]).toEqual([1, true]);
  hand.getState().key('ArrowDown', true);
  expect(hand.getState().pointer!.y).toBeCloseTo(200 + 25.4 + 25.4 / 8, 9);
  // First what is drawn is given up, then drawing.
  keys('Escape');
  expect(hand.getState()).toMatchObject({ draws: true, points: [] });
  keys('Escape');
  expect(hand.getState().draws).toBe(false);
});

it('moves the chosen one by its inside and a point by itself, in one undo step; less than a hair moves nothing', () => {
  const hand = makeKeepOutHand();
  hand.getState().choose(LABEL.id);
  const drag = (from: ClothPoint, to: ClothPoint): void => {
    const tool = hand.getState().press(from, REACH)!;
    tool.move(clothPoint((from.x + to.x) / 2, (from.y + to.y) / 2), false);
    tool.end(to, false);
  };
  drag(clothPoint(130, 120), clothPoint(140, 110));
  expect(cornersOf(LABEL.id)).toEqual([[110, 90], [170, 90], [170, 130], [110, 130]]); // prettier-ignore
  drag(clothPoint(171, 131), clothPoint(190, 150));
  expect(cornersOf(LABEL.id)[2]).toEqual([190, 150]);
  expect(usePlan.getState().undoable.map(({ mark }) => mark)).toEqual(['keep-out moved', 'edge of the keep-out']);
  const held = hand.getState().press(clothPoint(130, 120), REACH)!;
  held.move(clothPoint(150, 150), false);
  held.cancel();
  drag(clothPoint(130, 120), clothPoint(130.2, 120));
  expect(cornersOf(LABEL.id)[0]).toEqual([110, 90]);
  expect(usePlan.getState().undoable).toHaveLength(2);
  expect(hand.getState().press(clothPoint(60, 60), REACH)).toBeNull();
});
