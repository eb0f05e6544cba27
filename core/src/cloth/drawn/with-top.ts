import { clothPoint, distance } from '../../geometry/point.ts';
import { SAME_LANDMARK } from '../../tolerances.ts';
import { isStraight, STRAIGHT } from '../edge-shape.ts';
import type { QuiltMap } from '../quilt-map.ts';
import type { Region } from '../region.ts';
import { boxShape } from '../shape.ts';

/**
 * The patches, with the top itself as one more where it was drawn and no patch has some corner of it: it can be lined up on however little of it
 * is on the map. It is no record of the plan.
 */
export function withTop(regions: readonly Region[], { setting, size, borders }: QuiltMap): readonly Region[] {
  // Round corners can't be found.
  const isSquare = isStraight(borders.at(-1)?.edge ?? STRAIGHT);
  if (setting.kind !== 'drawn' || !isSquare) return regions;
  const shape = boxShape(clothPoint(0, 0), clothPoint(size.width, size.length));
  const isThere = shape.every(({ at }) =>
    regions.some((region) => region.shape.some((one) => one.corner && distance(one.at, at) <= SAME_LANDMARK)),
  );
  if (isThere) return regions;
  const top = { id: 'top', kind: 'border', name: 'the top', origin: 'setting', family: 'top', print: 0 } as const;
  return [...regions, { ...top, shape }];
}
