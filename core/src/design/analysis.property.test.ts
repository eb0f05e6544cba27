import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyToPolyline, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { fieldFor } from '../geometry/distance-field.ts';
import { clusterPoints } from '../geometry/cluster.ts';
import { convexHull } from '../geometry/hull.ts';
import type { Point } from '../geometry/point.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import { lengthOf, pointsOf, polyline, reversed, squaredDistanceToSegment } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { analyseDesign } from './analysis.ts';
import { crossings } from './crossings.ts';
import { designBounds } from './design.ts';
import { ALONGSIDE } from './headings.ts';
import { doubledStretches } from './doubled.ts';
import { medianSpacing, widestGap } from './spacing.ts';

/** Scattered places, each in a field of its own and a little off its middle, so that no two are near and no three in a row by design. */
const scattered = fc.uniqueArray(fc.nat(99), { minLength: 4, maxLength: 14 }).map((fields) =>
  fields.map((field) => ({
    x: 10 * (field % 10) + 5 + 3 * Math.sin(17 * field + 1),
    y: 10 * Math.floor(field / 10) + 5 + 3 * Math.cos(29 * field + 2),
  })),
);

/** Where two segments cross well inside both, at more than a graze. */
function properCrossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  const s = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  const t = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
  // A corner that all but lies on the line touches it.
  for (const [u, ux_, uy_] of [
    [s, ux, uy],
    [t, vx, vy],
  ] as const)
    fc.pre(Math.min(Math.abs(u), Math.abs(1 - u)) * Math.hypot(ux_, uy_) > 0.3);
  const inside = s > 0 && s < 1 && t > 0 && t < 1;
  const graze = Math.abs(cross) / (Math.hypot(ux, uy) * Math.hypot(vx, vy));
  // So slanting a line may run alongside or across.
  fc.pre(!inside || Math.abs(graze - ALONGSIDE) > 0.01);
  return inside && graze >= ALONGSIDE ? { x: a.x + s * ux, y: a.y + s * uy } : null;
}

describe('of any line', () => {
  it('the crossings are those that looking at every pair finds', () => {
    fc.assert(
      fc.property(scattered, (points) => {
        const found: Point[] = [];
        for (let i = 1; i < points.length; i++) {
          for (let j = i + 2; j < points.length; j++) {
            const at = properCrossing(points[i - 1]!, points[i]!, points[j - 1]!, points[j]!);
            if (at) found.push(at);
          }
        }
        const places = new Set(clusterPoints(polyline(found), 0.1)).size;
        expect(crossings(indexSegments([polyline(points)]))).toHaveLength(places);
      }),
      { numRuns: 300, seed: 5 },
    );
  });

  it('the widest gap is empty, lies within the hull, and is no wider than a fine grid allows', () => {
    const step = 2.5;
    fc.assert(
      fc.property(scattered, (points) => {
        const line = polyline(points);
        const hull = convexHull([line]);
        const gap = widestOf(line, hull);
        if (gap === null) return;
        const off = (x: number, y: number): number =>
          Math.sqrt(
            points
              .slice(1)
              .reduce((least, b, i) => Math.min(least, squaredDistanceToSegment(x, y, points[i]!, b)), Infinity),
          );
        expect(gap.diameter).toBeCloseTo(2 * off(gap.centre.x, gap.centre.y), 6);
        const { x, y } = gap.centre;
        expect(insideRing(hull, x, y) || distanceToRing(hull, x, y) < 0.02).toBe(true);
        let widest = 0;
        for (let x = 0; x <= 100; x += step) {
          for (let y = 0; y <= 100; y += step) if (insideRing(hull, x, y)) widest = Math.max(widest, 2 * off(x, y));
        }
        expect(gap.diameter).toBeLessThan(widest + 4 * step);
      }),
      { seed: 1, numRuns: 120 },
    );
  });

  it('what is gone over again is doubled by just that much', () => {
    fc.assert(
      fc.property(scattered, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (points, part) => {
        const there = polyline(points);
        const back = reversed(there);
        const alone = doubledLength([there]);
        // Retraced from its end: the second pass is doubled, whatever the first was.
        const whole = doubledLength([Float64Array.of(...there, ...back.subarray(2))]);
        expect(whole).toBeGreaterThan(lengthOf(there) - 0.01);
        expect(whole).toBeLessThan(lengthOf(there) + alone + 1);
        // A copy far enough away is nothing of the kind.
        const aside = applyToPolyline(translation(500 * part + 120, 0), there);
        expect(doubledLength([there, aside])).toBeCloseTo(2 * alone, 6);
      }),
      { seed: 1, numRuns: 150 },
    );
  });

  it('nothing depends on where it lies, and lengths grow with its size', () => {
    fc.assert(
      fc.property(scattered, fc.double({ min: 1.5, max: 4, noNaN: true }), (points, factor) => {
        const line = polyline(points);
        fc.pre(pointsOf(line).length > 3);
        const map = compose(scaling(factor, factor), translation(321, -77));
        const [a, b] = [analyseDesign([line]).facts, analyseDesign([applyToPolyline(map, line)]).facts];
        expect(b.length).toBeCloseTo(factor * a.length, 6);
        expect(b.widestGap).toBeCloseTo(factor * a.widestGap, 1);
        expect(b.join.repeat).toBeCloseTo(factor * a.join.repeat, 6);
        expect(b.sharpestTurn).toBeCloseTo(a.sharpestTurn, 6);
        expect(b.symmetry.upsideDown).toBeCloseTo(a.symmetry.upsideDown, 1);
      }),
      { seed: 1, numRuns: 60 },
    );
  });
});

