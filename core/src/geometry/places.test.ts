import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clusterPoints } from './cluster.ts';
import { convexHull } from './hull.ts';
import { distance, type Point } from './point.ts';
import { insideRing } from './polygon.ts';
import { polyline, squaredDistanceToSegment } from './polyline.ts';
import { indexSegments } from './segment-index.ts';

const place = fc.record({ x: fc.integer({ min: 0, max: 60 }), y: fc.integer({ min: 0, max: 60 }) });
const line = (...xy: number[]): Float64Array => Float64Array.from(xy);

describe('an index of segments', () => {
  it('knows each segment, its stroke and the line before it; none without length', () => {
    const index = indexSegments([line(0, 0, 3, 4, 3, 4, 3, 9), line(20, 0, 21, 0)]);
    expect(index.count).toBe(3);
    expect([...index.stroke]).toEqual([0, 0, 1]);
    expect([...index.along]).toEqual([0, 5, 10, 11]);
    expect([...index.ends.subarray(4, 8)]).toEqual([3, 4, 3, 9]);
    expect(index.within(2, 8, 25, 10)).toEqual([1]);
    expect(() => indexSegments([line(1, 1, 1, 1)])).toThrow('no line');
    expect(() => indexSegments([])).toThrow('no line');
  });
  it('gives the distance that looking at every segment gives', () => {
    const strokes = fc.array(fc.array(place, { minLength: 2, maxLength: 9 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(strokes, fc.array(place, { minLength: 1, maxLength: 8 }), (drawn, asked) => {
        const lengthy = drawn.filter((points) => points.some((p) => distance(p, points[0]!) > 0));
        fc.pre(lengthy.length > 0);
        const index = indexSegments(lengthy.map(polyline));
        for (const p of asked) {
          const each = lengthy.flatMap((points) =>
            points.slice(1).map((b, i) => squaredDistanceToSegment(p.x, p.y, points[i]!, b)),
          );
          expect(index.distance(p.x, p.y)).toBeCloseTo(Math.sqrt(Math.min(...each)), 9);
        }
      }),
      { seed: 1 },
    );
  });
});

describe('clusters of points', () => {
  it('hold what is near, also by way of others, and nothing else', () => {
    const clusters = clusterPoints(line(0, 0, 5, 5, 0.04, 0, 0.08, 0, 5, 5.06), 0.05);
    expect(clusters[0]).toBe(clusters[2]);
    expect(clusters[0]).toBe(clusters[3]);
    expect(new Set(clusters).size).toBe(3);
    expect([...clusterPoints(line(), 1)]).toEqual([]);
  });
  it('are those that comparing every two points gives, also beside the origin and far from it', () => {
    const near = fc.record({ x: fc.integer({ min: -9, max: 9 }), y: fc.integer({ min: -9, max: 9 }) });
    fc.assert(
      fc.property(fc.array(near, { maxLength: 40 }), fc.constantFrom(0, 1e7, -3e8), (points, off) => {
        const reach = 2.5;
        const of = points.map((_, i) => i);
        // Each takes the least number that it can be reached from, until nothing changes.
        for (let i = 0; i < points.length; i++) {
          points.forEach((p, a) =>
            points.forEach((q, b) => {
              if (distance(p, q) <= reach) of[a] = of[b] = Math.min(of[a]!, of[b]!);
            }),
          );
        }
        const firsts = [...new Set(of)];
        const moved = points.map(({ x, y }) => ({ x: x + off, y: y - off }));
        expect([...clusterPoints(polyline(moved), reach)]).toEqual(of.map((first) => firsts.indexOf(first)));
      }),
      { seed: 1 },
    );
  });
});

describe('a convex hull', () => {
  it('is the corners alone', () => {
    const square = [line(0, 0, 5, 0, 10, 0, 10, 10, 5, 5, 0, 10, 0, 5)];
    expect(convexHull(square)).toHaveLength(4);
    expect(convexHull([line(0, 0, 5, 5, 9, 9)])).toEqual([
      { x: 0, y: 0 },
      { x: 9, y: 9 },
    ]);
  });
  it('holds every point, and turns one way only', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 30 }), (points) => {
        const hull = convexHull([polyline(points)]);
        fc.pre(hull.length >= 3);
        const turns = hull.map((a, i) => {
          const [b, c] = [hull[(i + 1) % hull.length]!, hull[(i + 2) % hull.length]!];
          return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        });
        expect(turns.every((turn) => turn > 0)).toBe(true);
        const onEdge = (p: Point): boolean =>
          hull.some((a, i) => squaredDistanceToSegment(p.x, p.y, a, hull[(i + 1) % hull.length]!) < 1e-18);
        expect(points.every((p) => onEdge(p) || insideRing(hull, p.x, p.y))).toBe(true);
      }),
      { seed: 1 },
    );
  });
});
