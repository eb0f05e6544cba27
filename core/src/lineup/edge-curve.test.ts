import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edgeCurve, type EdgeReading, planEdgeTouches, worstOf } from './edge-curve.ts';

const read = (at: number, off: number, noise = 0.3): EdgeReading => ({ at, off, noise });
const along = (length: number, step: number): number[] => Array.from({ length: length / step + 1 }, (_, i) => i * step);

describe('how an edge runs', () => {
  it('is as planned without a touch, with the doubt that edges have', () => {
    const { off, bound } = edgeCurve([]);
    expect(off(300)).toBe(0);
    // A shift of 6 mm, a slant of 1.2 mm there and a wander of 3: 1.96 · √(36 + 1.44 + 8.45) with wanders weighed 0.35, 0.45 and 0.2.
    expect(bound(300)).toBeCloseTo(1.96 * Math.sqrt(36 + 1.44 + 0.8 * 9 + 0.2 * 6.25), 6);
  });

  it('is shifted by one touch, all along, and surest there', () => {
    const { off, bound } = edgeCurve([read(500, 4)]);
    expect(off(500)).toBeCloseTo(4, 1);
    expect(off(200)).toBeGreaterThan(2);
    expect(bound(500)).toBeLessThan(0.6);
    expect(bound(200)).toBeGreaterThan(1);
  });

  it('goes through touches without noise, smoothly between', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -8, max: 8, noNaN: true }), { minLength: 3, maxLength: 12 }), (offs) => {
        const { off } = edgeCurve(offs.map((one, i) => read(200 * i, one, 0.001)));
        offs.forEach((one, i) => expect(off(200 * i)).toBeCloseTo(one, 1));
        // No kink: from one pace of 5 mm to the next its slope changes by less than the eye sees.
        const slopes = along(200 * (offs.length - 1) - 5, 5).map((at) => (off(at + 5) - off(at)) / 5);
        const turns = slopes.slice(1).map((slope, i) => Math.abs(slope - slopes[i]!));
        expect(Math.max(...turns)).toBeLessThan(0.02);
      }),
      { seed: 16, numRuns: 50 },
    );
  });
});

describe('where an edge is touched next', () => {
  const places = along(1000, 25);

  it('is far apart first, then between, until it is sure enough everywhere', () => {
    const [first, second, ...more] = planEdgeTouches([], places, 0.8, 0.3);
    expect([first, second]).toEqual([1000, 0]);
    expect(more.length).toBeGreaterThan(3);
    const touched = [first!, second!, ...more].map((at) => read(at, 0));
    // What was planned without reading anything holds once it is read.
    expect(worstOf(edgeCurve(touched), places).bound).toBeLessThan(1);
    expect(planEdgeTouches(touched, places, 1, 0.3)).toEqual([]);
  });

  it('is denser on an edge that was found to wander over short ways', () => {
    const calm = planEdgeTouches(
      along(1000, 125).map((at) => read(at, 0)),
      places,
      0.6,
      0.3,
    );
    const wild = planEdgeTouches(
      along(1000, 125).map((at, i) => read(at, i % 2 ? 4 : -4)),
      places,
      0.6,
      0.3,
    );
    expect(wild.length).toBeGreaterThan(calm.length);
  });

  it('is nowhere where there is no place', () => {
    expect(planEdgeTouches([], [], 0.8, 0.3)).toEqual([]);
    expect(worstOf(edgeCurve([]), [])).toEqual({ at: 0, bound: 0 });
  });
});
