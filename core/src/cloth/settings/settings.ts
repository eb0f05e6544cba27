import type { ClothPoint } from '../../geometry/point.ts';
import type { Region } from '../region.ts';
import type { Size } from '../size.ts';
import { grid, type GridSetting } from './grid.ts';
import type { SettingRules } from './setting.ts';

/** How the blocks of a quilt are set. */
export type Setting = GridSetting;

const RULES: { readonly [K in Setting['kind']]: SettingRules<Extract<Setting, { kind: K }>> } = { grid };

export const settingSize = (setting: Setting): Size => RULES[setting.kind].sizeOf(setting);

export const settingPatches = (setting: Setting, at: ClothPoint): readonly Region[] =>
  RULES[setting.kind].patchesOf(setting, at);
