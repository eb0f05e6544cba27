import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossings } from '../design/crossings.ts';
import { distanceToRing, insideRing, signedArea } from '../geometry/polygon.ts';
import { lengthOf, pointCount, pointsOf, type Polyline } from '../geometry/polyline.ts';
import { grown, type Rings, without } from '../geometry/ring-areas.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { backgroundLines } from './background.ts';
import { type Background, BACKGROUND_KINDS, type FillArea, USUAL_BACKGROUND } from './rule.ts';

const box = (x0: number, y0: number, x1: number, y1: number): Polyline =>
  Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);
const disc = (x: number, y: number, radius: number): Polyline =>
  Float64Array.from(
    Array.from({ length: 90 }, (_, i) => [radius * Math.cos((i * Math.PI) / 45) + x, radius * Math.sin((i * Math.PI) / 45) + y]).flat(), // prettier-ignore
  );
const areaOf = (whole: Rings, keptOut: Rings = []): FillArea => ({ whole, left: without(whole, keptOut) });
const filled = (area: FillArea, change: Partial<Background>): readonly Polyline[] =>
  backgroundLines(area, { ...USUAL_BACKGROUND, ...change });
const lengthIn = (lines: readonly Polyline[]): number => lines.reduce((sum, line) => sum + lengthOf(line), 0);
const surface = (rings: Rings): number => Math.abs(rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0));
/** How far a place is from the nearest edge; negative outside. */
const depthIn = (rings: Rings, x: number, y: number): number => {
  const inside = rings.filter((ring) => insideRing(pointsOf(ring), x, y)).length % 2 === 1;
  const off = Math.min(...rings.map((ring) => distanceToRing(pointsOf(ring), x, y)));
  return inside ? off : -off;
};
const hole = areaOf([box(0, 0, 300, 200)], [disc(110, 90, 40)]);

describe('straight lines', () => {
  it('lie a spacing apart, there and back, what is left over shared by both sides', () => {
    const lines = filled(areaOf([box(0, 0, 100, 34)]), { kind: 'lines', spacing: 10, angle: 0 });
    expect(lines.map((line) => line[1])).toEqual([2, 12, 22, 32]);
    expect(lines.map((line) => line[0])).toEqual([-1, 101, -1, 101]);
  });
  it('turn with their angle; crosshatched, once more across', () => {
    const [first] = filled(areaOf([box(0, 0, 100, 100)]), { kind: 'lines', angle: 30 });
    expect(Math.atan2(first![3]! - first![1]!, first![2]! - first![0]!)).toBeCloseTo(Math.PI / 6, 9);
    const lines = filled(areaOf([box(0, 0, 100, 100)]), { kind: 'grid', spacing: 25, angle: 0 });
    expect(lines).toHaveLength(8);
    expect(lines[4]![0]).toBeCloseTo(lines[4]![2]!, 9);
  });
});

describe('a spiral', () => {
  it('goes out by its spacing with each turn, past all corners', () => {
    const [line] = filled(areaOf([box(0, 0, 60, 80)]), { kind: 'spiral', spacing: 8 });
    const radii = pointsOf(line!).map(({ x, y }) => Math.hypot(x - 30, y - 40));
    // Its length up to a radius r is about πr²/s.
    expect(radii.at(-1)).toBeGreaterThanOrEqual(50);
    expect(lengthOf(line!) / ((Math.PI * radii.at(-1)! ** 2) / 8)).toBeCloseTo(1, 2);
  });
});

describe('an echo', () => {
  it('lies at whole spacings from every edge till its lines meet, in one run', () => {
    const lines = filled(hole, { kind: 'echo', spacing: 12 });
    expect(lines).toHaveLength(1);
    const depths = pointsOf(lines[0]!).map(({ x, y }) => depthIn(hole.left, x, y) / 12);
    expect(Math.max(...depths.map((depth) => Math.abs(depth - Math.round(depth))))).toBeLessThan(0.01);
    expect(Math.max(...depths)).toBeGreaterThan(4);
  });
  it('goes out from what is kept out alone, so many lines of it', () => {
    const [line, ...others] = filled(hole, { kind: 'echo', spacing: 12, round: 'keptOut', passes: 3 });
    expect(others).toEqual([]);
    const off = pointsOf(line!).map(({ x, y }) => Math.hypot(x - 110, y - 90) - 40);
    expect(new Set(off.map((mm) => Math.round(mm / 12)))).toEqual(new Set([0, 1, 2]));
  });
  it('where nothing is kept out goes in from the edge, and steps from line to line', () => {
    const lines = filled(areaOf([box(0, 0, 100, 100)]), { kind: 'echo', spacing: 10, round: 'keptOut' });
    expect(lines).toHaveLength(1);
    // Squares of sides 100, 80, 60, 40, 20, and from corner to corner.
    expect(lengthIn(lines)).toBeCloseTo(4 * 300 + 4 * 10 * Math.SQRT2, -1);
  });
});

describe('a meander', () => {
  it('leaves as much line on a surface as was asked, crosses itself nowhere, keeps off every edge, and is one run', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9999 }),
        fc.double({ min: 6, max: 20, noNaN: true }),
        fc.double({ min: 20, max: 70, noNaN: true }),
        (seed, spacing, radius) => {
          const area = areaOf([box(0, 0, 420, 330)], [disc(150, 160, radius)]);
          const lines = filled(area, { kind: 'meander', seed, spacing });
          expect(lines).toHaveLength(1);
          expect(crossings(indexSegments(lines))).toEqual([]);
          const some = pointsOf(lines[0]!).filter((_, i) => i % 7 === 0);
          expect(Math.min(...some.map(({ x, y }) => depthIn(area.left, x, y)))).toBeGreaterThan(0);
          // Half a spacing along its edge belongs to what lies beyond.
          const within = surface(grown(area.left, -spacing / 2)) + (spacing * 1500) / 4;
          expect(within / lengthIn(lines) / spacing).toBeGreaterThan(0.88);
          expect(within / lengthIn(lines) / spacing).toBeLessThan(1.12);
        },
      ),
      { seed: 3, numRuns: 8 },
    );
  });
  it('wanders another way by another number, and the same way by the same', () => {
    const [one, same, other] = [1, 1, 2].map((seed) => filled(hole, { seed })[0]!);
    expect(same).toEqual(one);
    expect(other).not.toEqual(one);
  });
  it('has a line for each part that hangs together, and none where there is no room', () => {
    expect(filled(areaOf([box(0, 0, 100, 100), box(200, 0, 300, 100)]), { spacing: 10 })).toHaveLength(2);
    expect(filled(areaOf([box(0, 0, 100, 8)]), { spacing: 10 })).toEqual([]);
  });
});

it.each(BACKGROUND_KINDS)('%s of nothing is nothing, and of a sliver ends', (kind) => {
  expect(filled({ whole: [box(0, 0, 9, 9)], left: [] }, { kind })).toEqual([]);
  const sliver = filled(areaOf([box(0, 0, 400, 0.5)]), { kind });
  expect(sliver.reduce((sum, line) => sum + pointCount(line), 0)).toBeLessThan(5000);
});
