import type { Density } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { HEAT, heatMap } from './heat-map.ts';

/** A strip of cells, so far each from the nearest stitch, mm. */
const strip = (...distance: readonly number[]): Density => ({
  field: { cell: 2, columns: distance.length, rows: 1, distance: Float32Array.from(distance) },
  widest: { centre: { x: 0, y: 0 }, diameter: 2 * Math.max(...distance) },
  spacing: 10,
  patches: [],
});
const colours = (density: Density, allowed: number): number[][] => {
  const { pixels } = heatMap(density, allowed);
  return Array.from({ length: pixels.length / 4 }, (_, i) => [...pixels.subarray(4 * i, 4 * i + 3)]);
};
const INK = [43, 42, 39];
const [DENSE, WIDEST] = [HEAT[0]!.rgb, HEAT.at(-1)!.rgb];

describe('the picture of density', () => {
  it('goes from the colour of a stitch to that of the widest gap, through those between', () => {
    const seen = colours(strip(0, 4, 10), 100);
    expect(seen[0]).toEqual([...DENSE]);
    expect(seen[2]).toEqual([...WIDEST]);
    // 4 of 10 mm: the third colour of the scale, but for the table's step.
    HEAT[2]!.rgb.forEach((part, k) => expect(Math.abs(seen[1]![k]! - part)).toBeLessThan(2));
  });
  it('has its last colour where the batting allows no more, and hatches what is wider', () => {
    const density = strip(5, 8, 8, 8, 8, 8, 8, 0);
    expect(heatMap(density, 10).widest).toBe(10);
    const seen = colours(density, 10);
    expect(seen[0]).toEqual([...WIDEST]);
    expect(seen.slice(1, 5)).toEqual(Array(4).fill(INK));
    expect(seen[5]).toEqual([...WIDEST]);
    expect(seen[7]).toEqual([...DENSE]);
    // Where the batting allows it, nothing is hatched.
    expect(colours(density, 20)).not.toContainEqual(INK);
  });
  it('is of one colour where nothing is farther from a stitch than a stitch', () => {
    expect(colours(strip(0, 0), 10)).toEqual([[...DENSE], [...DENSE]]);
  });
});
