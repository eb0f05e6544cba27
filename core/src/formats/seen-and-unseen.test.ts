import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthOf } from '../geometry/polyline.ts';
import { clipWithin, SeenAndUnseen } from './seen-and-unseen.ts';

const ring = (x: number, y: number, ...more: readonly number[]): readonly Float64Array[] => [
  Float64Array.of(x, y, x + 20, y, x + 26, y + 15, x, y + 10, ...more),
];
const seen = (line: Float64Array<ArrayBuffer>, clip: ReturnType<typeof clipWithin>): number[] => {
  const sorted = new SeenAndUnseen([]);
  sorted.put(line, { group: null, unseen: null, clip });
  const sum = (lines: readonly Float64Array[]): number => lines.reduce((all, one) => all + lengthOf(one), 0);
  return [sum(sorted.strokes), sum(sorted.leftOut().flatMap(({ strokes }) => strokes))];
};

describe('what clips leave of a line', () => {
  const number = fc.integer({ min: -40, max: 60 });
  const lines = fc.array(number, { minLength: 2, maxLength: 8 }).map((all) => Float64Array.from([...all, ...all.map((v, i) => v * 7 - i * 11)].slice(0, 2 * all.length))); // prettier-ignore
  it('is the same whether the clip is moved, or its edges lie there already', () => {
    fc.assert(
      fc.property(lines, number, number, (line, x, y) => {
        const moved = seen(line, clipWithin(ring(0, 0), { x, y }, null, null));
        const there = seen(line, clipWithin(ring(x, y), { x: 0, y: 0 }, null, null));
        expect(moved[0]).toBeCloseTo(there[0]!, 6);
        // All of it is either seen or left out.
        expect(moved[0]! + moved[1]!).toBeCloseTo(lengthOf(line), 6);
      }),
      { seed: 1 },
    );
  });
  it('is all of what isn’t cut, to the last digit', () => {
    const sorted = new SeenAndUnseen([]);
    const line = Float64Array.of(1 / 3, 2 / 3, 7 / 3, 5 / 3);
    const box = [Float64Array.of(0, 0, 9, 0, 9, 9, 0, 9)];
    sorted.put(line, { group: null, unseen: null, clip: clipWithin(box, { x: 0.1, y: 0.1 }, null, null) });
    expect(sorted.strokes[0]).toBe(line);
  });
  it('is cut once where the same clip lies in itself', () => {
    const rings = ring(0, 0);
    const once = clipWithin(rings, { x: 3, y: 4 }, 'Leaves', null);
    expect(clipWithin(rings, { x: 3, y: 4 }, null, once)).toBe(once);
    expect(clipWithin(rings, { x: 3, y: 5 }, null, once).depth).toBe(2);
  });
});
