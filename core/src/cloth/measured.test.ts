import { describe, expect, it } from 'vitest';
import { evenBorder } from './border.ts';
import { PLAIN_BLOCKS } from './blocks.ts';
import { mapAsMeasured, type Measured, topVerdict, UNMEASURED } from './measured.ts';
import { makeMap } from './quilt-map.ts';
import { plainGrid } from './settings/grid.ts';

/** 3 by 4: its diagonals are 5. */
const SQUARE = {
  ...{ widthTop: 900, widthMiddle: 900, widthBottom: 900 },
  ...{ lengthLeft: 1200, lengthMiddle: 1200, lengthRight: 1200 },
  ...{ diagonalLeft: 1500, diagonalRight: 1500 },
};
const adviceFor = (change: Partial<Measured>) => topVerdict({ ...SQUARE, ...change })?.advice;

describe('a top as it was measured', () => {
  it('has no verdict until the tape was laid everywhere', () => {
    expect(topVerdict(UNMEASURED)).toBeNull();
    expect(topVerdict({ ...SQUARE, lengthRight: null })).toBeNull();
    expect(topVerdict(SQUARE)).toMatchObject({ size: { width: 900, length: 1200 }, lean: 0, diagonals: 0 });
  });
  it('ripples where an edge is longer than the middle', () => {
    expect(['lengthRight', 'widthTop', 'widthBottom', 'lengthLeft'].map((at) => adviceFor({ [at]: SQUARE[at as 'widthTop'] + 7 }))).toEqual(Array(4).fill('ease'));
    expect([6, 13, 26].map((by) => adviceFor({ lengthRight: 1200 + by }))).toEqual(['as-it-is', 'block', 're-cut']);
    // A shorter edge pulls, and doesn't ripple.
    expect(adviceFor({ lengthRight: 1180 })).toBe('as-it-is');
    expect(topVerdict({ ...SQUARE, widthBottom: 912 })).toMatchObject({ fullest: { at: 'widthBottom', by: 12 }, size: { width: 904 } });
  }); // prettier-ignore
  it('leans by what its diagonals say', () => {
    // Moved 40 mm to the right below: the diagonals of a parallelogram of these sides.
    const [diagonalLeft, diagonalRight] = [Math.hypot(940, 1200), Math.hypot(860, 1200)];
    const leaning = { ...SQUARE, diagonalLeft, diagonalRight };
    const verdict = topVerdict(leaning)!;
    expect(verdict.lean).toBeCloseTo(40, 9);
    expect(verdict.advice).toBe('out-of-square');
    expect(verdict.corners[2]!.x).toBeCloseTo(940, 9);
    expect(adviceFor({ diagonalLeft: 1540, lengthRight: 1230 })).toBe('out-of-square');
    expect(adviceFor({ diagonalLeft: 1510 })).toBe('as-it-is');
    expect(adviceFor({ diagonalLeft: 1520 })).toBe('block');
  });
  it('gives the map its size, by its blocks or by its border, where it can', () => {
    const map = makeMap(plainGrid({ across: 4, down: 5, blockWidth: 200, blockHeight: 200, sashing: 0 }), [
      evenBorder(50),
    ]);
    const size = { width: 908, length: 1096 };
    expect(mapAsMeasured(map, size, 'evenly')).toMatchObject({
      size,
      setting: { blockWidth: 202, blockHeight: 199.2 },
    });
    expect(mapAsMeasured(map, size, 'in-border')).toMatchObject({ size, borders: [{ left: 54, right: 54, top: 48 }] });
    expect(mapAsMeasured(map, { width: 700, length: 1100 }, 'in-border')).toBeNull();
    expect(mapAsMeasured(makeMap(map.setting, []), size, 'in-border')).toBeNull();
    const hexagons = makeMap({ kind: 'hexagons', across: 3, down: 4, block: 100, blocks: { ...PLAIN_BLOCKS, kinds: ['plain'] } }, []); // prettier-ignore
    expect(mapAsMeasured(hexagons, { width: 310, length: 300 }, 'evenly')).toBeNull();
  });
});
