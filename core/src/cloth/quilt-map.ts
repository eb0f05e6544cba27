import { clothPoint } from '../geometry/point.ts';
import { LARGEST_QUILT, MOST_PATCHES } from '../tolerances.ts';
import { UNBENT } from './bend.ts';
import { type Border, borderPatches, insideOf, isThere, SIDES } from './border.ts';
import { edgeTrouble, isStraight, STRAIGHT } from './edge-shape.ts';
import type { Region } from './region.ts';
import { edgeBend, shapedControls } from './shaped-edge.ts';
import { type Setting, settingPatchCount, settingPatches, settingSize, settingSizedTo } from './settings/settings.ts';
import type { Size } from './size.ts';

/** What a quilt top is made of. */
export interface QuiltMap {
  /** Of the whole top: it follows from the others, and is kept so that who only needs the size needn't know of settings. */
  readonly size: Size;
  readonly setting: Setting;
  /** From the inside out. */
  readonly borders: readonly Border[];
}

/** Borders of no width are left out. */
export function makeMap(setting: Setting, borders: readonly Border[]): QuiltMap {
  const kept = edgesOut(borders.filter(isThere));
  const { width, length } = settingSize(setting);
  const { top, right, bottom, left } = insideOf(kept);
  return { size: { width: width + left + right, length: length + top + bottom }, setting, borders: kept };
}

/** Only the outermost border has the top's edge: what one of the others is said to have goes out to it. */
function edgesOut(borders: readonly Border[]): readonly Border[] {
  const edge = borders.findLast((one) => !isStraight(one.edge))?.edge ?? STRAIGHT;
  return borders.map((one, i) => {
    const own = i === borders.length - 1 ? edge : STRAIGHT;
    return one.edge === own ? one : { ...one, edge: own };
  });
}

/** The map whose blocks are so large that the finished top measures so much along one side; the other may follow. */
export function mapSizedTo({ setting, borders }: QuiltMap, side: keyof Size, mm: number): QuiltMap {
  const { top, right, bottom, left } = insideOf(borders);
  return makeMap(settingSizedTo(setting, side, mm - (side === 'width' ? left + right : top + bottom)), borders);
}

/** Why a top can't be had, and what to do, in a sentence; null when it can. Asked at every edit of a plan, so that it is worked out once for a map. */
export function mapTrouble(map: QuiltMap): string | null {
  let trouble = troubles.get(map);
  if (trouble === undefined) troubles.set(map, (trouble = troubleOf(map)));
  return trouble;
}
const troubles = new WeakMap<QuiltMap, string | null>();

function troubleOf({ size, setting, borders }: QuiltMap): string | null {
  if (size.width > LARGEST_QUILT || size.length > LARGEST_QUILT)
    return 'A quilt can be up to 6 m (236 in) wide and long. Make the blocks fewer or smaller.';
  if (settingPatchCount(setting) > MOST_PATCHES)
    return 'A quilt can have up to 20,000 patches. Make the blocks fewer, or of fewer patches.';
  const outermost = borders.at(-1);
  return outermost ? edgeTrouble(outermost.edge, size, Math.min(...SIDES.map((side) => outermost[side]))) : null;
}

/** Whether the size that a map says is the one that follows from it. */
export function isTrueToSize({ size, setting, borders }: QuiltMap): boolean {
  const made = makeMap(setting, borders).size;
  return Math.abs(made.width - size.width) < SIZE_OFF && Math.abs(made.length - size.length) < SIZE_OFF;
}
/** What rounding may do to a size on its way, mm. */
const SIZE_OFF = 1e-6;

/** The patches that setting and borders make, in reading order but for the borders' lower sides; together they tile the top exactly. */
export function mapPatches({ size, setting, borders }: QuiltMap): Region[] {
  const { top, left } = insideOf(borders);
  const [outermost, bend] = [borders.at(-1), edgeBend(borders, size)];
  const shaped = (region: Region): Region =>
    bend === UNBENT || !outermost ? region : { ...region, shape: shapedControls(region.shape, outermost, size, bend) };
  const around = borders.map((_, i) => borderPatches(borders, i, size)).reverse();
  return [
    ...(around[0] ?? []).map(shaped),
    ...around.slice(1).flat(),
    ...settingPatches(setting, clothPoint(left, top)),
  ];
}
