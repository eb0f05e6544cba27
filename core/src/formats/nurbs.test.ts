import { describe, expect, it } from 'vitest';
import { distance, type Point } from '../geometry/point.ts';
import { pointsOf, squaredDistanceToSegment } from '../geometry/polyline.ts';
import { flattenSplineInto, splineStart } from './nurbs.ts';

const pt = (x: number, y: number): Point => ({ x, y });
function flattened(
  controls: readonly Point[],
  degree: number,
  knots: readonly number[],
  weights?: readonly number[],
): Point[] | null {
  const spline = { controls, degree, knots, weights };
  const start = splineStart(spline);
  if (!start) return null;
  const out = [start.x, start.y];
  flattenSplineInto(out, spline, 0.01, 10_000);
  return pointsOf(Float64Array.from(out));
}

describe('a B-spline', () => {
  it('of degree one is its polygon', () => {
    const controls = [pt(0, 0), pt(10, 0), pt(10, 10)];
    const line = flattened(controls, 1, [0, 0, 1, 2, 2])!;
    expect(line[0]).toEqual(pt(0, 0));
    expect(line.at(-1)).toEqual(pt(10, 10));
    expect(line.some((p) => distance(p, pt(10, 0)) < 1e-12)).toBe(true);
  });
  it('clamped, of degree three with four points, is the Bézier curve of those', () => {
    const [a, b, c, d] = [pt(0, 0), pt(0, 30), pt(40, 30), pt(40, 0)];
    const line = flattened([a, b, c, d], 3, [0, 0, 0, 0, 1, 1, 1, 1])!;
    const middle = { x: (a.x + 3 * b.x + 3 * c.x + d.x) / 8, y: (a.y + 3 * b.y + 3 * c.y + d.y) / 8 };
    expect(Math.min(...line.map((p) => distance(p, middle)))).toBeLessThan(1e-9);
    expect([line[0], line.at(-1)]).toEqual([a, d]);
  });
  it.each([2, 3])('of degree %i is the same as with equal weights, which is worked out in another way', (degree) => {
    const controls = [pt(0, 0), pt(5, 30), pt(20, -10), pt(40, 30), pt(40, 0), pt(70, 9)];
    const knots = [...Array<number>(degree + 1).fill(0), ...[0.2, 0.7, 0.8].slice(0, 5 - degree), ...Array<number>(degree + 1).fill(1)]; // prettier-ignore
    const [line, other] = [undefined, controls.map(() => 2)].map((weights) =>
      flattened(controls, degree, knots, weights)!,
    );
    const off = (p: Point): number => Math.min(...other!.slice(1).map((b, i) => Math.sqrt(squaredDistanceToSegment(p.x, p.y, other![i]!, b)))); // prettier-ignore
    expect(Math.max(...line!.map(off))).toBeLessThan(0.02);
    expect(distance(line!.at(-1)!, pt(70, 9))).toBeLessThan(1e-9);
  });
  it('with weights is a true circle', () => {
    const w = Math.SQRT1_2;
    const controls = [pt(10, 0), pt(10, 10), pt(0, 10), pt(-10, 10), pt(-10, 0)];
    const line = flattened(controls, 2, [0, 0, 0, 1, 1, 2, 2, 2], [1, w, 1, w, 1])!;
    expect(line.every((p) => Math.abs(Math.hypot(p.x, p.y) - 10) < 1e-9)).toBe(true);
    for (let i = 1; i < line.length; i++) {
      const middle = pt((line[i]!.x + line[i - 1]!.x) / 2, (line[i]!.y + line[i - 1]!.y) / 2);
      expect(10 - Math.hypot(middle.x, middle.y)).toBeLessThan(0.01);
    }
  });
  it('without clamped ends begins where its first span does', () => {
    const controls = [pt(0, 0), pt(6, 0), pt(12, 6), pt(18, 6)];
    // Uniform quadratic: spans join the middles of the polygon's sides.
    const line = flattened(controls, 2, [0, 1, 2, 3, 4, 5, 6])!;
    expect(line[0]).toEqual(pt(3, 0));
    expect(line.at(-1)!.x).toBeCloseTo(15, 9);
  });
  it.each<[string, Parameters<typeof flattened>]>([
    ['too few knots', [[pt(0, 0), pt(1, 0)], 1, [0, 0, 1]]],
    ['knots that fall', [[pt(0, 0), pt(1, 0)], 1, [0, 1, 0, 1]]],
    ['a knot that is no number', [[pt(0, 0), pt(1, 0)], 1, [0, NaN, 1, 1]]],
    ['too few points', [[pt(0, 0)], 3, [0, 0, 0, 0, 1]]],
    ['a degree that is none', [[pt(0, 0), pt(1, 0)], 1.5, [0, 0, 1, 1]]],
    ['a weight of nothing', [[pt(0, 0), pt(1, 0)], 1, [0, 0, 1, 1], [1, 0]]],
    ['no span at all', [[pt(0, 0), pt(1, 0)], 1, [1, 1, 1, 1]]],
  ])('with %s is refused', (_name, given) => {
    expect(flattened(...given)).toBeNull();
  });
});
