import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clusterPoints } from './cluster.ts';
import type { Point } from './point.ts';
import { boxRing, clipToBox, ringBounds, signedArea } from './polygon.ts';

const BOX = { minX: 0, minY: 0, maxX: 100, maxY: 60 };
const ring = (...points: readonly (readonly [number, number])[]): Point[] => points.map(([x, y]) => ({ x, y }));
const plain = (clipped: readonly Point[]) => clipped.map(({ x, y }) => [x, y]);

describe('a convex ring cut by a box', () => {
  it('is itself where it lies inside, on the edges or not', () => {
    for (const inside of [ring([10, 10], [20, 10], [15, 30]), boxRing(BOX)])
      expect(clipToBox(inside, BOX)).toBe(inside);
  });
  it('is nothing where they don’t meet, or touch in a point', () => {
    expect(clipToBox(ring([110, 0], [120, 0], [115, 9]), BOX)).toEqual([]);
    expect(signedArea(clipToBox(ring([100, 30], [120, 20], [120, 40]), BOX))).toBe(0);
  });
  it('keeps what is inside, in the same order', () => {
    const diamond = ring([0, -20], [20, 0], [0, 20], [-20, 0]);
    expect(plain(clipToBox(diamond, BOX))).toEqual([
      [0, 0],
      [20, 0],
      [0, 20],
    ]);
    expect(plain(clipToBox(ring([-10, 50], [110, 50], [110, 70], [-10, 70]), BOX))).toEqual([
      [0, 60],
      [0, 50],
      [100, 50],
      [100, 60],
    ]);
  });
  it('is parted without loss: what four boxes hold is the whole', () => {
    const angles = fc.array(fc.double({ min: 0, max: 6.28, noNaN: true }), { minLength: 3, maxLength: 9 });
    const middle = fc.double({ min: -40, max: 140, noNaN: true });
    fc.assert(
      fc.property(angles, middle, middle, (given, x, y) => {
        const round = [...new Set(given)].sort((a, b) => a - b).map((t) => ({ x: 50 + 80 * Math.cos(t), y: 30 + 80 * Math.sin(t) }));
        const quarters = [
          [-200, -200, x, y],
          [x, -200, 300, y],
          [x, y, 300, 300],
          [-200, y, x, 300],
        ] as const;
        const held = quarters.map(([minX, minY, maxX, maxY]) => signedArea(clipToBox(round, { minX, minY, maxX, maxY })));
        expect(held.reduce((a, b) => a + b, 0)).toBeCloseTo(signedArea(round), 6);
        for (const area of held) expect(area).toBeGreaterThanOrEqual(-1e-9);
      }),
      { seed: 6 },
    );
  }); // prettier-ignore
});

describe('the box round a ring', () => {
  it('is told of any, but of none without corners', () => {
    expect(ringBounds(ring([3, 9], [-1, 4], [7, 5]))).toEqual({ minX: -1, minY: 4, maxX: 7, maxY: 9 });
    expect(() => ringBounds([])).toThrow('a ring has corners');
  });
});

describe('points in clusters', () => {
  it('share one within the tolerance, also by way of others, and in the very same place', () => {
    const points = Float64Array.of(0, 0, 0.04, 0, 0.08, 0, 5, 5, 5, 5, 5, 5, 0.2, 0);
    expect([...clusterPoints(points, 0.05)]).toEqual([0, 0, 0, 1, 1, 1, 2]);
  });
  it('are found from whichever is seen first, copies among them', () => {
    const chain = [0.08, 0, 0.04, 0.04, 0.12, 0, 0.08].flatMap((x) => [x, 1]);
    expect(new Set(clusterPoints(Float64Array.from(chain), 0.05))).toEqual(new Set([0]));
  });
});
