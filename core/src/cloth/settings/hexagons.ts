import { blockCell, placeIn, type WholeBlocks } from '../blocks.ts';
import type { Cell } from '../cells.ts';
import { blockId, blockName } from './block-name.ts';
import type { SettingRules } from './setting.ts';

/** Hexagons standing on their corners, every second row half a patch aside, trimmed straight all round; millimetres. */
export interface HexagonSetting {
  readonly kind: 'hexagons';
  /** Whole hexagons of the first row. */
  readonly across: number;
  readonly down: number;
  /** From side to side. */
  readonly block: number;
  readonly blocks: WholeBlocks;
}

/** Of a hexagon one wide from side to side: the length of an edge. */
const EDGE = 1 / Math.sqrt(3);

export const hexagons: SettingRules<HexagonSetting> = {
  // The points above the first row and below the last are cut off.
  sizeOf: ({ across, down, block }) => ({ width: across * block, length: block * EDGE * (1.5 * down - 0.5) }),

  cellsOf: ({ across, down, block, blocks }) =>
    Array.from({ length: down }, (_, row) =>
      Array.from({ length: across + (row % 2) }, (_, column): Cell => {
        const place = placeIn(blockId(column, row), column, row, across + (row % 2), down);
        const [x, y, edge] = [(column + 0.5 - (row % 2) / 2) * block, (1.5 * row + 0.5) * EDGE * block, EDGE * block];
        const half = block / 2;
        return {
          ...blockCell(blocks, place, blockName(column, row)),
          ring: [
            { x, y: y - edge },
            { x: x + half, y: y - edge / 2 },
            { x: x + half, y: y + edge / 2 },
            { x, y: y + edge },
            { x: x - half, y: y + edge / 2 },
            { x: x - half, y: y - edge / 2 },
          ],
        };
      }),
    ).flat(),

  sizedTo: (setting, side, mm) => ({
    ...setting,
    block: side === 'width' ? mm / setting.across : mm / (EDGE * (1.5 * setting.down - 0.5)),
  }),
};
