import { boxCell, type Cell } from '../cells.ts';
import { type SettingRules, shareOf } from './setting.ts';

/** Strips down the quilt, with narrower ones between; millimetres. */
export interface StripSetting {
  readonly kind: 'strips';
  readonly across: number;
  readonly blockWidth: number;
  readonly length: number;
  /** Width of what is between two; 0: they touch. */
  readonly sashing: number;
}

export const strips: SettingRules<StripSetting> = {
  sizeOf: ({ across, blockWidth, sashing, length }) => ({
    width: across * blockWidth + (across - 1) * sashing,
    length,
  }),

  cellsOf: ({ across, blockWidth, sashing, length }) =>
    Array.from({ length: across }, (_, i): Cell[] => {
      const left = i * (blockWidth + sashing);
      const right = left + blockWidth;
      const strip: Cell = {
        ...{ id: `strip-${i + 1}`, kind: 'block', name: `strip ${i + 1}`, family: 'strip', print: i % 2 },
        ring: boxCell(left, 0, right, length),
      };
      const between: Cell = {
        ...{ id: `sashing-v${i + 1}-1`, kind: 'sashing', name: `sashing right of strip ${i + 1}` },
        ...{ family: 'sashing-v', print: 0 },
        ring: boxCell(right, 0, right + sashing, length),
      };
      return sashing === 0 || i === across - 1 ? [strip] : [strip, between];
    }).flat(),

  sizedTo: (setting, side, mm) =>
    side === 'width'
      ? { ...setting, blockWidth: shareOf(mm, setting.across, setting.sashing) }
      : { ...setting, length: mm },
};
