import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SIDES } from './border.ts';
import { clothPoint } from '../geometry/point.ts';
import { bendBetween, type Offsets, type Seams } from './bend.ts';

const SEAMS: Seams = { outer: { x0: 0, y0: 0, x1: 1000, y1: 800 }, inner: { x0: 100, y0: 100, x1: 900, y1: 700 } };
const still = (): number => 0;
const STILL = { top: still, right: still, bottom: still, left: still };
const offsets = (outer: Partial<Offsets['outer']>, inner: Partial<Offsets['inner']> = {}): Offsets => ({
  outer: { ...STILL, ...outer },
  inner: { ...STILL, ...inner },
});

describe('a border bent to its edges', () => {
  it('lies as planned where they do', () => {
    expect(bendBetween(SEAMS, offsets({}))(clothPoint(50, 400))).toEqual({ x: 50, y: 400 });
  });

  it('goes with one edge in proportion, down to none at the other', () => {
    const bend = bendBetween(SEAMS, offsets({ top: (x) => -x / 100 }));
    expect(bend(clothPoint(500, 0))).toEqual({ x: 500, y: -5 });
    expect(bend(clothPoint(500, 50)).y).toBeCloseTo(47.5);
    expect(bend(clothPoint(500, 100))).toEqual({ x: 500, y: 100 });
  });

  it('takes corners along with both of their edges', () => {
    const bend = bendBetween(SEAMS, offsets({ top: () => 3, left: () => -2 }));
    expect(bend(clothPoint(0, 0))).toEqual({ x: -2, y: 3 });
    // What lies between the sides is spread evenly: the left inner seam stays.
    expect(bend(clothPoint(100, 0))).toEqual({ x: 100, y: 3 });
  });

  it('bears a side that the border has not', () => {
    const seams: Seams = { ...SEAMS, inner: { ...SEAMS.inner, x0: 0 } };
    expect(bendBetween(seams, offsets({ left: () => 9 }, { left: () => 2 }))(clothPoint(0, 400))).toEqual({
      x: 2,
      y: 400,
    });
  });

  it('is exact on every edge and tears nowhere', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 800 }), (px, py) => {
        const wave = (k: number) => (at: number) => 5 * Math.sin(at / 90 + k);
        const all = (from: number) =>
          Object.fromEntries(SIDES.map((side, k) => [side, wave(from + k)])) as unknown as Offsets['outer'];
        const found: Offsets = { outer: all(0), inner: all(4) };
        const bend = bendBetween(SEAMS, found);
        expect(bend(clothPoint(px, 0)).y).toBeCloseTo(found.outer.top(px), 9);
        expect(bend(clothPoint(1000, py)).x).toBeCloseTo(1000 + found.outer.right(py), 9);
        expect(bend(clothPoint(100 + (px * 8) / 10, 700)).y).toBeCloseTo(
          700 + found.inner.bottom(100 + (px * 8) / 10),
          9,
        );
        // Neighbours stay neighbours.
        const [a, b] = [bend(clothPoint(px, py)), bend(clothPoint(px + 0.01, py + 0.01))];
        expect(Math.abs(b.x - a.x - 0.01) + Math.abs(b.y - a.y - 0.01)).toBeLessThan(0.01);
      }),
      { seed: 16, numRuns: 300 },
    );
  });
});
