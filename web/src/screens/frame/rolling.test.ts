import { type AdvanceState, mountedAt, newPlan, quiltOf } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import type { LineUpAnswer, PlannedOnFrame } from '../../planning-worker/line-up-planner.ts';
import type { Landmark } from './landmarks.ts';
import type { Piece } from './pieces.ts';
import { rollingFor, seamWayOf } from './rolling.ts';

// A reach of 640 mm less the roll, 30 mm of room before and behind.
const PLAN = newPlan('Harbour Lights', {
  across: 2,
  down: 8,
  blockWidth: 250,
  blockHeight: 250,
  sashing: 0,
  border: 0,
});
const { frame } = quiltOf(PLAN).machine;
const row = (id: string, pass: number, top: number): Piece => ({
  id,
  name: `Row ${id}`,
  pass,
  fit: 'rows',
  regionId: null,
  ring: [],
  top,
  bottom: top + 100,
});
const PASSES = [0, 590].map((from) => ({ from, to: from + 560, runs: [], shared: 4, pinned: false }));
const rolled = (...mm: readonly number[]): AdvanceState => ({
  mounts: [
    { pass: 0, rolled: 0, front: null, anew: true },
    ...mm.map((one) => ({ pass: 1, rolled: one, front: 580, anew: false })),
  ],
  step: 'ready',
});
/** A row as lined up, off by so much from where the roll should have brought it. */
const lies = ({ id, top, bottom }: Piece, rolledNow: number, off: number): PlannedOnFrame => {
  const { y } = mountedAt(frame, rolledNow);
  return {
    id,
    runs: [],
    ring: [],
    box: { minX: 200, maxX: 600, minY: y + top + off, maxY: y + bottom + off },
  };
};

describe('rolling for a piece', () => {
  const [first, fifth, eighth] = [row('1', 0, 10), row('5', 1, 600), row('8', 1, 1030)];
  it('is to its pass, by the seam that comes to the roll, until it is in reach', () => {
    expect(rollingFor(PLAN, first, PASSES, rolled(), null)).toMatchObject({ within: true, beyond: 0 });
    expect(rollingFor(PLAN, fifth, PASSES, rolled(), null)).toEqual({
      within: false,
      pass: 1,
      from: 590,
      seam: {
        name: 'A3',
        before: 234,
        ends: [
          { x: 250, y: 750 },
          { x: 0, y: 750 },
        ],
      },
      beyond: 0,
    });
    expect(rollingFor(PLAN, fifth, PASSES, rolled(590), null).within).toBe(true);
    expect(rollingFor(PLAN, first, PASSES, rolled(590), null)).toMatchObject({ within: false, pass: 0, from: 0 });
  });

  it('is farther, or back, when the touches show that it reaches out', () => {
    const found = (off: number, pieces: readonly Piece[] = [fifth, eighth]) =>
      rollingFor(
        PLAN,
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
    expect(rollingFor(PLAN, fifth, PASSES, rolled(590, 540), null).within).toBe(true);
    expect(rollingFor(PLAN, eighth, PASSES, rolled(590, 540), null).within).toBe(true);
    expect(rollingFor(PLAN, eighth, PASSES, rolled(590, 60), null)).toMatchObject({ within: false, from: 590 });
  });

  it('goes by the piece alone where all that comes is deeper than the reach by now', () => {
    const deep = { ...lies(eighth, 590, 0), box: { minX: 0, maxX: 9, minY: 100, maxY: 900 } };
    expect(rollingFor(PLAN, fifth, PASSES, rolled(590), [lies(fifth, 590, 0), deep])).toMatchObject({
      within: true,
      beyond: 0,
    });
  });
});

describe('the way of the seam that is rolled by', () => {
  const rolling = rollingFor(PLAN, row('5', 1, 600), PASSES, rolled(), null);
  const corner = (x: number): Landmark => {
    const cloth = { x, y: 750 };
    return { name: 'corner of A3', cloth, since: null, touch: undefined, chalked: false };
  };
  const at = (x: number): LineUpAnswer['landmarks'][number] => ({ at: { x: x + 140, y: 790 }, doubt: null });
  const lineUp = { landmarks: [at(250), at(0)] } as unknown as LineUpAnswer;
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
