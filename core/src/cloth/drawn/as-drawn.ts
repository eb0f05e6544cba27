import { borderPatches, insideOf } from '../border.ts';
import { makeMap, type QuiltMap } from '../quilt-map.ts';
import type { Region } from '../region.ts';

type Regions = Readonly<Record<string, Region>>;

/**
 * The same top as patches of their own, which a hand can change: a setting would make them anew. They keep their ids and all that is in them.
 * Borders go on being measured unless one of them is to be changed itself.
 * @param ids of the patches that are to be changed
 */
export function asDrawn(
  map: QuiltMap,
  regions: Regions,
  ids: readonly string[],
): { readonly map: QuiltMap; readonly regions: Regions } {
  const made = ids.filter((id) => regions[id]?.origin === 'setting');
  if (made.length === 0) return { map, regions };
  const { borders, size } = map;
  const ofBorders = new Set(borders.flatMap((_, i) => borderPatches(borders, i, size).map(({ id }) => id)));
  const kept = made.some((id) => ofBorders.has(id)) ? [] : borders;
  const { top, right, bottom, left } = insideOf(kept);
  const inside = { width: size.width - left - right, length: size.length - top - bottom };
  const drawn = Object.values(regions).map((region): Region =>
    region.origin !== 'setting' || (kept.length > 0 && ofBorders.has(region.id))
      ? region
      : { ...region, origin: 'hand' },
  );
  return {
    map: makeMap({ kind: 'drawn', ...inside }, kept),
    regions: Object.fromEntries(drawn.map((region) => [region.id, region])),
  };
}
