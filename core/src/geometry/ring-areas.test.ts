import { describe, expect, it } from 'vitest';
import { signedArea } from './polygon.ts';
import { boundsOf, pointsOf, type Polyline } from './polyline.ts';
import { silhouetteOf } from './ring-areas.ts';

const surface = (rings: readonly Polyline[]): number =>
  rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0);

describe('what lines take up', () => {
  const pair = [Float64Array.of(0, 0, 40, 0), Float64Array.of(0, 4, 40, 4)];
  it('closes gaps that are narrower than is bridged, and no others', () => {
    expect(silhouetteOf(pair, 3.8)).toHaveLength(2);
    const [whole, ...others] = silhouetteOf(pair, 4.2);
    expect(others).toEqual([]);
    expect(surface([whole!])).toBeGreaterThan(150);
  });
  it('is what a line goes round too, no farther than the line', () => {
    const loop = silhouetteOf([Float64Array.of(0, 0, 50, 0, 50, 30, 0, 30, 0, 0)], 6);
    expect(loop).toHaveLength(1);
    expect(surface(loop)).toBeCloseTo(50.1 * 30.1, 0);
    const { minX, minY, maxX, maxY } = boundsOf(loop)!;
    for (const [a, b] of [[minX, 0], [minY, 0], [maxX, 50], [maxY, 30]] as const) expect(Math.abs(a - b)).toBeLessThan(0.12); // prettier-ignore
  });
  it('of a single line is a hair, of nothing nothing', () => {
    const hair = surface(silhouetteOf([Float64Array.of(0, 0, 100, 0)], 6));
    expect(hair).toBeGreaterThan(5);
    expect(hair).toBeLessThan(20);
    expect(silhouetteOf([], 6)).toEqual([]);
  });
});
