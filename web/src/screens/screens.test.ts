import { describe, expect, it } from 'vitest';
import { gridPlan } from '../test/grid-plan.ts';
import { neighbour } from '../tools/neighbour.ts';

const regions = Object.values(gridPlan({ across: 3, sashing: 25, border: 50 }).regions);
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
