import { blockCell, type Blocks, placeIn } from '../blocks.ts';
import { boxCell, type Cell } from '../cells.ts';
import type { Size } from '../size.ts';
import { blockId, blockName } from './block-name.ts';
import { shareOf } from './setting.ts';

/** Blocks side by side in rows; millimetres. */
export interface RowsOfBlocks {
  /** Whole blocks of the first row. */
  readonly across: number;
  readonly down: number;
  readonly blockWidth: number;
  readonly blockHeight: number;
  /** 0: blocks touch. */
  readonly sashing: number;
  readonly blocks: Blocks;
}

export const rowsSize = ({ across, down, blockWidth, blockHeight, sashing }: RowsOfBlocks): Size => ({
  width: across * blockWidth + (across - 1) * sashing,
  length: down * blockHeight + (down - 1) * sashing,
});

export const rowsSizedTo = <S extends RowsOfBlocks>(setting: S, side: keyof Size, mm: number): S =>
  side === 'width'
    ? { ...setting, blockWidth: shareOf(mm, setting.across, setting.sashing) }
    : { ...setting, blockHeight: shareOf(mm, setting.down, setting.sashing) };

/** The rows, strips between the blocks of each, and strips from side to side between rows. A row may be set half a block aside, with one more. */
export function cellsInRows(setting: RowsOfBlocks, isAside: (row: number) => boolean): Cell[] {
  const { down, sashing } = setting;
  return Array.from({ length: down }, (_, row): Cell[] => {
    const blocks = blocksOfRow(setting, row, isAside(row) ? 1 : 0);
    return sashing === 0 || row === down - 1 ? blocks : [...blocks, stripBelow(setting, row)];
  }).flat();
}

function blocksOfRow(
  { across, down, blockWidth, blockHeight, sashing, blocks }: RowsOfBlocks,
  row: number,
  aside: number,
) {
  const [columns, top] = [across + aside, row * (blockHeight + sashing)];
  return Array.from({ length: columns }, (_, column): Cell[] => {
    const [left, bottom] = [(column - aside / 2) * (blockWidth + sashing), top + blockHeight];
    const right = left + blockWidth;
    const name = blockName(column, row);
    const place = placeIn(blockId(column, row), column, row, columns, down);
    const block: Cell = { ...blockCell(blocks, place, name), ring: boxCell(left, top, right, bottom) };
    if (sashing === 0 || column === columns - 1) return [block];
    const strip: Cell = {
      ...{ id: `sashing-v${column + 1}-${row + 1}`, kind: 'sashing', name: `sashing right of ${name}` },
      ...{ family: 'sashing-v', print: 0 },
      ring: boxCell(right, top, right + sashing, bottom),
    };
    return [block, strip];
  }).flat();
}

function stripBelow(setting: RowsOfBlocks, row: number): Cell {
  const top = row * (setting.blockHeight + setting.sashing) + setting.blockHeight;
  return {
    ...{ id: `sashing-row-${row + 1}`, kind: 'sashing', name: `sashing below row ${row + 1}` },
    ...{ family: 'sashing-row', print: 0 },
    ring: boxCell(0, top, rowsSize(setting).width, top + setting.sashing),
  };
}
