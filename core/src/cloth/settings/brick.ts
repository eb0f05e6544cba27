import { cellsInRows, type RowsOfBlocks, rowsSize, rowsSizedTo } from './rows-of-blocks.ts';
import type { SettingRules } from './setting.ts';

/** Blocks in rows, every second row set half a block aside, its ends cut. */
export interface BrickSetting extends RowsOfBlocks {
  readonly kind: 'brick';
}

export const brick: SettingRules<BrickSetting> = {
  sizeOf: rowsSize,
  cellsOf: (setting) => cellsInRows(setting, (row) => row % 2 === 1),
  sizedTo: rowsSizedTo,
};
