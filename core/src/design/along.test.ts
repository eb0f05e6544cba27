import { designPoint } from '../geometry/point.ts';
import { describe, expect, it } from 'vitest';
import { indexSegments } from '../geometry/segment-index.ts';
import { placeNearest, pointAlong, pointAt } from './along.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
/** An L of 10 and 10 mm, then 5 mm elsewhere. */
const STROKES = [line(0, 0, 10, 0, 10, 10), line(30, 0, 30, 5)];

describe('places along the sewing line', () => {
  it.each([
    [0, 0, 0],
    [4, 4, 0],
    [10, 10, 0],
    [13, 10, 3],
    [20, 10, 10],
    [22, 30, 2],
    [25, 30, 5],
    [99, 30, 5],
    [-3, 0, 0],
  ])('after %f mm is (%f, %f), walked or looked up', (along, x, y) => {
    expect(pointAlong(STROKES, along)).toEqual({ x, y });
    // Between two strokes the index may tell either end.
    if (along !== 20) expect(pointAt(indexSegments(STROKES), along)).toMatchObject({ x, y });
  });
  it('are found again from a point nearby', () => {
    expect(placeNearest(STROKES, designPoint(4, 3), null)).toBe(4);
    expect(placeNearest(STROKES, designPoint(12, 7), null)).toBe(17);
    expect(placeNearest(STROKES, designPoint(31, 9), null)).toBe(25);
    expect(placeNearest(STROKES, designPoint(-4, -4), null)).toBe(0);
  });
  it('don’t jump to another pass while dragged over a crossing', () => {
    const cross = [line(0, 0, 20, 0, 20, 10, 10, 10, 10, -10)];
    expect(placeNearest(cross, designPoint(10.4, 0.2), 9)).toBeCloseTo(10.4, 9);
    expect(placeNearest(cross, designPoint(10.4, 0.2), 48)).toBeCloseTo(49.8, 9);
    expect(placeNearest([line(5, 5, 5, 5)], designPoint(0, 0), 3)).toBe(0);
  });
  it('don’t lag behind on a line of many points', () => {
    const fine = [line(...Array.from({ length: 101 }, (_, x) => [x, 0]).flat())];
    expect(placeNearest(fine, designPoint(45, 4), 30)).toBe(45);
  });
});
