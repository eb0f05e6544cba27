import type { RunAnswer } from '@gorse/contract';
import { plainGrid, type AdvanceState, makeMap, newPlan, polyline } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { mountCommand } from './mount-command.ts';

const PLAN = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 1, down: 1, blockWidth: 300, blockHeight: 200, sashing: 0 }), []),
);
const TURNED = { ...PLAN, quilts: { quilt: { ...Object.values(PLAN.quilts)[0]!, loading: 'turned' as const } } };
const SECOND: AdvanceState = {
  mounts: [
    { pass: 0, rolled: 0, front: null, anew: true, turned: false },
    { pass: 1, rolled: 500, front: 480, anew: false, turned: false },
  ],
  step: 'ready',
};
const line = polyline([0, 1, 2, 3].map((i) => ({ x: 10 * i, y: i === 2 ? 5 : 0 })));
const stitched = (advance: number, upTo: number) => ({
  run: { id: `run of ${advance}` } as RunAnswer,
  cloth: [line, line],
  frame: [line, line],
  advance,
  upTo,
  pieceId: 'p',
});

describe('what the frame is told of a quilt on the poles', () => {
  it('is how it was put there each time, and how far the roll has come forward', () => {
    const { mounts, frame, patches } = mountCommand('q', PLAN, SECOND, []);
    // 30 mm of room before the quilt; the roll with 500 mm on it: π·(r² − 38²) = 3 · 500, r = 43.8 mm.
    expect(mounts[0]).toEqual({ lie: [1, 0, 0, 1, 0, 0], at: { x: 140, y: 30 }, front: null });
    expect(mounts[1]!.at.y).toBeCloseTo(30 + 5.8 - 500, 1);
    expect(frame.width).toBe(3600);
    // In front the neck meets the roll 3.8 mm before the foot would the pole.
    expect(frame.reach).toBeCloseTo(640 - 3.8, 1);
    expect(frame.roll).toBeCloseTo(5.8, 1);
    expect(patches.map(({ ring }) => ring)).toEqual([[0, 0, 300, 0, 300, 200, 0, 200]]);
  });

  it('is nothing that was only touched there: the cloth has no seam of its own for it', () => {
    const [block] = Object.values(PLAN.regions);
    const touched = { ...block!, id: 'n', name: 'patch 1', origin: 'touched' as const };
    const { patches } = mountCommand('q', { ...PLAN, regions: { ...PLAN.regions, n: touched } }, SECOND, []);
    expect(patches.map(({ name }) => name)).toEqual([block!.name]);
  });

  it('is how the planned top was loaded, each time the way that it lay then', () => {
    // Its upper right corner, 300 mm across, comes to the right, 300 mm from the roll.
    const quarter = [0, 1, -1, 0, 200, 0];
    expect(mountCommand('q', TURNED, SECOND, []).mounts.map(({ lie }) => lie)).toEqual([quarter, quarter]);
    const mounts: AdvanceState['mounts'] = [SECOND.mounts[0], { ...SECOND.mounts[1]!, turned: true }];
    const told = mountCommand('q', PLAN, { ...SECOND, mounts }, []);
    expect(told.mounts.map(({ lie }) => lie)).toEqual([[1, 0, 0, 1, 0, 0], quarter]);
    expect(told.patches[0]!.ring).toEqual([0, 0, 300, 0, 300, 200, 0, 200]);
  });

  it('is what was stitched in earlier advances, as far as it was', () => {
    const { stitched: told } = mountCommand('q', PLAN, SECOND, [stitched(0, 5), stitched(1, 7)]);
    expect(told.map(({ run, advance }) => [run, advance])).toEqual([
      ['run of 0', 0],
      ['run of 0', 0],
    ]);
    // Of the second stroke two holes were made.
    expect(told.map(({ points }) => points)).toEqual([
      [0, 0, 10, 0, 20, 5, 30, 0],
      [0, 0, 10, 0],
    ]);
    expect(mountCommand('q', PLAN, SECOND, [stitched(0, 0)]).stitched).toEqual([]);
  });
});
