import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ClipArea, clipLine } from './clip-line.ts';
import type { Point } from './point.ts';
import { insideRing } from './polygon.ts';
import { lengthOf, pointCount, pointOf } from './polyline.ts';

const box = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];
const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const kept = (xy: Float64Array, area: Partial<ClipArea>): number[][] =>
  clipLine(xy, { within: null, without: [], ...area }).map((piece) => [...piece]);

describe('clipping a line', () => {
  const square = box(0, 0, 10, 10);
  it('keeps what is inside, in order', () => {
    expect(kept(line(-5, 5, 15, 5, 15, 8, -5, 8), { within: square })).toEqual([
      [0, 5, 10, 5],
      [10, 8, 0, 8],
    ]);
  });
  it('leaves holes out', () => {
    expect(kept(line(0, 5, 30, 5), { without: [square, box(20, 0, 24, 10)] })).toEqual([
      [10, 5, 20, 5],
      [24, 5, 30, 5],
    ]);
    expect(kept(line(-5, 5, 15, 5), { within: square, without: [box(4, 4, 6, 6)] })).toEqual([
      [0, 5, 4, 5],
      [6, 5, 10, 5],
    ]);
  });
  it('keeps all or nothing of a line that meets no edge', () => {
    expect(kept(line(2, 2, 8, 8), { within: square })).toEqual([[2, 2, 8, 8]]);
    expect(kept(line(12, 2, 18, 8), { within: square })).toEqual([]);
    expect(kept(line(12, 2, 18, 8), { without: [square] })).toEqual([[12, 2, 18, 8]]);
    expect(kept(line(2, 2, 8, 8), { without: [square] })).toEqual([]);
    expect(kept(line(3, 3), { within: square })).toEqual([]);
  });
  it('doesn’t cut a line that only touches an edge or a corner', () => {
    expect(kept(line(2, 2, 5, 0, 8, 2), { within: square })).toEqual([[2, 2, 5, 0, 8, 2]]);
    expect(kept(line(-2, 2, 0, 0, 2, -2), { without: [square] })).toEqual([[-2, 2, 0, 0, 2, -2]]);
  });
  it('loses nothing that is gone over twice', () => {
    const there = line(-4, 5, 4, 5, -4, 5);
    expect(kept(there, { within: square })).toEqual([[0, 5, 4, 5, 0, 5]]);
  });
  it('splits the length between inside and outside, and stays on its side', () => {
    const coordinate = fc.integer({ min: -20_000, max: 30_000 }).map((v) => v / 1000);
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 4, maxLength: 60 }), (values) => {
        const whole = Float64Array.from(values.slice(0, values.length - (values.length % 2)));
        const inside = clipLine(whole, { within: square, without: [] });
        const outside = clipLine(whole, { within: null, without: [square] });
        const sum = [...inside, ...outside].reduce((total, piece) => total + lengthOf(piece), 0);
        expect(Math.abs(sum - lengthOf(whole))).toBeLessThan(1e-4);
        for (const piece of inside) {
          for (let i = 1; i < pointCount(piece); i++) {
            const [a, b] = [pointOf(piece, i - 1), pointOf(piece, i)];
            const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
            expect(insideRing(box(-1e-6, -1e-6, 10 + 1e-6, 10 + 1e-6), x, y)).toBe(true);
          }
        }
      }),
      { seed: 1 },
    );
  });
});
