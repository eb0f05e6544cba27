import { clothPoint as at, clothPoint, quiltOf, type Region } from '@gorse/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { undo, usePlan } from '../../document/plan-store.ts';
import { gridPlan } from '../../test/grid-plan.ts';
import { makeMapHand } from './map-hand.ts';

const said: string[] = [];
vi.mock('../../ui/notices.ts', () => ({ tellError: (error: Error) => said.push(error.message) }));

// Four blocks of 200 mm in a border of 50 mm.
const PLAN = gridPlan({ border: 50 });
let revision = 0;
beforeEach(() => {
  said.length = 0;
  usePlan.setState({ quiltId: 'q', records: PLAN, committed: PLAN, acknowledged: PLAN, outbox: [], undoable: [] });
  vi.stubGlobal('fetch', () => Promise.resolve(Response.json({ revision: ++revision })));
});
afterEach(() => vi.unstubAllGlobals());

const patches = (): Region[] => Object.values(usePlan.getState().records.regions);
const drawn = (): Region[] => patches().filter(({ origin }) => origin === 'hand');
const ring = (region: Region): string =>
  region.shape.map(({ at: { x, y } }) => `${Math.round(x)} ${Math.round(y)}`).join(', ');
/** Clicks are taken one after the other. */
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
const REACH = 6;

function handWith(tool: 'choose' | 'patch' | 'applique' | 'split') {
  const hand = makeMapHand();
  hand.getState().take(tool);
  const click = async (x: number, y: number): Promise<void> => {
    hand.getState().hover(at(x, y), REACH);
    hand.getState().pick(at(x, y), REACH);
    await settled();
  };
  return { hand, click, press: (key: string, shift = false) => hand.getState().key(key, shift) };
}

describe('the hand that draws', () => {
  it('closes a patch on its first point, and goes on with the same tool', async () => {
    const { hand, click } = handWith('applique');
    for (const [x, y] of [[80, 80], [120, 82], [119, 123], [81, 119]] as const) await click(x, y); // prettier-ignore
    expect(hand.getState().points.map(({ at: p }) => [p.x, p.y])).toEqual([[80, 80], [120, 80], [120, 120], [80, 120]]); // prettier-ignore
    await click(82, 81);
    expect(drawn().map((one) => `${one.name}: ${ring(one)}`)).toEqual(['appliqué 1: 80 80, 120 80, 120 120, 80 120']);
    expect(hand.getState()).toMatchObject({ tool: 'applique', points: [], chosenId: drawn()[0]!.id });
    undo();
    expect(drawn()).toEqual([]);
  });
  it('puts an edge as long as it is typed, the way the pointer lies', async () => {
    const { hand, click } = handWith('patch');
    await click(100, 100);
    hand.getState().hover(at(140, 102), REACH);
    hand.getState().putAt(63.5);
    expect(hand.getState().points[1]!.at).toEqual({ x: 163.5, y: 100 });
    // Where the pointer lies on the last point there is no way to go.
    hand.getState().hover(at(163.5, 100), REACH);
    hand.getState().putAt(20);
    expect(hand.getState().points).toHaveLength(2);
  });
  it('draws by keys alone: arrows, space, Enter, and points taken back', () => {
    const { hand, press } = handWith('patch');
    hand.getState().hover(at(100, 100), REACH);
    press(' ');
    press('ArrowRight');
    press('ArrowRight');
    press(' ');
    press('ArrowDown', true);
    press(' ');
    press('Backspace');
    expect(hand.getState().points).toHaveLength(2);
    press('ArrowDown');
    press(' ');
    expect(press('Enter')).toBe(true);
    expect(ring(drawn()[0]!)).toBe('100 100, 151 100, 151 129');
    expect(press('q')).toBe(false);
  });
  it('never leaves the top', () => {
    const { hand, press } = handWith('patch');
    hand.getState().hover(at(-300, 9000), REACH);
    expect(hand.getState().pointer!.at).toEqual({ x: 0, y: 500 });
    press('ArrowLeft');
    expect(hand.getState().pointer!.at).toEqual({ x: 0, y: 500 });
  });
  it('draws smooth edges where they are wanted', async () => {
    const { hand, click, press } = handWith('applique');
    hand.getState().setCurved(true);
    for (const [x, y] of [[80, 100], [100, 77], [123, 100], [100, 121]] as const) await click(x, y); // prettier-ignore
    press('Enter');
    expect(drawn()[0]!.shape.every(({ corner }) => !corner)).toBe(true);
  });
  it('says what can’t be, and keeps what was drawn', async () => {
    const { hand, click, press } = handWith('patch');
    await click(80, 80);
    await click(120, 80);
    press('Enter');
    expect(said).toEqual(['A patch has three points or more. Put another.']);
    expect(hand.getState().points).toHaveLength(2);
    press('Escape');
    expect(hand.getState()).toMatchObject({ tool: 'patch', points: [] });
    press('Escape');
    expect(hand.getState().tool).toBe('choose');
  });
});

