import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyToPoint, applyToPolyline, compose, IDENTITY, rotation, scaling, translation } from './affine.ts';
import { conicOfArc, flattenConicInto, flattenCubicInto, flattenQuadraticInto } from './flatten.ts';
import { distance, type Point } from './point.ts';
import { centroid, cornerMean, distanceToRing, insideRing, signedArea } from './polygon.ts';
import {
  boundsOf,
  cumulativeLength,
  farthestFromChord,
  lengthOf,
  pointOf,
  pointsOf,
  polyline,
  simplify,
  squaredDistanceToSegment,
  subdivided,
  withoutRepeats,
} from './polyline.ts';

const p = (x: number, y: number): Point => ({ x, y });
const SQUARE = [p(0, 0), p(10, 0), p(10, 10), p(0, 10)];
const coordinate = fc.integer({ min: -1000, max: 1000 }).map((n) => n / 10);
const somePoints = fc
  .array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 80 })
  .map((all) => all.map(([x, y]) => p(x, y)));

describe('polylines', () => {
  const line = polyline([p(0, 0), p(3, 4), p(3, 4), p(3, 10)]);

  it('know their length, bounds and points', () => {
    expect(lengthOf(line)).toBe(11);
    expect([...cumulativeLength(line)]).toEqual([0, 5, 5, 11]);
    expect(boundsOf([line, polyline([p(-1, 5)])])).toEqual({ minX: -1, minY: 0, maxX: 3, maxY: 10 });
    expect(pointOf(line, -1)).toEqual(p(3, 10));
    expect(() => pointOf(line, 4)).toThrow('no point 4 in a polyline of 4');
  });

  it('of no point have no bounds and no length', () => {
    const none = polyline([]);
    expect(boundsOf([none])).toBeNull();
    expect(lengthOf(none)).toBe(0);
    expect(pointsOf(withoutRepeats(none))).toEqual([]);
  });

  it('lose repeats but never their last point', () => {
    expect(pointsOf(withoutRepeats(line))).toEqual([p(0, 0), p(3, 4), p(3, 10)]);
    const near = polyline([p(0, 0), p(5, 0), p(5.01, 0)]);
    expect(pointsOf(withoutRepeats(near, 0.05))).toEqual([p(0, 0), p(5.01, 0)]);
    expect(pointsOf(withoutRepeats(polyline([p(1, 1), p(1, 1)])))).toEqual([p(1, 1)]);
  });

  it('are subdivided evenly between their points, which stay', () => {
    const line = polyline([p(0, 0), p(5, 0), p(5, 2)]);
    expect(pointsOf(subdivided(line, 2))).toEqual([p(0, 0), p(5 / 3, 0), p(10 / 3, 0), p(5, 0), p(5, 2)]);
    expect(pointsOf(subdivided(line, 10))).toEqual(pointsOf(line));
  });

  it('simplify keeps corners and drops what lies on the way', () => {
    const walk = polyline([p(0, 0), p(1, 0.01), p(2, 0), p(2, 1), p(2, 2)]);
    expect(pointsOf(simplify(walk, 0.05))).toEqual([p(0, 0), p(2, 0), p(2, 2)]);
    expect(farthestFromChord(walk, 0, 4)[0]).toBe(2);
  });

  it('simplify drops nothing farther away than its tolerance, and keeps both ends', () => {
    fc.assert(
      fc.property(somePoints, fc.double({ min: 0.01, max: 20, noNaN: true }), (points, tolerance) => {
        const kept = pointsOf(simplify(polyline(points), tolerance));
        expect(kept[0]).toEqual(points[0]);
        expect(kept.at(-1)).toEqual(points.at(-1));
        for (const q of points) {
          const off =
            kept.length === 1
              ? distance(q, kept[0]!)
              : Math.min(...kept.slice(1).map((b, i) => Math.sqrt(squaredDistanceToSegment(q.x, q.y, kept[i]!, b))));
          expect(off).toBeLessThanOrEqual(tolerance + 1e-9);
        }
      }),
      { seed: 1 },
    );
  });

  it.each([127, 128, 129, 256, 257, 385])('simplify keeps the ends of a straight walk of %i points', (count) => {
    const kept = pointsOf(simplify(polyline(Array.from({ length: count }, (_, i) => p(i, 0))), 0.01));
    expect([kept[0], kept.at(-1)]).toEqual([p(0, 0), p(count - 1, 0)]);
    // One in 128 may be kept in vain, and none twice.
    expect(kept.length).toBe(2 + Math.floor((count - 2) / 128));
  });

  it('a long spiral neither overflows the stack nor takes for ever', () => {
    const spiral = polyline(Array.from({ length: 200_000 }, (_, i) => p(i * Math.cos(i), i * Math.sin(i))));
    expect(simplify(spiral, 0.001).length).toBe(spiral.length);
  });

  it('measure distances to segments, also beyond their ends and of no length', () => {
    expect(squaredDistanceToSegment(5, 3, p(0, 0), p(10, 0))).toBe(9);
    expect(squaredDistanceToSegment(13, 4, p(0, 0), p(10, 0))).toBe(25);
    expect(squaredDistanceToSegment(3, 4, p(0, 0), p(0, 0))).toBe(25);
  });
});

