import { type ClothPoint, clothPoint } from '../../geometry/point.ts';
import { centroid } from '../../geometry/polygon.ts';
import { insideOf } from '../border.ts';
import type { QuiltMap } from '../quilt-map.ts';
import type { Region } from '../region.ts';
import { movedShape, outlineOf } from '../shape.ts';
import { patchAt } from './layers.ts';

/** Drawn patches that are the top itself, where no setting makes one, rather than lie over its patches. */
export const isGround = ({ origin, kind }: Region, { setting }: QuiltMap): boolean =>
  setting.kind === 'drawn' && origin !== 'setting' && kind !== 'applique';

/** A map with the patches that it makes by itself, by their ids. */
export interface MadeMap {
  readonly map: QuiltMap;
  readonly made: Readonly<Record<string, Region>>;
}

/**
 * What a person made, as it lies when the map is measured anew. A drawn top is sized as a whole; on any other, what lies over a patch goes with
 * that patch, as large as it is. What lies over a patch that is gone stays where it was; so does what doesn't move, the very same.
 */
export function movedWith(drawn: readonly Region[], from: MadeMap, to: MadeMap): readonly Region[] {
  if (from.map.setting.kind === 'drawn' && to.map.setting.kind === 'drawn') return sizedWith(drawn, from.map, to.map);
  const under = Object.values(from.made);
  return drawn.map((region) => {
    const host = patchAt(under, centroid(outlineOf(region.shape)));
    const now = host && to.made[host.id];
    if (!now || now === host) return region;
    const [a, b] = [centroid(outlineOf(host.shape)), centroid(outlineOf(now.shape))];
    return moved(region, ({ x, y }) => clothPoint(x + b.x - a.x, y + b.y - a.y));
  });
}

/** Where the setting lies on a map: what the borders leave. */
function insideBox({ size, borders }: QuiltMap) {
  const { top, right, bottom, left } = insideOf(borders);
  return { x: left, y: top, width: size.width - left - right, length: size.length - top - bottom };
}

/** Where a place of a drawn top lies when the top is sized anew. */
export function sizing(from: QuiltMap, to: QuiltMap): (at: ClothPoint) => ClothPoint {
  const [a, b] = [insideBox(from), insideBox(to)];
  const [across, down] = [b.width / a.width, b.length / a.length];
  return ({ x, y }) => clothPoint(b.x + (x - a.x) * across, b.y + (y - a.y) * down);
}

function sizedWith(drawn: readonly Region[], from: QuiltMap, to: QuiltMap): readonly Region[] {
  const [a, b] = [insideBox(from), insideBox(to)];
  const [across, down] = [b.width / a.width, b.length / a.length];
  if (across === 1 && down === 1 && a.x === b.x && a.y === b.y) return drawn;
  return drawn.map((region) => moved(region, sizing(from, to)));
}

const moved = (region: Region, move: (at: ClothPoint) => ClothPoint): Region => ({
  ...region,
  shape: movedShape(region.shape, ({ at }) => move(at)),
});