describe('of a flower', () => {
  /** Petals about a middle: r swings so often in a round. */
  const flower = (petals: number, points: number, swing = 25): Float64Array =>
    polyline(
      Array.from({ length: points + 1 }, (_, i) => {
        const t = (2 * Math.PI * i) / points;
        const r = 60 + swing * Math.cos(petals * t);
        return { x: r * Math.cos(t), y: r * Math.sin(t) };
      }),
    );
  it('every order up to 24 is told', () => {
    for (let petals = 2; petals <= 24; petals++)
      expect(analyseDesign([flower(petals, 960)]).facts.symmetry.turns).toBe(petals);
    // Where a turn of the next order misses by less than is seen.
    for (let petals = 18; petals <= 24; petals++)
      expect(analyseDesign([flower(petals, 960, 8)]).facts.symmetry.turns).toBe(petals);
  });
  it('one small barb breaks it, however long the line', () => {
    const barb = fc.double({ min: 0.1, max: 1, noNaN: true });
    const turns = 16;
    // A spiral of many rounds and the same turned half round: the same upside down, but for the barb.
    const arm = polyline(
      Array.from({ length: 2400 }, (_, i) => {
        const t = i / 2399;
        const angle = 2 * Math.PI * turns * t;
        return { x: 80 * t * Math.cos(angle), y: 80 * t * Math.sin(angle) };
      }),
    );
    const other = applyToPolyline(rotation(Math.PI), arm);
    expect(analyseDesign([arm, other]).facts.symmetry.turns).toBe(2);
    fc.assert(
      fc.property(barb, (part) => {
        const i = 2 * Math.floor(part * 2398);
        const out = Float64Array.from(arm);
        const [x, y] = [out[i]!, out[i + 1]!];
        // Half way to the next round, which is the image of this one.
        const far = 1 + 1.25 / Math.hypot(x, y);
        const barbed = Float64Array.of(...out.subarray(0, i + 2), far * x, far * y, ...out.subarray(i));
        expect(analyseDesign([barbed, other]).facts.symmetry.turns).toBe(1);
      }),
      { numRuns: 3, seed: 5 },
    );
  });
});

describe('of rows of straight lines', () => {
  it('the spacing is their pitch, whichever way they run', () => {
    const pitch = fc.double({ min: 3, max: 15, noNaN: true });
    fc.assert(
      fc.property(
        pitch,
        fc.integer({ min: 4, max: 9 }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (apart, rows, turn) => {
          const points = Array.from({ length: rows }, (_, k) => [
            { x: k % 2 === 0 ? 0 : 150, y: k * apart },
            { x: k % 2 === 0 ? 150 : 0, y: k * apart },
          ]).flat();
          const line = applyToPolyline(rotation(turn), polyline(points));
          const index = indexSegments([line]);
          const xs = pointsOf(line);
          const bounds = {
            minX: Math.min(...xs.map((p) => p.x)),
            maxX: Math.max(...xs.map((p) => p.x)),
            minY: Math.min(...xs.map((p) => p.y)),
            maxY: Math.max(...xs.map((p) => p.y)),
          };
          expect(medianSpacing(index, bounds)).toBeCloseTo(apart, 6);
          expect(Math.abs(widestOf(line, convexHull([line]))!.diameter - apart)).toBeLessThan(0.01);
          expect(crossings(index)).toEqual([]);
        },
      ),
      { seed: 1, numRuns: 40 },
    );
  });
});

function widestOf(line: Float64Array, hull: readonly Point[]) {
  const [index, bounds] = [indexSegments([line]), designBounds([line])];
  return widestGap(index, bounds, hull, fieldFor(index, bounds));
}

function doubledLength(strokes: readonly Float64Array[]): number {
  return doubledStretches(indexSegments(strokes)).reduce((sum, { from, to }) => sum + to - from, 0);
}
