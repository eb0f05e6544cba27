import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convexHull } from '../geometry/hull.ts';
import { insideRing, signedArea } from '../geometry/polygon.ts';
import { pointsOf, polyline } from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { ClipRings } from './svg-clip-rings.ts';

/** What a clip of one closed outline covers. */
const ringsOf = (outline: Float64Array, evenOdd = false): Rings =>
  new ClipRings().of(() => [{ outlines: [outline], evenOdd }])!;
const areaOf = (rings: Rings): number => Math.abs(rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0));
const around = (count: number, step: number, r = 50): Float64Array =>
  polyline(
    Array.from({ length: count + 1 }, (_, i) => {
      const angle = (2 * Math.PI * step * i) / count;
      return { x: 60 + r * Math.cos(angle), y: 60 + r * Math.sin(angle) };
    }),
  );

describe('the rings of a clip', () => {
  it('cover a convex outline and a hair more, whichever way it is drawn', () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 90 }), y: fc.integer({ min: 0, max: 90 }) });
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 12 }), fc.boolean(), (points, isTurned) => {
        const hull = convexHull([polyline(points)]);
        fc.pre(hull.length >= 3);
        const closed = [...hull, hull[0]!];
        const [ring, ...none] = ringsOf(polyline(isTurned ? closed.reverse() : closed));
        expect(none).toEqual([]);
        const corners = pointsOf(ring!);
        expect(corners).toHaveLength(hull.length);
        expect(hull.every(({ x, y }) => insideRing(corners, x, y))).toBe(true);
        expect(areaOf([ring!]) / Math.abs(signedArea(hull))).toBeCloseTo(1.0004, 5);
      }),
      { seed: 1 },
    );
  });
  it('of a star are its points alone by the rule of odd numbers, and its middle too by the other', () => {
    // A five-pointed star of radius 50: its pentagon's corners lie 19.1 from its middle.
    const whole = 5 * 50 * 19.0983 * Math.sin(Math.PI / 5);
    const middle = 2.5 * 19.0983 ** 2 * Math.sin((2 * Math.PI) / 5);
    expect(areaOf(ringsOf(around(5, 2))) / whole).toBeCloseTo(1, 2);
    expect(areaOf(ringsOf(around(5, 2), true)) / (whole - middle)).toBeCloseTo(1, 2);
  });
  it('of an outline that is gone round twice are none by the rule of odd numbers', () => {
    const twice = polyline([...pointsOf(around(40, 1)), ...pointsOf(around(40, 1))]);
    expect(areaOf(ringsOf(twice)) / (Math.PI * 2500)).toBeCloseTo(1, 1);
    expect(areaOf(ringsOf(twice, true))).toBe(0);
  });
  it('of an outline without an area cover nothing', () => {
    expect(areaOf(ringsOf(Float64Array.of(0, 0, 9, 9, 0, 0)))).toBe(0);
    expect(areaOf(ringsOf(Float64Array.of(5, 5)))).toBe(0);
  });
  it('are none where there is too much of them', () => {
    const clips = new ClipRings();
    const long = polyline(Array.from({ length: 20_001 }, (_, i) => ({ x: i, y: i % 2 })));
    expect(clips.of(() => [{ outlines: [long], evenOdd: false }])).toBeNull();
    const box = (): Rings | null => clips.of(() => [{ outlines: [around(4, 1)], evenOdd: false }]);
    for (let i = 1; i < 3000; i++) expect(box()).toHaveLength(1);
    expect(box()).toBeNull();
  });
  it('of views that are alike are the same', () => {
    const clips = new ClipRings();
    const size = { width: 9, height: 5 };
    const ring = clips.ofView(size, [2, 0, 0, 1, 40, 50]);
    expect(clips.ofView(size, [2, 0, 0, 1, 7, 8])).toBe(ring);
    expect(pointsOf(ring[0]!)).toEqual([{ x: 0, y: 0 }, { x: 18, y: 0 }, { x: 18, y: 5 }, { x: 0, y: 5 }]); // prettier-ignore
  });
});
