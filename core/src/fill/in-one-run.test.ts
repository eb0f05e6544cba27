import { describe, expect, it } from 'vitest';
import { lengthOf, pointOf, pointsOf } from '../geometry/polyline.ts';
import { inOneRun } from './in-one-run.ts';

const box = (x0: number, y0: number, x1: number, y1: number): Float64Array =>
  Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);

describe('rings in one run', () => {
  it('are stitched one after the other from outside in, with a step between, never back', () => {
    const [run, ...others] = inOneRun([[box(0, 0, 60, 60)], [box(10, 10, 50, 50)], [box(20, 20, 40, 40)]], 10);
    expect(others).toEqual([]);
    expect(lengthOf(run!)).toBeCloseTo(240 + 160 + 80 + 2 * Math.hypot(10, 10), 6);
    expect(pointOf(run!, 0)).toEqual({ x: 0, y: 0 });
    expect(pointOf(run!, -1)).toEqual({ x: 20, y: 20 });
  });
  it('that part in two are gone to there and back, but the last of them', () => {
    // A dumbbell: its middle ring is followed by one in each end.
    const [run, ...others] = inOneRun([[box(0, 0, 100, 40)], [box(10, 10, 40, 30), box(60, 10, 90, 30)]], 10);
    expect(others).toEqual([]);
    const steps = lengthOf(run!) - 280 - 2 * 100;
    expect(steps).toBeGreaterThan(3 * 10 - 1e-6);
    expect(steps).toBeLessThan(2 * 10 + 2 * Math.hypot(10, 10) + 1);
  });
  it('that meet from outside and from a hole hang together too', () => {
    const levels = [
      [box(0, 0, 100, 100), box(30, 30, 70, 70)],
      [box(10, 10, 90, 90), box(20, 20, 80, 80)],
    ];
    expect(inOneRun(levels, 10)).toHaveLength(2);
    // A further one that lies a step from both ties them.
    const middle = [box(15, 15, 85, 85)];
    const [run, ...others] = inOneRun([...levels, middle], 10);
    expect(others).toEqual([]);
    for (const [x, y] of [
      [0, 0],
      [30, 30],
      [85, 85],
    ] as const)
      // prettier-ignore
      expect(pointsOf(run!).some((p) => p.x === x && p.y === y)).toBe(true);
  });
  it('farther apart than a step are runs of their own', () => {
    expect(inOneRun([[box(0, 0, 100, 100)], [box(40, 40, 60, 60)]], 10)).toHaveLength(2);
    expect(inOneRun([], 10)).toEqual([]);
  });
});
