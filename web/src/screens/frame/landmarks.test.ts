import { newPlan, type NamedPlace, type TouchRecord } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { addLandmark, addTouch, clearTouches } from '../../document/placing.ts';
import { setLoading } from '../../document/passes.ts';
import { type FoundAgain, inSentence, landmarksOf, lowestStitched, targetsOf } from './landmarks.ts';

const GRID = { across: 2, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0, border: 0 };
const PLAN = newPlan('Tide Table', GRID);
const touch = (advance: number): TouchRecord => ({
  id: `t${advance}`,
  name: 'corner',
  cloth: { x: 200, y: 0 },
  since: null,
  frame: { x: 1, y: 1 },
  advance,
  method: 'head',
  at: advance,
});
const stitched = (name: string, x: number, y: number): NamedPlace => ({
  name,
  cloth: { x, y },
  since: { advance: 0, frame: { x: x + 1, y: y + 2 } },
});
const ROW: FoundAgain = {
  id: 'run',
  advance: 0,
  upTo: 2,
  landmarks: [
    stitched('start of row 1', 0, 90),
    stitched('low point 1 of row 1', 60, 99),
    stitched('end of row 1', 120, 90),
  ],
};

describe('landmarks', () => {
  it('are corners, each place once even where blocks touch, with the touch made there in this advance', () => {
    const touched = addTouch(touch(1))(addTouch(touch(0))(PLAN));
    const landmarks = landmarksOf(touched, [], 1);
    expect(landmarks.map((one) => one.name)).toEqual([
      'upper left corner of A1',
      'upper right corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
      'upper right corner of B1',
      'lower right corner of B1',
    ]);
    expect(landmarks.map((one) => one.touch?.id)).toEqual([
      undefined,
      't1',
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect(landmarksOf(clearTouches(1)(touched), [], 1).some((one) => one.touch)).toBe(false);
    expect(clearTouches(1)(touched).touches).toHaveProperty('t0');
  });
  it('are named as she sees them when the quilt is turned', () => {
    const names = landmarksOf(setLoading('turned')(PLAN), [], 0).map((one) => one.name);
    expect(names.slice(0, 4)).toEqual([
      'upper right corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
      'upper left corner of A1',
    ]);
  });
  it('are what was stitched and chalked too, once the quilt was rolled since', () => {
    const mark = { id: 'c', name: 'chalk mark 1', cloth: { x: 5, y: 5 }, since: { advance: 0, frame: { x: 6, y: 6 } } };
    const plan = addLandmark(mark)(PLAN);
    expect(landmarksOf(plan, [ROW], 0)).toHaveLength(6);
    const later = landmarksOf(plan, [ROW], 1).slice(6);
    expect(later.map((one) => one.name)).toEqual([
      'start of row 1',
      'low point 1 of row 1',
      'end of row 1',
      'chalk mark 1',
    ]);
    expect(later[1]).toMatchObject({ cloth: { x: 60, y: 99 }, since: { advance: 0, frame: { x: 61, y: 101 } } });
    expect(later.map((one) => one.chalked)).toEqual([false, false, false, true]);
  });
});

describe('the point that the needle can be left down in', () => {
  it('is the lowest that was stitched here, as the quilt is loaded', () => {
    expect(lowestStitched(PLAN, [ROW], 0)?.name).toBe('low point 1 of row 1');
    // Turned, what lies farthest right on the quilt is farthest from the roll.
    expect(lowestStitched(setLoading('turned')(PLAN), [ROW], 0)?.name).toBe('end of row 1');
    expect(lowestStitched(PLAN, [ROW], 1)).toBeNull();
    expect(lowestStitched(PLAN, [], 0)).toBeNull();
  });
});

describe('where the line-up must be sure', () => {
  const ring = [
    { x: 0, y: 110 },
    { x: 400, y: 110 },
    { x: 400, y: 180 },
    { x: 0, y: 180 },
  ];
  const piece = { id: 'r2', name: 'Row 2', pass: 1, fit: 'rows', regionId: null, top: 110, bottom: 180, ring } as const;
  it('is all over the coming pieces, and closest where they meet what is stitched', () => {
    const targets = targetsOf(PLAN, [piece], [ROW], 1);
    expect(targets.filter((one) => !one.join).map((one) => one.name)).toContain('right end of row 2');
    expect(targets.filter((one) => one.join).map((one) => [one.name, one.tolerance < 0.8])).toContainEqual([
      'low point 1 of row 1',
      true,
    ]);
    // In the advance it is stitched in nothing has moved since.
    expect(targetsOf(PLAN, [piece], [ROW], 0).some((one) => one.join)).toBe(false);
  });
  it('is said in the middle of a sentence as it is written there', () => {
    expect(['Row 3', 'Rows 1 to 4', 'B2'].map(inSentence)).toEqual(['row 3', 'rows 1 to 4', 'B2']);
  });
});
