import type { ClothPoint } from '../../geometry/point.ts';
import { type Cell, patchesIn } from '../cells.ts';
import type { Region } from '../region.ts';
import type { Size } from '../size.ts';
import { UNITS } from '../units.ts';
import { brick, type BrickSetting } from './brick.ts';
import { drawn, type DrawnSetting } from './drawn.ts';
import { grid, type GridSetting } from './grid.ts';
import { hexagons, type HexagonSetting } from './hexagons.ts';
import { onPoint, type OnPointSetting } from './on-point.ts';
import type { SettingRules } from './setting.ts';
import { strips, type StripSetting } from './strips.ts';
import { triangles, type TriangleSetting } from './triangles.ts';
import { whole, type WholeSetting } from './whole.ts';

/** How the blocks of a quilt are set. */
export type Setting =
  | GridSetting
  | OnPointSetting
  | BrickSetting
  | HexagonSetting
  | TriangleSetting
  | StripSetting
  | WholeSetting
  | DrawnSetting;
export type SettingKind = Setting['kind'];
/** The setting of a kind. */
export type SettingOf<K extends SettingKind> = Extract<Setting, { kind: K }>;

const RULES: { readonly [K in SettingKind]: SettingRules<SettingOf<K>> } = {
  grid,
  'on-point': onPoint,
  brick,
  hexagons,
  triangles,
  strips,
  whole,
  drawn,
};

/** TypeScript can't see that a setting's rules are those of its kind. */
const rulesOf = <S extends Setting>({ kind }: S): SettingRules<S> => RULES[kind] as unknown as SettingRules<S>;

/** Its cells, laid once: the map, its checks and the kinds of its blocks all ask for them. */
function cellsOf(setting: Setting): readonly Cell[] {
  let laid = cells.get(setting);
  if (!laid) cells.set(setting, (laid = rulesOf(setting).cellsOf(setting)));
  return laid;
}
const cells = new WeakMap<Setting, readonly Cell[]>();

export const settingSize = (setting: Setting): Size => rulesOf(setting).sizeOf(setting);

/** Its patches where its upper left corner lies at `at`; together they tile its size exactly. */
export const settingPatches = (setting: Setting, at: ClothPoint): readonly Region[] =>
  patchesIn(cellsOf(setting), settingSize(setting), at);

/** The kind of each block, by the block's id. */
export const blockKindsOf = (setting: Setting): ReadonlyMap<string, number> =>
  new Map(cellsOf(setting).flatMap(({ id, blockKind }) => (blockKind === undefined ? [] : [[id, blockKind]])));

/** How many patches it makes at the most; those beyond the edge are cut off. */
export const settingPatchCount = (setting: Setting): number =>
  cellsOf(setting).reduce((sum, { unit = 'plain' }) => sum + Math.max(1, UNITS[unit].length), 0);

export const settingSizedTo = <S extends Setting>(setting: S, side: keyof Size, mm: number): S =>
  rulesOf(setting).sizedTo(setting, side, mm);
