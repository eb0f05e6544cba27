import { clothPoint, framePoint } from '../geometry/point.ts';
import { describe, expect, it } from 'vitest';
import { plainGrid } from '../cloth/settings/grid.ts';
import { mapGraph } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { mountedAt } from '../passes/frame-profile.ts';
import { newPlan, quiltOf } from '../plan/plan-document.ts';
import type { AdvanceState } from '../run/advances.ts';
import type { Landmark } from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';
import type { FramePiece } from './pieces-in-passes.ts';
import { framePiece } from './test/piece.ts';
import { rollingFor, seamWayOf } from './rolling.ts';

// A reach of 640 mm less the roll, 30 mm of room before and behind.
const PLAN = newPlan(
  'Harbour Lights',
  makeMap(plainGrid({ across: 2, down: 8, blockWidth: 250, blockHeight: 250, sashing: 0 }), []),
);
const GRAPH = mapGraph(Object.values(PLAN.regions));
const { frame } = quiltOf(PLAN).machine;
const row = (id: string, pass: number, top: number): FramePiece =>
  framePiece(id, { name: `row ${id}`, pass, top, bottom: top + 100 });
const PASSES = [0, 590].map((from) => ({ from, to: from + 560, pieces: [], shared: 4, pinned: false, turned: false }));
const rolled = (...mm: readonly number[]): AdvanceState => ({
  mounts: [
    { pass: 0, rolled: 0, front: null, anew: true, turned: false },
    ...mm.map((one) => ({ pass: 1, rolled: one, front: 580, anew: false, turned: false })),
  ],
  step: 'ready',
});
/** A row as lined up, off by so much from where the roll should have brought it. */
const lies = ({ id, top, bottom }: FramePiece, rolledNow: number, off: number): LineUpView['onFrame'][number] => {
  const { y } = mountedAt(frame, rolledNow);
  return {
    id,
    box: { minX: 200, maxX: 600, minY: y + top + off, maxY: y + bottom + off },
  };
};

describe('rolling for a piece', () => {
  const [first, fifth, eighth] = [row('1', 0, 10), row('5', 1, 600), row('8', 1, 1030)];
  it('is to its pass, by the seam that comes to the roll, until it is in reach', () => {
    expect(rollingFor(PLAN, GRAPH, first, PASSES, rolled(), null)).toMatchObject({ within: true, beyond: 0 });
    expect(rollingFor(PLAN, GRAPH, fifth, PASSES, rolled(), null)).toEqual({
      within: false,
      turn: false,
      pass: 1,
      from: 590,
      seam: {
        name: 'A3',
        before: 234,
        ends: ['control.block-1-3.c3', 'control.block-1-3.c4'],
      },
      beyond: 0,
    });
    expect(rollingFor(PLAN, GRAPH, fifth, PASSES, rolled(590), null).within).toBe(true);
    expect(rollingFor(PLAN, GRAPH, first, PASSES, rolled(590), null)).toMatchObject({
      within: false,
      pass: 0,
      from: 0,
    });
  });

  it('is farther, or back, when the touches show that it reaches out', () => {
    const found = (off: number, pieces: readonly FramePiece[] = [fifth, eighth]) =>
      rollingFor(
        PLAN,
        GRAPH,
        fifth,
        PASSES,
        rolled(590),
        pieces.map((one) => lies(one, 590, off)),
      );
    expect(found(0)).toMatchObject({ within: true, beyond: 0 });
    // 40 mm are free above row 5: with 50 mm too far on, 10 mm lie under the roll.
    const far = found(-50);
    expect(far).toMatchObject({ within: false, pass: 1, seam: null });
    expect(far.beyond).toBeCloseTo(-10, 6);
    expect(far.from).toBeLessThan(590 - 30);
    const short = found(90);
    expect(short.beyond).toBeGreaterThan(0);
    expect(short.from).toBeGreaterThan(590);
    // Row 5 alone would lie well.
    expect(found(90, [fifth])).toMatchObject({ within: true, beyond: 0 });
  });

  it('once rolled so is believed until touches say otherwise', () => {
    expect(rollingFor(PLAN, GRAPH, fifth, PASSES, rolled(590, 540), null).within).toBe(true);
    expect(rollingFor(PLAN, GRAPH, eighth, PASSES, rolled(590, 540), null).within).toBe(true);
    expect(rollingFor(PLAN, GRAPH, eighth, PASSES, rolled(590, 60), null)).toMatchObject({ within: false, from: 590 });
  });

  it('goes by the piece alone where all that comes is deeper than the reach by now', () => {
    const deep = { ...lies(eighth, 590, 0), box: { minX: 0, maxX: 9, minY: 100, maxY: 900 } };
    expect(rollingFor(PLAN, GRAPH, fifth, PASSES, rolled(590), [lies(fifth, 590, 0), deep])).toMatchObject({
      within: true,
      beyond: 0,
    });
  });

  it('is to turn the quilt first, where its pass lies the other way', () => {
    const passes = [PASSES[0]!, { ...PASSES[1]!, from: 40, turned: true }];
    const side = framePiece('s', { pass: 1, top: 40, bottom: 140 });
    const turn = rollingFor(PLAN, GRAPH, side, passes, rolled(), null);
    // 500 by 2,000 mm turned to the right: the right edges of the left column come across the poles, 250 mm down.
    expect(turn).toMatchObject({ within: false, turn: true, pass: 1, from: 40, seam: { before: 250 - 40 + 74 } });
    const { mounts } = rolled(40);
    const now: AdvanceState = { step: 'ready', mounts: [mounts[0], { ...mounts[1]!, turned: true }] };
    expect(rollingFor(PLAN, GRAPH, side, passes, now, null)).toMatchObject({ within: true, turn: false });
    expect(rollingFor(PLAN, GRAPH, first, passes, now, null)).toMatchObject({ within: false, turn: true, pass: 0 });
  });
});

describe('the way of the seam that is rolled by', () => {
  const rolling = rollingFor(PLAN, GRAPH, row('5', 1, 600), PASSES, rolled(), null);
  const corner = (x: number): Landmark => {
    const ids = [`control.block-1-3.c${x === 0 ? 4 : 3}`] as const;
    return { ids, name: 'corner of A3', cloth: clothPoint(x, 750), since: null, touch: undefined, byHand: false };
  };
  const at = (x: number): LineUpView['landmarks'][number] => ({ at: framePoint(x + 140, 790), doubt: null });
  const lineUp = { landmarks: [at(250), at(0)] } as unknown as LineUpView;
  it('is from where its corners lie to where they come, the roll being thicker by then', () => {
    // A roll of 38 mm grows by √(38² + 3 · 590 / π) − 38 = 6.8 mm.
    const way = seamWayOf(rolling, frame, 0, [corner(250), corner(0)], lineUp)!;
    expect(way.edge.map(({ x }) => x).toSorted((a, b) => a - b)).toEqual([140, 390]);
    expect(way.by).toBeCloseTo(-590 + 6.8, 1);
  });
  it('is not told while no line-up is worked out, or where no seam tells it', () => {
    expect(seamWayOf(rolling, frame, 0, [corner(250), corner(0)], null)).toBeNull();
    expect(seamWayOf({ ...rolling, seam: null }, frame, 0, [corner(250), corner(0)], lineUp)).toBeNull();
  });
});
