import { insideRing, ringBounds, signedArea } from '../../geometry/polygon.ts';
import type { Point } from '../../geometry/point.ts';
import type { Region } from '../region.ts';
import { outlineOf } from '../shape.ts';

/** Patches in the order that they are sewn in: a smaller one that a person made lies over what is larger. The same list where nobody made any. */
export function inLayers(regions: readonly Region[]): readonly Region[] {
  if (regions.every(({ origin }) => origin === 'setting')) return regions;
  const areas = new Map(regions.map((region) => [region, Math.abs(signedArea(outlineOf(region.shape)))]));
  return regions.toSorted((a, b) => areas.get(b)! - areas.get(a)!);
}

/** The patch that is seen at a place, of patches in layers. */
export const patchAt = (layers: readonly Region[], { x, y }: Point): Region | undefined =>
  layers.findLast(({ shape }) => {
    const ring = outlineOf(shape);
    const { minX, maxX, minY, maxY } = ringBounds(ring);
    return x >= minX && x <= maxX && y >= minY && y <= maxY && insideRing(ring, x, y);
  });
