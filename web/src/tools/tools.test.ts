import {
  type ClothPoint,
  clothPoint,
  designPoint,
  framePoint,
  MIDDLE,
  type Point,
  polygonShape,
  polyline,
  seatIn,
  stitchLength,
  USUAL_SPI,
} from '@gorse/core';
import { describe, expect, it, vi } from 'vitest';
import { carryHead } from './carry-head.ts';
import { dragPlan } from './drag-plan.ts';
import { moveBoundary } from './move-boundary.ts';
import { movePinTool } from './move-pin.ts';
import { type Clearances, moveRowTool, type RowMove } from './move-row.ts';
import { pullCount } from './pull-count.ts';
import { trimEndTool } from './trim-end.ts';

/** A patch of 100 mm. */
const SQUARE = polygonShape([clothPoint(0, 0), clothPoint(100, 0), clothPoint(100, 100), clothPoint(0, 100)]);

describe('carrying the head', () => {
  const area = { width: 1000, top: 50, bottom: 400 };
  it('keeps it within its reach, and tells where it goes no oftener than needed, the end always', () => {
    let clock = 0;
    const told: Point[] = [];
    const tool = carryHead(
      area,
      (to) => told.push(to),
      () => clock,
    );
    tool.move(framePoint(10, 60), false);
    clock = 20;
    tool.move(framePoint(20, 60), false);
    clock = 40;
    tool.move(framePoint(-5, 900), false);
    tool.end(framePoint(2000, 0), false);
    expect(told).toEqual([framePoint(10, 60), framePoint(0, 400), framePoint(1000, 50)]);
  });
});

describe('dragging the plan', () => {
  it('shows how far, drops it once, and not at all when taken back', () => {
    const [shown, dropped] = [vi.fn(), vi.fn()];
    const from = framePoint(100, 100);
    dragPlan(from, shown, dropped).cancel();
    expect([shown.mock.calls, dropped.mock.calls]).toEqual([[[null]], []]);
    const tool = dragPlan(from, shown, dropped);
    tool.move(framePoint(103, 98), false);
    tool.end(framePoint(104, 98), false);
    expect(shown.mock.calls.slice(1)).toEqual([[{ x: 3, y: -2 }], [null]]);
    expect(dropped.mock.calls).toEqual([[from, framePoint(104, 98)]]);
  });
});

describe('moving where a pass begins', () => {
  it('stays between its neighbours; hardly moved is not moved', () => {
    const [shown, put] = [vi.fn(), vi.fn()];
    const tool = () => moveBoundary(300, { least: 200, most: 500 }, shown, put);
    tool().end({ x: 0, y: 300.4 }, false);
    expect(put).not.toHaveBeenCalled();
    const low = tool();
    low.move({ x: 0, y: 40 }, false);
    expect(shown).toHaveBeenLastCalledWith(200);
    low.end({ x: 0, y: 9999 }, false);
    expect(put.mock.calls).toEqual([[500]]);
    expect(shown).toHaveBeenLastCalledWith(null);
  });
});

describe('pulling a count', () => {
  const hand = () => ({ show: vi.fn(), put: vi.fn(), drop: vi.fn() });
  it('gives one more every 12 px to the right or up, and shows each once', () => {
    const did = hand();
    const tool = pullCount(5, { most: 8, ...did });
    tool.move({ x: 100, y: 50 }, false);
    tool.move({ x: 105, y: 50 }, false);
    expect(did.show).not.toHaveBeenCalled();
    tool.move({ x: 112, y: 50 }, false);
    tool.move({ x: 113, y: 50 }, false);
    tool.move({ x: 112, y: 38 }, false);
    expect(did.show.mock.calls).toEqual([[6], [7]]);
    tool.end({ x: 500, y: 50 }, false);
    expect(did.put.mock.calls).toEqual([[8]]);
  });
  it('gives no fewer than one, and is nothing where it was taken or taken back', () => {
    const low = hand();
    const tool = pullCount(2, { most: 8, ...low });
    tool.move({ x: 0, y: 0 }, false);
    tool.end({ x: -300, y: 0 }, false);
    expect(low.put.mock.calls).toEqual([[1]]);
    const still = hand();
    pullCount(2, { most: 8, ...still }).end({ x: 9, y: 9 }, false);
    pullCount(2, { most: 8, ...still }).cancel();
    expect([still.put.mock.calls.length, still.drop.mock.calls.length]).toEqual([0, 2]);
  });
});

