import { blockCell, type Blocks, placeIn, PLAIN_BLOCKS } from '../blocks.ts';
import { boxCell, type Cell } from '../cells.ts';
import type { RegionKind } from '../region.ts';
import { blockId, blockName } from './block-name.ts';
import { type SettingRules, shareOf } from './setting.ts';

/** Blocks in rows and columns with sashing between them; millimetres. */
export interface GridSetting {
  readonly kind: 'grid';
  readonly across: number;
  readonly down: number;
  readonly blockWidth: number;
  readonly blockHeight: number;
  /** 0: blocks touch. */
  readonly sashing: number;
  /** Where strips cross; without them the strips between rows run from side to side. */
  readonly cornerstones: boolean;
  readonly blocks: Blocks;
}

/** The usual grid: blocks of one patch each, cornerstones where strips cross. */
export const plainGrid = (measures: Omit<GridSetting, 'kind' | 'cornerstones' | 'blocks'>): GridSetting => ({
  kind: 'grid',
  ...measures,
  cornerstones: true,
  blocks: PLAIN_BLOCKS,
});

export const grid: SettingRules<GridSetting> = {
  sizeOf: ({ across, down, blockWidth, blockHeight, sashing }) => ({
    width: across * blockWidth + (across - 1) * sashing,
    length: down * blockHeight + (down - 1) * sashing,
  }),

  cellsOf(setting) {
    const { across, down, blockWidth, blockHeight, sashing, cornerstones } = setting;
    const columns = tracks(across, blockWidth, sashing);
    const rows = tracks(down, blockHeight, sashing);
    return rows.flatMap((row) =>
      row.strip && !cornerstones
        ? [longStrip(row, columns)]
        : columns.map((column) => (column.strip || row.strip ? stripAt(column, row) : blockAt(setting, column, row))),
    );
  },

  sizedTo: (setting, side, mm) =>
    side === 'width'
      ? { ...setting, blockWidth: shareOf(mm, setting.across, setting.sashing) }
      : { ...setting, blockHeight: shareOf(mm, setting.down, setting.sashing) },
};

/** Blocks or the strips between them, along one axis. */
interface Track {
  readonly strip: boolean;
  readonly index: number;
  readonly from: number;
  readonly to: number;
}

function tracks(count: number, size: number, gap: number): Track[] {
  const out: Track[] = [];
  for (let index = 0, at = 0; index < count; index++) {
    out.push({ strip: false, index, from: at, to: at + size });
    at += size;
    if (gap > 0 && index < count - 1) out.push({ strip: true, index, from: at, to: at + gap });
    at += gap;
  }
  return out;
}

const ringOf = (column: Track, row: Track) => boxCell(column.from, row.from, column.to, row.to);

function blockAt({ across, down, blocks }: GridSetting, column: Track, row: Track): Cell {
  const place = placeIn(blockId(column.index, row.index), column.index, row.index, across, down);
  return { ...blockCell(blocks, place, blockName(column.index, row.index)), ring: ringOf(column, row) };
}

function stripAt(column: Track, row: Track): Cell {
  const block = blockName(column.index, row.index);
  const [kind, way, name]: readonly [RegionKind, string, string] =
    column.strip && row.strip
      ? ['cornerstone', 'vh', `cornerstone below right of ${block}`]
      : column.strip
        ? ['sashing', 'v', `sashing right of ${block}`]
        : ['sashing', 'h', `sashing below ${block}`];
  const id = `${kind}-${way}${column.index + 1}-${row.index + 1}`;
  return { id, kind, name, family: `${kind}-${way}`, print: 0, ring: ringOf(column, row) };
}

const longStrip = (row: Track, columns: readonly Track[]): Cell => ({
  ...{ id: `sashing-row-${row.index + 1}`, kind: 'sashing', name: `sashing below row ${row.index + 1}` },
  ...{ family: 'sashing-row', print: 0 },
  ring: boxCell(columns[0]!.from, row.from, columns.at(-1)!.to, row.to),
});
