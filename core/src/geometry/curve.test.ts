import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { affineThrough, applyToPoint } from './affine.ts';
import { breaksOf, type Curve, curveInto, curveThrough } from './curve.ts';
import { nearestAlong } from './nearest-along.ts';
import { distance, type Point } from './point.ts';
import { isConvex } from './polygon.ts';
import { pointAtLength, polyline } from './polyline.ts';

/** Ten right, then thirty down. */
const BEND = curveThrough([
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 30 },
]);
const at = (curve: Curve, part: number, cursor = { segment: 0 }): readonly number[] => {
  const out = new Float64Array(4);
  curveInto(out, 0, curve, part, cursor, true);
  return [...out];
};

describe('a curve', () => {
  it('is asked by parts of its length: where, and how that grows', () => {
    expect(at(BEND, 0.125)).toEqual([5, 0, 40, 0]);
    expect(at(BEND, 0.625)).toEqual([10, 15, 0, 40]);
    // Beyond its ends it goes on straight.
    expect(at(BEND, -0.25).slice(0, 2)).toEqual([-10, 0]);
    expect(at(BEND, 1.25).slice(0, 2)).toEqual([10, 40]);
    expect(() => curveThrough([{ x: 0, y: 0 }])).toThrow(/two points or more, not 1/);
  });

  it('is found from wherever the cursor stands, as by its length', () => {
    const points = fc.array(fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 0, max: 99 })), {
      minLength: 2,
      maxLength: 12,
    });
    const part = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(points, fc.array(part, { minLength: 1, maxLength: 8 }), (places, parts) => {
        const curve = curveThrough(places.map(([x, y]) => ({ x, y })));
        fc.pre(curve.length > 0);
        const cursor = { segment: 0 };
        for (const t of parts) {
          const [x, y] = at(curve, t, cursor);
          const there = pointAtLength(curve.line, curve.along, t * curve.length);
          expect(distance<Point>({ x: x!, y: y! }, there)).toBeLessThan(1e-9);
        }
      }),
      { seed: 6 },
    );
  });

  it('has its breaks, with those of another in order and each once', () => {
    const three = curveThrough([0, 1, 2, 4].map((x) => ({ x, y: 0 })));
    expect(breaksOf(BEND)).toEqual([0, 0.25, 1]);
    expect(breaksOf(BEND, three)).toEqual([0, 0.25, 0.5, 1]);
    const still = curveThrough([
      { x: 3, y: 3 },
      { x: 3, y: 3 },
    ]);
    expect(breaksOf(still)).toEqual([0, 1]);
  });
});

describe('places on lines and maps through points', () => {
  it('the nearest place of a line, the first of places that are as near', () => {
    const line = polyline([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ]);
    expect(nearestAlong(line, { x: 4, y: -3 })).toEqual({ along: 4, off: 3 });
    expect(nearestAlong(line, { x: 12, y: 6 })).toEqual({ along: 16, off: 2 });
    expect(nearestAlong(line, { x: 5, y: 5 })).toEqual({ along: 5, off: 5 });
    expect(nearestAlong(line, { x: -9, y: 10 })).toEqual({ along: 30, off: 9 });
  });

  it('an affine map through three points; none through three in a line', () => {
    const from: readonly [Point, Point, Point] = [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 0, y: 5 }]; // prettier-ignore
    const to: readonly [Point, Point, Point] = [{ x: 3, y: 4 }, { x: 3, y: 24 }, { x: -7, y: 9 }]; // prettier-ignore
    const map = affineThrough(from, to)!;
    from.forEach((p, i) => expect(distance<Point>(applyToPoint(map, p), to[i]!)).toBeLessThan(1e-12));
    expect(affineThrough([from[0], from[1], { x: 20, y: 0 }], to)).toBeNull();
  });

  it('a ring that bends inward by more than a needle isn’t convex', () => {
    const square = [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 10, y: 10 }, { x: 0, y: 10 }]; // prettier-ignore
    expect(isConvex(square)).toBe(true);
    expect(isConvex([...square, { x: 0.04, y: 5 }])).toBe(true);
    expect(isConvex([...square, { x: 0.4, y: 5 }])).toBe(false);
    expect(isConvex([square[0]!, square[1]!, square[1]!, square[2]!, square[3]!])).toBe(true);
  });
});