describe('moving a row', () => {
  const hand = () => {
    const asked: { readonly move: RowMove; readonly answer: (found: Clearances) => void }[] = [];
    const did = { show: vi.fn(), showClearances: vi.fn(), put: vi.fn(), fail: vi.fn() };
    const tool = moveRowTool(clothPoint(0, 0), {
      by: ({ x, y }, free) => ({ down: y, along: free ? x : 0 }),
      clearances: (move) => new Promise((answer) => asked.push({ move, answer })),
      ...did,
    });
    const move = (p: ClothPoint) => tool.move(p, false);
    return { asked, did, tool, move };
  };
  const settled = () => new Promise((resolve) => setTimeout(resolve));
  it('asks for one clearance at a time, and next for the latest place', async () => {
    const { asked, did, move } = hand();
    [1, 2, 3].forEach((y) => move(clothPoint(9, y)));
    expect(asked.map((one) => one.move.down)).toEqual([1]);
    asked[0]!.answer({ above: 5, below: 6 });
    await settled();
    expect(asked.map((one) => one.move.down)).toEqual([1, 3]);
    expect(did.showClearances.mock.calls).toEqual([[{ above: 5, below: 6 }]]);
    expect(did.show).toHaveBeenLastCalledWith({ down: 3, along: 0 });
  });
  it('puts it where it was let go, and drops what comes late', async () => {
    const { asked, did, tool, move } = hand();
    move(clothPoint(0, 4));
    tool.end(clothPoint(7, 8), true);
    asked[0]!.answer({ above: 1, below: 1 });
    await settled();
    expect(did.put.mock.calls).toEqual([[{ down: 8, along: 7 }]]);
    expect([did.showClearances.mock.calls.length, did.show.mock.lastCall]).toEqual([0, [null]]);
  });
  it('taken back moves nothing', () => {
    const { did, tool, move } = hand();
    move(clothPoint(0, 4));
    tool.cancel();
    expect([did.put.mock.calls, did.show.mock.lastCall]).toEqual([[], [null]]);
  });
});

describe('moving the pin of a placed design', () => {
  const seat = seatIn(SQUARE, SQUARE, 'quilt');
  const fit = { kind: 'place', scale: 1, pin: MIDDLE, second: null } as const;
  const hand = () => ({ show: vi.fn(), put: vi.fn(), drop: vi.fn() });
  const take = (from: ClothPoint, on = hand()) => ({ tool: movePinTool(from, { fit, seat, reach: 8, ...on }), on });

  it('goes as far as the hand, and onto a corner that it comes near to, but for when it is free', () => {
    const { tool, on } = take(clothPoint(53, 50));
    tool!.move(clothPoint(63, 45), false);
    expect(on.show).toHaveBeenLastCalledWith({ ...fit, pin: { ...MIDDLE, onto: { corner: null, x: 10, y: -5 } } });
    tool!.move(clothPoint(101, 2), false);
    expect(on.show).toHaveBeenLastCalledWith({ ...fit, pin: { ...MIDDLE, onto: { corner: 1, x: 0, y: 0 } } });
    tool!.end(clothPoint(101, 2), true);
    expect(on.put).toHaveBeenCalledWith({ ...fit, pin: { ...MIDDLE, onto: { corner: null, x: 48, y: -48 } } });
  });
  it('is left where it is by a click, and isn’t taken from afar', () => {
    const { tool, on } = take(clothPoint(50, 53));
    tool!.end(clothPoint(50, 54), false);
    expect([on.drop.mock.calls.length, on.put.mock.calls.length]).toEqual([1, 0]);
    expect(take(clothPoint(59, 50)).tool).toBeNull();
  });
});

describe('trimming an end', () => {
  // 100 mm to the right, told by 1 mm; thinned it is the same length.
  const whole = polyline(Array.from({ length: 101 }, (_, x) => ({ x, y: 0 })));
  const thin = { strokes: [polyline([{ x: 0, y: 0 }, { x: 100, y: 0 }])], shrink: 1 }; // prettier-ignore
  const tool = (end: 'start' | 'end', did = { show: vi.fn(), put: vi.fn() }) => ({
    ...did,
    tool: trimEndTool(end, { start: 10, end: 20 }, { strokes: [whole], shrink: 1 }, thin, did.show, did.put),
  });
  it('cuts to the place of the line nearest to the hand', () => {
    const start = tool('start');
    start.tool.move(designPoint(30, 4), false);
    expect(start.show).toHaveBeenLastCalledWith(30);
    start.tool.end(designPoint(45, 4), false);
    expect([start.show.mock.lastCall, start.put.mock.calls]).toEqual([[null], [[expect.closeTo(45, 9)]]]);
    const end = tool('end');
    end.tool.end(designPoint(60, 0), false);
    expect(end.put.mock.calls).toEqual([[expect.closeTo(40, 9)]]);
  });
  it('never passes the other end, a stitch is left', () => {
    const { tool: start, put } = tool('start');
    start.end(designPoint(95, 0), false);
    expect(put.mock.lastCall![0]).toBeCloseTo(80 - stitchLength(USUAL_SPI), 9);
  });
});
