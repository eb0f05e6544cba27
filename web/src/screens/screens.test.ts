import { gridRegions, newPlan } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { addTouch } from '../document/placing.ts';
import { isOdd } from '../ui/block-parity.ts';
import { cornerLandmarks } from './frame/landmarks.ts';
import { neighbour } from './layout/neighbour.ts';

const GRID = { across: 3, down: 2, blockWidth: 200, blockHeight: 200, sashing: 25, border: 50 };
const regions = gridRegions(GRID);
const named = (name: string) => regions.find((region) => region.name === name)!;

describe('selecting with the arrow keys', () => {
  it('begins with the first block and goes to what lies next to it', () => {
    expect(neighbour(regions, undefined, 'Down')!.name).toBe('A1');
    expect(neighbour(regions, named('A1'), 'Right')!.name).toBe('sashing right of A1');
    expect(neighbour(regions, named('sashing right of A1'), 'Right')!.name).toBe('B1');
    expect(neighbour(regions, named('A1'), 'Up')!.name).toBe('top border');
    expect(neighbour(regions, named('A1'), 'Left')!.name).toBe('left border');
  });
  it('reaches every patch, and stays at the edge', () => {
    expect(neighbour(regions, named('right border'), 'Right')!.name).toBe('right border');
    const reached = new Set(['A1']);
    for (const name of reached) {
      for (const way of ['Up', 'Down', 'Left', 'Right'] as const)
        reached.add(neighbour(regions, named(name), way)!.name);
    }
    expect([...reached].sort()).toEqual(regions.map((region) => region.name).sort());
  });
});

describe('landmarks', () => {
  it('are corners, each place once even where blocks touch, with the touch that was made there', () => {
    const plan = newPlan('Tide Table', { ...GRID, sashing: 0 });
    const corner = plan.regions['block-1-1']!.ring[1];
    const touched = addTouch({ id: 't', name: 'corner', cloth: corner, frame: { x: 1, y: 1 }, at: 1 })(plan);
    const landmarks = cornerLandmarks(touched, ['block-1-1', 'block-2-1']);
    expect(landmarks.map((one) => one.name)).toEqual([
      'upper left corner of A1',
      'upper right corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
      'upper right corner of B1',
      'lower right corner of B1',
    ]);
    expect(landmarks.map((one) => one.touch?.id)).toEqual([undefined, 't', undefined, undefined, undefined, undefined]);
    expect(cornerLandmarks(plan, ['nowhere'])).toEqual([]);
  });
});

describe('prints', () => {
  it('differ between neighbouring blocks', () => {
    expect([isOdd('A1'), isOdd('B1'), isOdd('A2'), isOdd('B2')]).toEqual([false, true, true, false]);
  });
});
