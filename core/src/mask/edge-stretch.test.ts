import { expect, it } from 'vitest';
import { lengthOf, pointsOf, polyline } from '../geometry/polyline.ts';
import { besideStretch, edgeStretch, measuredRing, stretchLength } from './edge-stretch.ts';
import { box } from './test/shapes.ts';

const RING = measuredRing(box(0, 0, 10, 10));

it('runs from one place of a ring to the next with the corners between and no other points', () => {
  expect(RING.length).toBe(40);
  expect(Array.from(edgeStretch(RING, 5, 22, [5, 0, 8, 10]))).toEqual([5, 0, 10, 0, 10, 10, 8, 10]);
  expect(Array.from(edgeStretch(RING, 3, 7, [3, 0, 7, 0]))).toEqual([3, 0, 7, 0]);
  // On over where the ring begins.
  expect(Array.from(edgeStretch(RING, 35, 4, [0, 5, 4, 0]))).toEqual([0, 5, 0, 0, 4, 0]);
  expect([stretchLength(RING, 5, 22), stretchLength(RING, 35, 4)]).toEqual([17, 9]);
});

it('a place on a corner is that corner once', () => {
  expect(Array.from(edgeStretch(RING, 10, 20, [10, 0, 10, 10]))).toEqual([10, 0, 10, 10]);
});

it('gone again it lies beside itself but for its ends, to the side that is asked for', () => {
  const line = polyline([{ x: 0, y: 0 }, { x: 20, y: 0 }]); // prettier-ignore
  const beside = pointsOf(besideStretch(line, 1));
  expect([beside[0], beside.at(-1)]).toEqual([{ x: 0, y: 0 }, { x: 20, y: 0 }]); // prettier-ignore
  expect(Math.max(...beside.map(({ y }) => y))).toBeCloseTo(0.6, 9);
  expect(Math.min(...pointsOf(besideStretch(line, -1)).map(({ y }) => y))).toBeCloseTo(-0.6, 9);
  // A short one has no room to leave itself by so much.
  const short = besideStretch(polyline([{ x: 0, y: 0 }, { x: 1, y: 0 }]), 1); // prettier-ignore
  expect(Math.max(...pointsOf(short).map(({ y }) => y))).toBeLessThan(0.3);
  expect(lengthOf(short)).toBeLessThan(1.2);
});
