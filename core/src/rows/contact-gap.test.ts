import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyToPolyline, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { pointsOf, polyline, type Polyline, squaredDistanceToSegment } from '../geometry/polyline.ts';
import { contactGap } from './contact-gap.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const once = (...strokes: Polyline[]) => ({ strokes, period: null });

describe('the gap at which two rows touch', () => {
  it.each([
    ['level lines', [line(0, 5, 10, 5)], [line(0, 0, 10, 0)], 2, 7],
    ['a point over a line', [line(5, 0, 5, 4)], [line(0, 0, 10, 0)], 0, 4],
    ['a hollow that takes a bump', [line(0, 4, 5, 0, 10, 4)], [line(0, 4, 5, 0, 10, 4)], 0, 0],
    ['a bump under a bump', [line(0, 0, 5, 4, 10, 0)], [line(0, 4, 5, 0, 10, 4)], 0, 4],
    ['slanting lines at a clearance', [line(0, 0, 10, 10)], [line(0, 0, 10, 10)], 3, 3 * Math.SQRT2],
    ['ends beside each other within the clearance', [line(0, 0, 10, 0)], [line(13, 0, 20, 0)], 5, 4],
    ['upright lines', [line(5, 0, 5, 8)], [line(5, 2, 5, 6)], 1, 7],
  ])('%s', (_name, upper, lower, clearance, gap) => {
    expect(contactGap(once(...upper), once(...lower), clearance)).toBeCloseTo(gap, 9);
  });
  it('is none for rows that never face each other', () => {
    expect(contactGap(once(line(0, 0, 10, 0)), once(line(15.1, 0, 20, 0)), 5)).toBeNull();
    expect(contactGap(once(), once(line(0, 0, 1, 1)), 5)).toBeNull();
  });
  it('of periodic rows counts every repeat', () => {
    const bump = { strokes: [line(0, 0, 4, 0, 5, -3, 6, 0, 10, 0)], period: 10 };
    const shifted = { strokes: [line(5, 0, 9, 0, 10, -3, 11, 0, 15, 0)], period: 10 };
    // Bumps point up: those of the lower row run into the upper row's level line, wherever they stand.
    expect(contactGap(bump, bump, 0)).toBeCloseTo(0, 9);
    expect(contactGap(bump, shifted, 0)).toBeCloseTo(3, 9);
  });

  const row = fc
    .array(
      fc.record({ dx: fc.double({ min: 0.5, max: 6, noNaN: true }), y: fc.double({ min: -15, max: 15, noNaN: true }) }),
      {
        minLength: 3,
        maxLength: 14,
      },
    )
    .map((steps) => {
      let x = 0;
      return polyline(steps.map(({ dx, y }, i) => ({ x: (x += i % 3 === 2 ? -dx / 2 : dx), y })));
    });
  const alternate = fc.record({
    mirror: fc.boolean(),
    turn: fc.boolean(),
    shift: fc.double({ min: -20, max: 20, noNaN: true }),
  });

  it('is what bisecting real distances finds, for shifted, mirrored and turned rows', () => {
    fc.assert(
      fc.property(row, row, alternate, fc.double({ min: 0, max: 6, noNaN: true }), (upper, drawn, way, clearance) => {
        const map = compose(
          scaling(way.mirror ? -1 : 1, 1),
          rotation(way.turn ? Math.PI : 0),
          translation(way.shift, 0),
        );
        const lower = applyToPolyline(map, drawn);
        const gap = contactGap(once(upper), once(lower), clearance);
        const expected = byBisection(upper, lower, clearance);
        if (gap === null || expected === null) expect(gap).toBe(expected);
        else expect(Math.abs(gap - expected)).toBeLessThan(0.01);
      }),
      { seed: 1, numRuns: 500 },
    );
  });
});

/** Of each pair of segments: the shift where they are nearest by ternary search, then bisection from there down. */
function byBisection(upper: Polyline, lower: Polyline, clearance: number): number | null {
  let gap: number | null = null;
  const [a, b] = [pointsOf(upper), pointsOf(lower)];
  for (let i = 1; i < a.length; i++) {
    for (let j = 1; j < b.length; j++) {
      const apart = (shift: number): number => {
        const [p, q] = [a[i - 1]!, a[i]!];
        const [r, s] = [b[j - 1]!, b[j]!].map(({ x, y }) => ({ x, y: y + shift }));
        const crosses = side(p, q, r!) * side(p, q, s!) < 0 && side(r!, s!, p) * side(r!, s!, q) < 0;
        return crosses
          ? 0
          : Math.sqrt(
              Math.min(
                squaredDistanceToSegment(p.x, p.y, r!, s!),
                squaredDistanceToSegment(q.x, q.y, r!, s!),
                squaredDistanceToSegment(r!.x, r!.y, p, q),
                squaredDistanceToSegment(s!.x, s!.y, p, q),
              ),
            );
      };
      let [low, high] = [-100, 100];
      for (let k = 0; k < 100; k++) {
        const [left, right] = [low + (high - low) / 3, high - (high - low) / 3];
        if (apart(left) <= apart(right)) high = right;
        else low = left;
      }
      let within = (low + high) / 2;
      if (apart(within) > clearance + 1e-9) continue;
      let beyond = 100;
      for (let k = 0; k < 60; k++) {
        const middle = (within + beyond) / 2;
        if (apart(middle) <= clearance) within = middle;
        else beyond = middle;
      }
      gap = Math.max(gap ?? -Infinity, within);
    }
  }
  return gap;
}

const side = (a: { x: number; y: number }, b: { x: number; y: number }, c: { x: number; y: number }): number =>
  (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
