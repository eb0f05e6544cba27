import { blockCell, placeIn, PLAIN_BLOCKS } from '../blocks.ts';
import { boxCell, type Cell } from '../cells.ts';
import type { RegionKind } from '../region.ts';
import { blockId, blockName } from './block-name.ts';
import { cellsInRows, type RowsOfBlocks, rowsSize, rowsSizedTo } from './rows-of-blocks.ts';
import type { SettingRules } from './setting.ts';

/** Blocks in rows and columns with sashing between them. */
export interface GridSetting extends RowsOfBlocks {
  readonly kind: 'grid';
  /** Where strips cross; without them the strips between rows run from side to side. */
  readonly cornerstones: boolean;
}

/** The usual grid: blocks of one patch each, cornerstones where strips cross. */
export const plainGrid = (measures: Omit<GridSetting, 'kind' | 'cornerstones' | 'blocks'>): GridSetting => ({
  kind: 'grid',
  ...measures,
  cornerstones: true,
  blocks: PLAIN_BLOCKS,
});

export const grid: SettingRules<GridSetting> = {
  sizeOf: rowsSize,
  cellsOf: (setting) => (setting.cornerstones ? crossed(setting) : cellsInRows(setting, () => false)),
  sizedTo: rowsSizedTo,
};

/** With cornerstones: blocks, strips and cornerstones as they come, from left to right and from top to bottom. */
function crossed(setting: GridSetting): Cell[] {
  const { across, down, blockWidth, blockHeight, sashing } = setting;
  const columns = tracks(across, blockWidth, sashing);
  return tracks(down, blockHeight, sashing).flatMap((row) =>
    columns.map((column) => (column.strip || row.strip ? stripAt(column, row) : blockAt(setting, column, row))),
  );
}

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