describe('the hand that splits', () => {
  it('parts the patch under its line, from edge to edge', async () => {
    const { click } = handWith('split');
    await click(152, 52);
    await click(151, 249);
    expect(drawn().map(({ name }) => name)).toContain('A1 (2)');
    expect(quiltOf(usePlan.getState().records).map.setting.kind).toBe('drawn');
  });
  it('parts the chosen patch rather than what lies under the line’s middle', async () => {
    const { hand, click } = handWith('split');
    hand.getState().choose('block-2-1');
    await click(350, 20);
    await click(350, 480);
    expect(drawn().map(({ name }) => name)).toContain('B1 (2)');
  });
});

describe('the hand that chooses and moves', () => {
  it('takes what lies on top, and moves by arrows', () => {
    const { hand, press } = handWith('choose');
    hand.getState().pick(at(150, 150), REACH);
    expect(hand.getState().chosenId).toBe('block-1-1');
    press('ArrowRight');
    expect(hand.getState().chosenId).toBe('block-2-1');
    press('Escape');
    expect(hand.getState().chosenId).toBeNull();
  });
  it('carries a corner with all that meets there, drawn to what is near, freely with Alt, and takes it back', () => {
    const { hand } = handWith('choose');
    hand.getState().choose('block-1-1');
    const corner = hand.getState().press(at(252, 249), REACH)!;
    corner.move(at(260, 244), false);
    expect(hand.getState().moved!.map(({ name }) => name)).toEqual(['A1', 'B1', 'A2', 'B2']);
    corner.cancel();
    expect(hand.getState().moved).toBeNull();
    expect(usePlan.getState().records).toBe(PLAN);
    hand.getState().press(at(252, 249), REACH)!.end(at(261.5, 243.5), true);
    expect(ring(usePlan.getState().records.regions['block-2-2']!)).toContain('262 244');
    // Elsewhere on a patch of the ground, a press pans.
    expect(hand.getState().press(at(150, 150), REACH)).toBeNull();
  });
  it('carries what lies over others as it is', async () => {
    const { hand, click } = handWith('applique');
    for (const [x, y] of [[80, 80], [120, 80], [100, 130], [80, 80]] as const) await click(x, y); // prettier-ignore
    hand.getState().take('choose');
    const piece = hand.getState().press(at(100, 95), 2)!;
    piece.move(at(110, 105), false);
    expect(ring(hand.getState().moved![0]!)).toBe('90 90, 130 90, 110 140');
    piece.end(at(110, 105), false);
    expect(ring(drawn()[0]!)).toBe('90 90, 130 90, 110 140');
  });
});

describe('tracing', () => {
  it('goes to what the photo shows, but first to what is on the map', async () => {
    const { hand, click } = handWith('patch');
    const asked: string[] = [];
    hand.getState().trace(({ x, y }) => {
      asked.push(`${x} ${y}`);
      return Promise.resolve(x < 300 ? { at: { x: 131.2, y: 140.4 }, is: 'corner' } : null);
    });
    expect(hand.getState().traces).toBe(true);
    await click(128, 143);
    expect(hand.getState().points[0]!.at).toEqual({ x: 131.2, y: 140.4 });
    expect(hand.getState().pointer!.to).toEqual(['photo']);
    await click(251, 252);
    expect(hand.getState().points[1]!.at).toEqual({ x: 250, y: 250 });
    await click(333, 300);
    expect(hand.getState().points[2]!.at).toEqual({ x: 333, y: 300 });
    hand.getState().trace(null);
    expect(hand.getState().traces).toBe(false);
    expect(asked).not.toContain('251 252');
  });
  it('forgets an answer about where the pointer was', async () => {
    const { hand } = handWith('patch');
    hand.getState().trace(({ x }) => Promise.resolve({ at: { x, y: 0 }, is: 'edge' }));
    hand.getState().hover(clothPoint(100, 111), REACH);
    hand.getState().hover(clothPoint(140, 111), REACH);
    await settled();
    expect(hand.getState().pointer!.at.x).toBe(140);
  });
});
