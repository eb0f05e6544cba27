import type { Size } from '../size.ts';
import type { SettingRules } from './setting.ts';

/** A top whose patches were drawn, read in or traced, one by one: they are the plan's own, and take no part in this. Millimetres. */
export interface DrawnSetting extends Size {
  readonly kind: 'drawn';
}

export const drawn: SettingRules<DrawnSetting> = {
  sizeOf: ({ width, length }) => ({ width, length }),
  cellsOf: () => [],
  sizedTo: (setting, side, mm) => ({ ...setting, [side]: mm }),
};
