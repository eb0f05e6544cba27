import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointsOf, polyline } from '../geometry/polyline.ts';
import { tightestShift } from './nest.ts';
import { nestedPitches } from './pitches.ts';
import { alternateOf, repeatOf, rowOf } from './repeat.ts';
import { clearanceFor, marginsLeft, type RowTask, rowsThatFit, scaleFor } from './solve-rows.ts';

const line = (...xy: number[]): Float64Array<ArrayBuffer> => Float64Array.from(xy);
const wave = (period: number, height: number) =>
  repeatOf(
    [
      polyline(
        Array.from({ length: 121 }, (_, i) => ({
          x: (period * i) / 120,
          y: (height / 2) * Math.sin((Math.PI * i) / 60),
        })),
      ),
    ],
    { kind: 'spread', gap: 0 },
  )!;

describe('a design made to repeat', () => {
  it('keeps its advance; a misfit is spread over its length', () => {
    const { strokes, period } = repeatOf([line(5, 0, 45, 20, 105, 4)], { kind: 'spread', gap: 0 })!;
    expect(period).toBe(100);
    // A point 40 % of the way takes 40 % of the 4 mm.
    expect([...strokes[0]!].map((v) => Math.round(v * 1e9) / 1e9 + 0)).toEqual([0, 0, 40, 18.4, 100, 0]);
  });
  it('is bridged box to box with a gap', () => {
    const { strokes, period } = repeatOf([line(0, 0, 30, 10), line(10, 5, 20, 5)], { kind: 'bridge', gap: 6 })!;
    expect(period).toBe(36);
    expect(strokes.map((s) => [...s])).toEqual([
      [0, 0, 30, 10],
      [10, 5, 20, 5, 36, 0],
    ]);
  });
  it('has no spread when it doesn’t advance', () => {
    expect(repeatOf([line(0, 0, 10, 10, 0, 0)], { kind: 'spread', gap: 0 })).toBeNull();
  });
  it('covers a stretch in one stroke', () => {
    const [row, ...rest] = rowOf({ strokes: [line(0, 0, 5, 3, 10, 0)], period: 10 }, -12, 21);
    expect(rest).toEqual([]);
    const xs = pointsOf(row!).map((p) => p.x);
    expect([xs[0], xs.at(-1), xs.length]).toEqual([-20, 30, 11]);
  });
  it('of two strokes joins the last to the next first', () => {
    const row = rowOf({ strokes: [line(0, 0, 4, 0), line(6, 0, 10, 0)], period: 10 }, 0, 20);
    expect(row.map((s) => [...s])).toEqual([
      [0, 0, 4, 0],
      [6, 0, 10, 0, 14, 0],
      [16, 0, 20, 0],
    ]);
  });
});

describe('alternate rows', () => {
  const saw = { strokes: [line(0, 0, 8, 6, 10, 0)], period: 10 };
  it('are mirrored or turned within their own height, and still run to the right', () => {
    expect([...alternateOf(saw, { look: 'mirrored', shift: 0 }).strokes[0]!]).toEqual([0, 0, 2, 6, 10, 0]);
    expect([...alternateOf(saw, { look: 'turned', shift: 0 }).strokes[0]!]).toEqual([0, 6, 2, 0, 10, 6]);
    expect([...alternateOf(saw, { look: 'same', shift: 0.25 }).strokes[0]!]).toEqual([2.5, 0, 10.5, 6, 12.5, 0]);
  });
  it('nest tightest in phase, and half a repeat off when turned', () => {
    const row = wave(60, 20);
    // Level with each other only the clearance is left, square to the steepest part.
    expect(nestedPitches(row, row, 0)).toEqual({ down: 0, back: 0 });
    const off = nestedPitches(row, alternateOf(row, { look: 'same', shift: 0.5 }), 0);
    expect(off.down).toBeCloseTo(20, 1);
    expect(tightestShift(row, 'same', 3)).toBeCloseTo(0, 6);
    // A sine turned by half is itself again.
    expect(tightestShift(row, 'turned', 3)).toBeCloseTo(0, 2);
    expect(tightestShift(row, 'mirrored', 3)).toBeCloseTo(0.5, 2);
  });
  it('are never nearer than the clearance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        (shift, clearance) => {
          const row = wave(50, 16);
          const other = alternateOf(row, { look: 'same', shift });
          const { down } = nestedPitches(row, other, clearance);
          const above = pointsOf(rowOf(row, -100, 150)[0]!);
          const below = pointsOf(rowOf(other, 0, 50)[0]!);
          const nearest = below.reduce(
            (least, p) => above.reduce((d, q) => Math.min(d, Math.hypot(p.x - q.x, p.y + down - q.y)), least),
            Infinity,
          );
          expect(nearest).toBeGreaterThan(clearance - 0.01);
        },
      ),
      { seed: 1, numRuns: 40 },
    );
  });
});

describe('solving rows', () => {
  /** Rows like boxes: each takes its height and the clearance. */
  const boxes: RowTask = { length: 1000, height: 100, pitches: (c) => ({ down: 100 + c, back: 100 + c }) };
  it('by hand: eight rows of 100 with seven gaps of 20 leave 30 above and below', () => {
    expect(marginsLeft(boxes, 8, 1, 20)).toMatchObject({ margin: 30, pitches: Array.from({ length: 7 }, () => 120) });
    expect(rowsThatFit(boxes, 1, 20, 0)).toMatchObject({ rows: 8, margin: 30 });
    expect(rowsThatFit(boxes, 1, 20, 31)!.rows).toBe(7);
    expect(rowsThatFit({ ...boxes, length: 80 }, 1, 20, 0)).toBeNull();
  });
  it('finds the scale or the clearance that leaves a margin', () => {
    // 9·s·100 + 8·20 + 2·10 = 1000
    expect(scaleFor(boxes, 9, 20, 10)!.scale).toBeCloseTo(820 / 900, 6);
    // 9·100 + 8·c + 2·10 = 1000
    expect(clearanceFor(boxes, 9, 1, 10)!.clearance).toBeCloseTo(10, 4);
    expect(clearanceFor(boxes, 11, 1, 0)).toBeNull();
    expect(clearanceFor(boxes, 1, 1, 0)).toBeNull();
    expect(scaleFor(boxes, 100, 20, 0)).toBeNull();
  });
  it('takes the two pitches in turn', () => {
    const uneven: RowTask = { length: 500, height: 50, pitches: (c) => ({ down: 30 + c, back: 70 + c }) };
    expect(marginsLeft(uneven, 4, 1, 0).pitches).toEqual([30, 70, 30]);
    expect(marginsLeft(uneven, 4, 1, 0).margin).toBe((500 - 50 - 130) / 2);
  });
  it('every answer adds up to the length', () => {
    const row = wave(60, 30);
    const task: RowTask = { length: 1500, height: 30, pitches: (c) => nestedPitches(row, row, c) };
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 40 }), fc.double({ min: 1, max: 40, noNaN: true }), (rows, clearance) => {
        for (const answer of [scaleFor(task, rows, clearance, 12), clearanceFor(task, rows, 1, 12)]) {
          if (answer === null) continue;
          const sum = answer.scale * 30 + answer.pitches.reduce((a, b) => a + b, 0) + 2 * answer.margin;
          expect(Math.abs(sum - 1500)).toBeLessThan(0.01);
          expect(Math.abs(answer.margin - 12)).toBeLessThan(0.01);
          expect(answer.pitches).toHaveLength(rows - 1);
        }
      }),
      { seed: 1, numRuns: 30 },
    );
  });
});