describe('affine maps', () => {
  it('compose from the first to the last', () => {
    const map = compose(scaling(2, 3), rotation(Math.PI / 2), translation(10, 20));
    // (1, 1) → (2, 3) → (−3, 2) → (7, 22).
    expect(applyToPoint(map, p(1, 1)).x).toBeCloseTo(7, 12);
    expect(applyToPoint(map, p(1, 1)).y).toBeCloseTo(22, 12);
    expect(compose()).toEqual(IDENTITY);
  });
  it('turn clockwise as seen, and leave what they are given alone', () => {
    const line = polyline([p(1, 0)]);
    const turned = applyToPolyline(rotation(Math.PI / 2), line);
    expect(turned[0]).toBeCloseTo(0, 12);
    expect(turned[1]).toBeCloseTo(1, 12);
    expect([...line]).toEqual([1, 0]);
  });
  it('keep lengths when they only turn and shift', () => {
    fc.assert(
      fc.property(somePoints, coordinate, coordinate, (points, angle, shift) => {
        const line = polyline(points);
        const moved = applyToPolyline(compose(rotation(angle), translation(shift, -shift)), line);
        expect(lengthOf(moved)).toBeCloseTo(lengthOf(line), 6);
      }),
      { seed: 1 },
    );
  });
});

describe('polygons', () => {
  it('know their area by the way round, and their middle', () => {
    expect(signedArea(SQUARE)).toBe(100);
    expect(signedArea([...SQUARE].reverse())).toBe(-100);
    expect(cornerMean(SQUARE)).toEqual(p(5, 5));
  });
  it('have a centroid, by their area and not by their corners', () => {
    // Two unit squares beside each other and one below: (0.5 + 1.5 + 0.5) / 3 each way.
    const ell = [p(0, 0), p(1, 0), p(2, 0), p(2, 1), p(1, 1), p(1, 2), p(0, 2)];
    expect(centroid(ell)).toEqual(p(expect.closeTo(5 / 6, 12) as number, expect.closeTo(5 / 6, 12) as number));
    expect(centroid([p(0, 0), p(2, 2), p(4, 4)])).toEqual(p(2, 2));
  });
  it('tell inside from outside, hollows too', () => {
    const hollow = [p(0, 0), p(10, 0), p(10, 10), p(5, 2), p(0, 10)];
    expect(insideRing(hollow, 5, 1)).toBe(true);
    expect(insideRing(hollow, 5, 6)).toBe(false);
    expect(insideRing(hollow, -1, 5)).toBe(false);
    expect(distanceToRing(SQUARE, 5, 12)).toBe(2);
    expect(distanceToRing(SQUARE, 5, 4)).toBe(4);
  });
});

describe('curves', () => {
  const flat = (draw: (out: number[]) => void): Point[] => {
    const out: number[] = [];
    draw(out);
    return pointsOf(Float64Array.from(out));
  };
  /** Largest gap between points of the true curve and the flattened one. */
  const worst = (points: readonly Point[], truth: (t: number) => Point): number =>
    Math.max(
      ...Array.from({ length: 501 }, (_, i) => truth(i / 500)).map((q) =>
        Math.sqrt(Math.min(...points.slice(1).map((b, i) => squaredDistanceToSegment(q.x, q.y, points[i]!, b)))),
      ),
    );

  it('cubics stay within the chord error and end where they should', () => {
    const [a, b, c, d] = [p(0, 0), p(0, 60), p(80, -40), p(80, 20)];
    const points = [a, ...flat((out) => flattenCubicInto(out, a, b, c, d, 0.05))];
    expect(points.at(-1)).toEqual(d);
    const at = (t: number): Point => {
      const s = 1 - t;
      const mix = (k: 'x' | 'y'): number => s ** 3 * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t ** 3 * d[k];
      return p(mix('x'), mix('y'));
    };
    expect(worst(points, at)).toBeLessThanOrEqual(0.05);
    expect(points.length).toBeLessThan(60);
  });
  it('quadratics too', () => {
    const [a, b, c] = [p(0, 0), p(30, 50), p(60, 0)];
    const points = [a, ...flat((out) => flattenQuadraticInto(out, a, b, c, 0.05))];
    const at = (t: number): Point => p(60 * t, 100 * t * (1 - t));
    expect(worst(points, at)).toBeLessThanOrEqual(0.05);
  });
  it('a straight curve is one segment', () => {
    expect(flat((out) => flattenCubicInto(out, p(0, 0), p(1, 1), p(2, 2), p(3, 3), 0.01))).toEqual([p(3, 3)]);
  });
  it('arcs keep to the circle; too small radii grow, none give a line', () => {
    const arc = { rx: 10, ry: 10, axis: 0, large: false, sweep: true };
    const arcInto = (out: number[], one: typeof arc): void => {
      const { conic, from, turn } = conicOfArc(p(-10, 0), one, p(10, 0))!;
      flattenConicInto(out, conic, from, turn, 0.01);
    };
    const half = flat((out) => arcInto(out, arc));
    for (const q of half) expect(Math.hypot(q.x, q.y)).toBeCloseTo(10, 9);
    expect(Math.min(...half.map((q) => q.y))).toBeCloseTo(-10, 1);
    const grown = flat((out) => arcInto(out, { ...arc, rx: 1, ry: 1 }));
    expect(Math.min(...grown.map((q) => q.y))).toBeCloseTo(-10, 1);
    expect(conicOfArc(p(0, 0), { ...arc, rx: 0 }, p(5, 5))).toBeNull();
  });
});
