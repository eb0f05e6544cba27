import type { Point } from '../../geometry/point.ts';
import { blockCell, type Blocks } from '../blocks.ts';
import type { Cell } from '../cells.ts';
import { blockId, blockName } from './block-name.ts';
import { type SettingRules, shareOf } from './setting.ts';

/** Square blocks standing on their corners, in rows and the rows between them; millimetres. */
export interface OnPointSetting {
  readonly kind: 'on-point';
  /** Blocks of the first row; a row between has one fewer. */
  readonly across: number;
  /** Rows, without those between. */
  readonly down: number;
  readonly block: number;
  readonly sashing: number;
  /** What fills the gaps at the edge: plain triangles, or blocks cut in half. */
  readonly edge: 'triangles' | 'half-blocks';
  readonly blocks: Blocks;
}

const DIAGONAL = Math.SQRT2;

export const onPoint: SettingRules<OnPointSetting> = {
  sizeOf: ({ across, down, block, sashing }) => ({
    width: DIAGONAL * (across * block + (across - 1) * sashing),
    length: DIAGONAL * (down * block + (down - 1) * sashing),
  }),

  cellsOf(setting) {
    const rows = Array.from({ length: 2 * setting.down + 1 }, (_, i) => i - 1);
    const columns = Array.from({ length: 2 * setting.across + 1 }, (_, i) => i - 1);
    return rows.flatMap((row) =>
      columns.flatMap((column) => (Math.abs(row + column) % 2 === 1 ? [] : around(setting, column, row))),
    );
  },

  sizedTo: (setting, side, mm) => ({
    ...setting,
    block: shareOf(mm / DIAGONAL, side === 'width' ? setting.across : setting.down, setting.sashing),
  }),
};

/**
 * The block, or what stands for one at the edge, in a place: rows and columns in half steps, those of blocks from 0; with the strips below it to
 * the right and to the left, and the cornerstone under it.
 */
function around(setting: OnPointSetting, column: number, row: number): Cell[] {
  const { block, sashing } = setting;
  const pitch = block + sashing;
  // Along the lattice's own axes, down to the right and down to the left, in steps of a block.
  const [i, j] = [((row + column) / 2) * pitch, ((row - column) / 2) * pitch];
  const diamond = (u0: number, v0: number, u1: number, v1: number): readonly Point[] =>
    ([[u0, v0], [u1, v0], [u1, v1], [u0, v1]] as const).map(([u, v]) => ({
      x: (u - v + block) / DIAGONAL,
      y: (u + v) / DIAGONAL,
    })); // prettier-ignore
  const own = placeAt(setting, column, row);
  const cell = { ...own, ring: diamond(i, j, i + block, j + block) };
  if (sashing === 0) return [cell];
  const at = `${column + 2}-${row + 2}`;
  const strip = (way: string, words: string, ring: readonly Point[]): Cell => ({
    ...{ id: `sashing-${way}${at}`, kind: 'sashing', name: `sashing ${words} of ${own.name}` },
    ...{ family: `sashing-${way}`, print: 0, ring },
  });
  return [
    cell,
    strip('r', 'lower right', diamond(i + block, j, i + pitch, j + block)),
    strip('l', 'lower left', diamond(i, j + block, i + block, j + pitch)),
    {
      ...{ id: `cornerstone-${at}`, kind: 'cornerstone', name: `cornerstone below ${own.name}` },
      ...{ family: 'cornerstone', print: 0, ring: diamond(i + block, j + block, i + pitch, j + pitch) },
    },
  ];
}

function placeAt({ across, down, edge, blocks }: OnPointSetting, column: number, row: number): Omit<Cell, 'ring'> {
  const beyond = [
    row < 0 ? 'top' : row > 2 * down - 2 ? 'bottom' : '',
    column < 0 ? 'left' : column > 2 * across - 2 ? 'right' : '',
  ].filter(Boolean);
  const inside = beyond.length === 0;
  if (inside || edge === 'half-blocks') {
    const at = Math.floor(column / 2);
    const id = inside ? blockId(at, row) : `half-${column + 2}-${row + 2}`;
    const out = Math.floor(Math.max(Math.abs(column - across + 1), Math.abs(row - down + 1)) / 2);
    const name = inside ? blockName(at, row) : edgeName('half block', beyond, column, row);
    return blockCell(blocks, { id, column: column + 1, row: row + 1, step: row + 1, out }, name);
  }
  return {
    ...{
      id: `setting-${column + 2}-${row + 2}`,
      kind: 'setting',
      name: edgeName('setting triangle', beyond, column, row),
    },
    ...{ family: 'setting', print: 0 },
  };
}

/** Counted along its side; there is one in each corner. */
function edgeName(what: string, beyond: readonly string[], column: number, row: number): string {
  const [side, corner] = beyond as readonly [string, string?];
  if (corner !== undefined) return `${side} ${corner} ${what}`;
  const along = side === 'top' || side === 'bottom' ? column : row;
  return `${side} ${what} ${(along + 1) / 2}`;
}
