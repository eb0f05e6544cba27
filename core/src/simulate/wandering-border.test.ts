import { describe, expect, it } from 'vitest';
import { BENCH_CLOTH } from './true-cloth.ts';
import { stitchWandering } from './wandering-border.ts';

describe('a border whose edges wander by up to 10 mm', () => {
  it('is followed within what touches can tell, by one every few inches', () => {
    const { off, touches, length } = stitchWandering(3, BENCH_CLOTH);
    const sorted = off.toSorted((a, b) => a - b);
    expect(sorted.length).toBeGreaterThan(450);
    expect(sorted[Math.floor(0.95 * sorted.length)]).toBeLessThan(0.8);
    const apart = length / touches;
    expect([apart > 60, apart < 130], `${apart} mm from touch to touch`).toEqual([true, true]);
  });
});
