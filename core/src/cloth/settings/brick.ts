import { blockCell, type Blocks, placeIn } from '../blocks.ts';
import { boxCell, type Cell } from '../cells.ts';
import { blockId, blockName } from './block-name.ts';
import { type SettingRules, shareOf } from './setting.ts';

/** Blocks in rows, every second row set half a block aside, its ends cut; millimetres. */
export interface BrickSetting {
  readonly kind: 'brick';
  /** Whole blocks of the first row. */
  readonly across: number;
  readonly down: number;
  readonly blockWidth: number;
  readonly blockHeight: number;
  readonly sashing: number;
  readonly blocks: Blocks;
}

export const brick: SettingRules<BrickSetting> = {
  sizeOf: ({ across, down, blockWidth, blockHeight, sashing }) => ({
    width: across * blockWidth + (across - 1) * sashing,
    length: down * blockHeight + (down - 1) * sashing,
  }),

  cellsOf(setting) {
    const { across, down, blockWidth, blockHeight, sashing } = setting;
    const width = brick.sizeOf(setting).width;
    return Array.from({ length: down }, (_, row) => {
      const top = row * (blockHeight + sashing);
      const aside = row % 2;
      const blocks = Array.from({ length: across + aside }, (_, column) => {
        const left = (column - aside / 2) * (blockWidth + sashing);
        const block = blockAt(setting, column, row, left, top);
        return sashing === 0 || column === across - 1 + aside
          ? [block]
          : [block, besides(setting, column, row, left, top)];
      }).flat();
      return sashing === 0 || row === down - 1 ? blocks : [...blocks, below(setting, row, top, width)];
    }).flat();
  },

  sizedTo: (setting, side, mm) =>
    side === 'width'
      ? { ...setting, blockWidth: shareOf(mm, setting.across, setting.sashing) }
      : { ...setting, blockHeight: shareOf(mm, setting.down, setting.sashing) },
};

function blockAt(setting: BrickSetting, column: number, row: number, left: number, top: number): Cell {
  const { across, down, blockWidth, blockHeight, blocks } = setting;
  const place = placeIn(blockId(column, row), column, row, across + (row % 2), down);
  return {
    ...blockCell(blocks, place, blockName(column, row)),
    ring: boxCell(left, top, left + blockWidth, top + blockHeight),
  };
}

const besides = (
  { blockWidth, blockHeight, sashing }: BrickSetting,
  column: number,
  row: number,
  left: number,
  top: number,
): Cell => ({
  ...{ id: `sashing-v${column + 1}-${row + 1}`, kind: 'sashing', name: `sashing right of ${blockName(column, row)}` },
  ...{ family: 'sashing-v', print: 0 },
  ring: boxCell(left + blockWidth, top, left + blockWidth + sashing, top + blockHeight),
});

const below = ({ blockHeight, sashing }: BrickSetting, row: number, top: number, width: number): Cell => ({
  ...{ id: `sashing-row-${row + 1}`, kind: 'sashing', name: `sashing below row ${row + 1}` },
  ...{ family: 'sashing-row', print: 0 },
  ring: boxCell(0, top + blockHeight, width, top + blockHeight + sashing),
});
