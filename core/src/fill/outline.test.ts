import { describe, expect, it } from 'vitest';
import { distanceToRing, signedArea } from '../geometry/polygon.ts';
import { lengthOf, pointOf, pointsOf, type Polyline } from '../geometry/polyline.ts';
import { type Rings, without } from '../geometry/ring-areas.ts';
import { outlined } from './outline.ts';
import { type BackgroundKind, USUAL_BACKGROUND } from './rule.ts';

const box = (x0: number, y0: number, x1: number, y1: number): Polyline =>
  Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);
const whole: Rings = [box(0, 0, 200, 120)];
const HOLE = box(80, 50, 120, 70);
const area = { whole, left: without(whole, [HOLE]) };
const rule = (steps: readonly number[], kind: BackgroundKind = 'lines') => ({
  ...USUAL_BACKGROUND,
  ...{ kind, spacing: 10, outline: { steps, spi: null } },
});
const surface = (rings: Rings): number => rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0);

describe('lines round what is kept out', () => {
  it('lie at their distances, there and back in one run that ends where it began', () => {
    const { runs } = outlined(area, rule([2, 5]));
    expect(runs).toHaveLength(1);
    const [run] = runs as [Polyline];
    expect(pointOf(run, -1)).toEqual(pointOf(run, 0));
    const off = pointsOf(run).map(({ x, y }) => distanceToRing(pointsOf(HOLE), x, y));
    expect(off.every((mm) => Math.min(Math.abs(mm - 2.02), Math.abs(mm - 7.02)) < 0.01)).toBe(true);
    // Round 40 by 20 at 2 and at 7, and twice 5 between.
    expect(lengthOf(run)).toBeCloseTo(2 * 120 + 2 * Math.PI * (2.02 + 7.02) + 10, 0);
  });
  it('leave what fills the rest a spacing beyond the last, or half of one for what keeps off by itself', () => {
    const hole = (rings: Rings): number => surface(whole) - surface(rings);
    const grownBy = (by: number): number => 800 + 120 * by + Math.PI * by ** 2;
    expect(hole(outlined(area, rule([2, 5])).left)).toBeCloseTo(grownBy(17.02), -1);
    expect(hole(outlined(area, rule([2, 5], 'meander')).left)).toBeCloseTo(grownBy(12.02), -1);
  });
  it('are none where none are asked for, or nothing is kept out', () => {
    expect(outlined(area, rule([]))).toEqual({ runs: [], left: area.left });
    expect(outlined({ whole, left: whole }, rule([2])).runs).toEqual([]);
  });
});
