import { framePoint } from '../geometry/point.ts';
import { describe, expect, it } from 'vitest';
import { GENERIC_FRAME } from './frame-profile.ts';
import { beyondArea, isSafe, rollToMiddle, safeArea } from './safe-area.ts';

const AREA = { width: 3000, top: 20, bottom: 600 };
const box = (minX: number, maxX: number, minY: number, maxY: number) => ({ minX, maxX, minY, maxY });

describe('where the head may go', () => {
  it('ends at the roll, which grows', () => {
    expect(safeArea(GENERIC_FRAME, 0)).toEqual({ width: 3600, top: 0, bottom: 640 });
    // 38 mm of pole and leader, and π·(r² − 38²) = 3 mm · 2000 mm: r = 57.9 mm; 40 of them the foot would need in front anyway.
    const { top, bottom } = safeArea(GENERIC_FRAME, 2000);
    expect(top).toBeCloseTo(19.9, 1);
    expect(bottom).toBeCloseTo(640 - 17.9, 1);
    expect(isSafe(AREA, framePoint(3000, 20))).toBe(true);
    expect(isSafe(AREA, framePoint(3000, 19.9))).toBe(false);
  });

  it('is overrun by so much, on the side that is worse', () => {
    expect(beyondArea(box(0, 3000, 20, 600), AREA)).toEqual({ x: 0, y: 0 });
    expect(beyondArea(box(-4, 2000, 8, 500), AREA)).toEqual({ x: -4, y: -12 });
    expect(beyondArea(box(-4, 3007, 15, 609), AREA)).toEqual({ x: 7, y: 9 });
  });

  it('is rolled to, on or back, so that as much is free before as behind', () => {
    expect(rollToMiddle(box(0, 9, 500, 700), AREA)).toBe(290);
    expect(rollToMiddle(box(0, 9, 0, 100), AREA)).toBe(-260);
    expect(rollToMiddle(box(0, 9, 0, 580), AREA)).toBe(-20);
    expect(rollToMiddle(box(0, 9, 0, 581), AREA)).toBeNull();
  });
});
