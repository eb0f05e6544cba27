import type { DistanceField } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { HEAT, heatMap } from './heat-map.ts';

/** A strip of cells, so far each from the nearest stitch, mm. */
const strip = (...distance: readonly number[]): DistanceField => ({
  ...{ cell: 5, columns: distance.length, rows: 1 },
  distance: Float32Array.from(distance),
  nearest: new Int32Array(distance.length),
});
const colour = (pixels: Uint8ClampedArray, i: number): number[] => [...pixels.subarray(4 * i, 4 * i + 3)];

describe('the picture of density', () => {
  const field = strip(0, 10, 20, 60, 60, 60, 60, 60, 60, 60, 60, 60);
  it('goes from the first colour to the last at the widest gap, through those between', () => {
    const { widest, pixels } = heatMap(field, 200);
    expect(widest).toBe(120);
    expect(colour(pixels, 0)).toEqual(HEAT[0]!.rgb);
    expect(colour(pixels, 3)).toEqual(HEAT.at(-1)!.rgb);
    // 4 of 10 mm are the third colour of the scale, but for the step of the table.
    const between = colour(heatMap(strip(4, 10), 200).pixels, 0);
    HEAT[2]!.rgb.forEach((part, k) => expect(Math.abs(between[k]! - part)).toBeLessThan(2));
  });
  it('is hatched beyond what is allowed', () => {
    const { widest, pixels } = heatMap(field, 40);
    expect(widest).toBe(40);
    expect(colour(pixels, 2)).toEqual(HEAT.at(-1)!.rgb);
    expect(colour(pixels, 4)).toEqual([43, 42, 39]);
    expect(colour(pixels, 6)).toEqual(HEAT.at(-1)!.rgb);
  });
  it('is of the first colour all over where there is no gap at all', () => {
    const { pixels } = heatMap(strip(0, 0), 10);
    expect([colour(pixels, 0), colour(pixels, 1)]).toEqual([HEAT[0]!.rgb, HEAT[0]!.rgb]);
  });
});
