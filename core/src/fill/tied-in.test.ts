import { expect, it } from 'vitest';
import { lengthOf, pointOf } from '../geometry/polyline.ts';
import { tiedIn } from './tied-in.ts';

const level = Float64Array.of(0, 0, 100, 0);
const square = (x: number, y: number): Float64Array =>
  Float64Array.of(x, y, x + 10, y, x + 10, y + 10, x, y + 10, x, y);

it('leads from a line to what is closed beside it, round, and back, each from where the last ended', () => {
  const parts = tiedIn([level], [square(60, 5), square(20, 5)], 6);
  expect(parts.map(({ isRound }) => isRound)).toEqual([false, false, true, false, false, false, true, false, false]);
  for (let i = 1; i < parts.length; i++) expect(pointOf(parts[i]!.line, 0)).toEqual(pointOf(parts[i - 1]!.line, -1));
  // The line, twice round, and there and back to each.
  expect(parts.reduce((sum, { line }) => sum + lengthOf(line), 0)).toBeCloseTo(100 + 2 * 40 + 4 * 5, 9);
});

it('leaves by itself what is too far off, and all where there is no line', () => {
  expect(tiedIn([level], [square(20, 7)], 6).map(({ line }) => lengthOf(line))).toEqual([40, 100]);
  expect(tiedIn([], [square(20, 7)], 6)).toMatchObject([{ isRound: true }]);
});
