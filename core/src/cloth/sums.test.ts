import { describe, expect, it } from 'vitest';
import { backingSize, backingWays, bindingSums } from './sums.ts';

const INCH = 25.4;
const inches = (width: number, length: number) => ({ width: width * INCH, length: length * INCH });

describe('what a quilt takes', () => {
  it('of backing and batting reaches 4 in beyond the top on each side', () => {
    const { width, length } = backingSize(inches(55, 64));
    expect([width / INCH, length / INCH]).toEqual([expect.closeTo(63, 9), expect.closeTo(72, 9)]);
  });
  it('of cloth 42 in wide is two pieces with their seam along the poles, where that takes hardly more', () => {
    // 63 × 72 in: two pieces of 41 in less a seam cover 81 in either way; 2 × 63 in of cloth, or 2 × 72.
    const [best, other] = backingWays(inches(55, 64), 42 * INCH);
    expect(best).toMatchObject({ seams: 'along', pieces: 2 });
    expect(best!.cloth / INCH).toBeCloseTo(126, 9);
    expect(best!.waste).toBeCloseTo(1 - (63 * 72) / (126 * 42), 9);
    expect(other).toMatchObject({ seams: 'across', pieces: 2 });
  });
  it('of cloth as wide as the backing is long has no seam', () => {
    expect(backingWays(inches(55, 64), 108 * INCH)[0]).toMatchObject({ seams: 'none', pieces: 1, pieceLength: expect.closeTo(63 * INCH, 9) as number });
    // 41 in usable cover 41 in without a seam: not an inch more.
    expect(backingWays(inches(20, 33), 42 * INCH)[0]!.pieces).toBe(1);
    expect(backingWays(inches(20, 33.1), 42 * INCH).map(({ seams }) => seams)).toEqual(['none', 'along']);
  }); // prettier-ignore
  it('is pieced the other way where that takes much less, and not at all of a ribbon', () => {
    // 130 × 48 in: along the poles two pieces of 130 in, across them four of 48 in: 192 in against 260.
    const [best] = backingWays(inches(122, 40), 42 * INCH);
    expect(best).toMatchObject({ seams: 'across', pieces: 4 });
    expect(() => backingWays(inches(55, 64), 50)).toThrow(/nothing beside its seams/);
  });
  it('of binding is strips across the cloth, joined aslant', () => {
    // 238 in round and 10 more; each strip of 41 in loses 2 1/2 in to its join: 6.4 of them.
    const sums = bindingSums(inches(55, 64), 42 * INCH);
    expect(sums.strips).toBe(7);
    expect([sums.length / INCH, sums.cloth / INCH]).toEqual([expect.closeTo(248, 9), expect.closeTo(17.5, 9)]);
  });
});
