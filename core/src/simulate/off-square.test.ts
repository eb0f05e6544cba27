import { describe, expect, it } from 'vitest';
import { stitchOffSquare } from './off-square.ts';
import { PIECED_CLOTH } from './true-cloth.ts';

describe('blocks that are out of square by 3 mm a corner', () => {
  it('hold their designs where the recipe says, within what a touch can tell', () => {
    const missed = [1, 2, 3].flatMap((seed) => stitchOffSquare(seed, PIECED_CLOTH, 0));
    // Sixteen blocks of four corners, on each of three quilts.
    expect(missed).toHaveLength(3 * 16 * 4);
    const axes = missed.flatMap(({ x, y }) => [Math.abs(x), Math.abs(y)]).sort((a, b) => a - b);
    // A head is read to 0.3 mm on each axis: 1.96 of that are 95 %.
    expect(axes[Math.floor(0.95 * axes.length)]).toBeLessThan(0.65);
    expect(axes.at(-1)).toBeLessThan(1.6);
  });
});
