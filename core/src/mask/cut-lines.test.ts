import fc from 'fast-check';
import { expect, it } from 'vitest';
import { concatenate, lengthOf, pointsOf, type Polyline, reversed } from '../geometry/polyline.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import { grown, type Rings } from '../geometry/ring-areas.ts';
import { type KeptArea, maskArea } from './area.ts';
import { cutLines } from '../geometry/cut-lines.ts';
import { type Mask, maskOf } from './mask.ts';
import { blob, box, spiral, star, zigzag } from './test/shapes.ts';

const masked = (rings: Rings, clearance = 0, keep: KeptArea['keep'] = 'out'): Mask =>
  maskOf(maskArea([{ rings, clearance, keep }])!);
const cut = (line: number[], mask: Mask): number[][] =>
  cutLines([Float64Array.from(line)], mask).map((piece) => Array.from(piece.line));
const SQUARE = masked([box(10, 10, 20, 20)]);

it('cuts a line where it enters what is kept out and goes on where it leaves', () => {
  expect(cut([0, 15, 30, 15], SQUARE)).toEqual([[0, 15, 10, 15], [20, 15, 30, 15]]); // prettier-ignore
  const [first, second] = cutLines([Float64Array.of(0, 15, 30, 15)], SQUARE);
  expect([first!.from, second!.to]).toEqual([null, null]);
  expect(first!.to!.ring).toBe(second!.from!.ring);
});

it('cuts a line that comes back over itself where it left', () => {
  expect(cut([0, 15, 15, 15, 0, 15], SQUARE)).toEqual([[0, 15, 10, 15], [10, 15, 0, 15]]); // prettier-ignore
  expect(cut([15, 15, 30, 15, 15, 15], masked([box(10, 10, 20, 20)], 0, 'in'))).toEqual([[15, 15, 20, 15], [20, 15, 15, 15]]); // prettier-ignore
});

it('keeps what lies inside where that is asked for', () => {
  expect(cut([0, 15, 30, 15], masked([box(10, 10, 20, 20)], 2, 'in'))).toEqual([[12, 15, 18, 15]]);
  expect(cut([0, 0, 5, 5], masked([box(10, 10, 20, 20)], 6, 'in'))).toEqual([]);
});

it('does not cut a line that only touches a corner or an edge', () => {
  for (const line of [
    [0, 10, 10, 10, 0, 0],
    [0, 20, 20, 0],
    [15, 0, 15, 10, 16, 0],
  ])
    // prettier-ignore
    expect(cut(line, SQUARE)).toEqual([line]);
});

it('takes a line along an edge as in or out as a whole, however it is parted there', () => {
  const along = cut([0, 10, 12, 10, 15, 10, 30, 10], SQUARE);
  const length = along.reduce((sum, piece) => sum + lengthOf(Float64Array.from(piece)), 0);
  expect([20, 30]).toContainEqual(Math.round(length * 1e6) / 1e6);
});

it('cuts a line that goes back over itself in the same places both ways', () => {
  const there = Float64Array.of(0, 15, 30, 15);
  expect(cut([...concatenate([there, reversed(there)])], SQUARE)).toEqual([
    [0, 15, 10, 15],
    [20, 15, 30, 15, 20, 15],
    [10, 15, 0, 15],
  ]);
});

it('leaves lines of no length out, and cuts nothing where nothing is kept out', () => {
  expect(cut([5, 5, 5, 5], SQUARE)).toEqual([]);
  expect(maskArea([])).toBeNull();
});

const RINGS: readonly Rings[] = [
  [blob(100, 100, 50)],
  [star(90, 110, 70, 7)],
  [spiral(100, 100, 3, 20, 8)],
  // A ring with a hole, and an island in it.
  [blob(100, 100, 80, 5, 0.1), blob(100, 100, 50, 5, 0.1), star(100, 100, 25, 5)],
];

it('keeps as much line as lies outside, and nothing nearer than the clearance: blobs, stars, spirals, holes, overlapping and touching', () => {
  const places = fc.record({
    shape: fc.constantFrom(...RINGS),
    other: fc.constantFrom(...RINGS),
    shift: fc.integer({ min: -60, max: 60 }),
    clearance: fc.constantFrom(0, 1.5, 3.2),
    step: fc.constantFrom(7, 10, 13.3),
  });
  fc.assert(
    fc.property(places, ({ shape, other, shift, clearance, step }) => {
      const moved = other.map((ring) => ring.map((v, i) => (i % 2 === 0 ? v + shift : v)));
      const kept: KeptArea[] = [shape, moved].map((rings) => ({ rings, clearance, keep: 'out' }));
      const mask = maskOf(maskArea(kept)!);
      const line = zigzag(200, step);
      const pieces = cutLines([line, reversed(line)], mask).map((piece) => piece.line);
      const all = pieces.reduce((sum, piece) => sum + lengthOf(piece), 0);
      const inside = cutLines([line], { ...mask, keeps: 'inside' });
      // What is kept and what isn't are the whole line, and either way it is cut alike.
      expect(all / 2 + inside.reduce((sum, piece) => sum + lengthOf(piece.line), 0)).toBeCloseTo(lengthOf(line), 6);
      for (const rings of [shape, moved]) for (const piece of pieces) expectClear(piece, rings, clearance - 0.05);
    }),
    { seed: 17, numRuns: 60 },
  );
});

function expectClear(line: Polyline, rings: Rings, clearance: number): void {
  const areas = rings.map(pointsOf);
  for (let i = 2; i < line.length; i += 2) {
    for (const t of [0, 0.5, 1]) {
      const [x, y] = [line[i - 2]! + t * (line[i]! - line[i - 2]!), line[i - 1]! + t * (line[i + 1]! - line[i - 1]!)];
      const off = Math.min(...areas.map((area) => distanceToRing(area, x, y)));
      const isIn = areas.filter((area) => insideRing(area, x, y)).length % 2 === 1;
      if (isIn ? off > 0.05 : off < clearance) expect([x, y, off, isIn]).toBeNull();
    }
  }
}

it('grows a square by rounded corners, and leaves nothing of one that is too small', () => {
  const ring = pointsOf(grown([box(0, 0, 10, 10)], 3)[0]!);
  expect(insideRing(ring, -2.99, 5)).toBe(true);
  expect(insideRing(ring, -2.2, -2.2)).toBe(false);
  expect(insideRing(ring, -2.1, -2.1)).toBe(true);
  expect(grown([box(0, 0, 10, 10)], -5.1)).toEqual([]);
});
