import { describe, expect, it } from 'vitest';
import { boundsOf, lengthOf, pointOf, pointsOf, polyline } from '../geometry/polyline.ts';
import { type Arrange, arranged, ONE_COPY } from './arrange.ts';
import { trimmed } from './trim.ts';

const line = (...points: readonly (readonly [number, number])[]) => polyline(points.map(([x, y]) => ({ x, y })));
/** A bump from left to right, 10 wide and 4 high, on the lower edge. */
const BUMP = [line([0, 4], [3, 0], [10, 4])];
const laid = (arrange: Partial<Arrange>, lines: readonly Float64Array[] = BUMP) =>
  arranged(lines, { ...ONE_COPY, ...arrange });
const points = (lines: readonly Float64Array[]) => lines.map((one) => pointsOf(one).map(({ x, y }) => [x, y]));

describe('copies of a design', () => {
  it('that runs from side to side are one line, there and back', () => {
    expect(points(laid({ across: 2 }))).toEqual([
      [
        [0, 4],
        [3, 0],
        [10, 4],
        [13, 0],
        [20, 4],
      ],
    ]);
    // The second row is stitched back; between rows there is a cut.
    expect(points(laid({ across: 2, down: 2, gapDown: 1 }))).toEqual([
      [
        [0, 4],
        [3, 0],
        [10, 4],
        [13, 0],
        [20, 4],
      ],
      [
        [20, 9],
        [13, 5],
        [10, 9],
        [3, 5],
        [0, 9],
      ],
    ]);
    expect(laid({ across: 3, gapAcross: 2 })).toHaveLength(3);
  });

  it('are every second one mirrored, upside down or turned, and go on where the one before ends', () => {
    expect(points(laid({ across: 2, second: 'mirrored' }))).toEqual([
      [
        [0, 4],
        [3, 0],
        [10, 4],
        [17, 0],
        [20, 4],
      ],
    ]);
    expect(points(laid({ across: 2, second: 'flipped' }))).toEqual([
      [
        [0, 4],
        [3, 0],
        [10, 4],
        [13, 8],
        [20, 4],
      ],
    ]);
    expect(points(laid({ across: 2, second: 'turned' }))).toEqual([
      [
        [0, 4],
        [3, 0],
        [10, 4],
        [17, 8],
        [20, 4],
      ],
    ]);
    // What climbs comes back down in a mirror.
    const climb = [line([0, 5], [10, 0])];
    expect(points(laid({ across: 2, second: 'mirrored' }, climb))).toEqual([
      [
        [0, 5],
        [10, 0],
        [20, 5],
      ],
    ]);
    expect(laid({ across: 2 }, climb)).toHaveLength(2);
  });

  it('lie box by box where they don’t join, overlapping or apart as asked', () => {
    const box = [line([0, 0], [10, 0], [10, 6], [0, 6], [0, 0])];
    const copies = laid({ across: 3, down: 2, gapAcross: -2, gapDown: 3 }, box);
    expect(copies).toHaveLength(6);
    expect(boundsOf(copies)).toEqual({ minX: 0, minY: 0, maxX: 26, maxY: 15 });
    expect(boundsOf([copies[1]!])).toMatchObject({ minX: 8, maxX: 18 });
    // Not joined, every row is stitched the way it was drawn.
    expect(points(laid({ down: 2, joined: false }))[1]).toEqual([
      [0, 8],
      [3, 4],
      [10, 8],
    ]);
  });
});

describe('trimming', () => {
  it('leaves the stretch between two parts of all its length, over several strokes', () => {
    const two = [line([0, 0], [10, 0]), line([0, 5], [30, 5])];
    expect(points(trimmed(two, { from: 0.125, to: 0.5 }))).toEqual([
      [
        [5, 0],
        [10, 0],
      ],
      [
        [0, 5],
        [10, 5],
      ],
    ]);
    expect(trimmed(two, { from: 0, to: 1 })).toBe(two);
    const [half] = trimmed(BUMP, { from: 0, to: 0.5 });
    expect(lengthOf(half!)).toBeCloseTo(lengthOf(BUMP[0]!) / 2, 9);
    expect(pointOf(half!, 0)).toEqual({ x: 0, y: 4 });
    // A point has nothing to cut off.
    const dot = [line([3, 3], [3, 3])];
    expect(trimmed(dot, { from: 0.2, to: 0.4 })).toBe(dot);
  });
});
