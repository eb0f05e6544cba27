import { boxCell } from '../cells.ts';
import type { Size } from '../size.ts';
import type { SettingRules } from './setting.ts';

/** One piece of cloth; millimetres. */
export interface WholeSetting extends Size {
  readonly kind: 'whole';
}

export const whole: SettingRules<WholeSetting> = {
  sizeOf: ({ width, length }) => ({ width, length }),
  cellsOf: ({ width, length }) => [
    {
      ...{ id: 'whole', kind: 'block', name: 'whole cloth', family: 'whole', print: 0 },
      ring: boxCell(0, 0, width, length),
    },
  ],
  sizedTo: (setting, side, mm) => ({ ...setting, [side]: mm }),
};
