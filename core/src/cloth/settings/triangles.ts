import { blockCell, placeIn, type WholeBlocks } from '../blocks.ts';
import type { Cell } from '../cells.ts';
import { blockId, blockName } from './block-name.ts';
import type { SettingRules } from './setting.ts';

/** Equilateral triangles in rows, point up and point down in turn, the rows' ends cut straight; millimetres. */
export interface TriangleSetting {
  readonly kind: 'triangles';
  /** Triangles with their base on the lower edge of the first row. */
  readonly across: number;
  readonly down: number;
  /** An edge of one. */
  readonly block: number;
  readonly blocks: WholeBlocks;
}

const HEIGHT = Math.sqrt(3) / 2;

export const triangles: SettingRules<TriangleSetting> = {
  sizeOf: ({ across, down, block }) => ({ width: across * block, length: down * HEIGHT * block }),

  cellsOf: ({ across, down, block, blocks }) =>
    Array.from({ length: down }, (_, row) =>
      // One more at each end, of which half is cut off.
      Array.from({ length: 2 * across + 1 }, (_, column): Cell => {
        const place = placeIn(blockId(column, row), column, row, 2 * across + 1, down);
        const own = blockCell(blocks, place, blockName(column, row));
        const isUp = (column + row) % 2 === 1;
        const [x, top, bottom] = [((column - 1) * block) / 2, row * HEIGHT * block, (row + 1) * HEIGHT * block];
        return {
          ...own,
          family: `${own.family}-${isUp ? 'up' : 'down'}`,
          ring: isUp
            ? [
                { x: x + block / 2, y: top },
                { x: x + block, y: bottom },
                { x, y: bottom },
              ]
            : [
                { x, y: top },
                { x: x + block, y: top },
                { x: x + block / 2, y: bottom },
              ],
        };
      }),
    ).flat(),

  sizedTo: (setting, side, mm) => ({
    ...setting,
    block: side === 'width' ? mm / setting.across : mm / (HEIGHT * setting.down),
  }),
};
