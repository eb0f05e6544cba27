import { clothPoint } from '../../geometry/point.ts';
import type { Region, RegionKind } from '../region.ts';
import { boxShape } from '../shape.ts';
import type { SettingRules } from './setting.ts';

/** Blocks in rows and columns with sashing between them; millimetres. */
export interface GridSetting {
  readonly kind: 'grid';
  readonly across: number;
  readonly down: number;
  readonly blockWidth: number;
  readonly blockHeight: number;
  /** 0: blocks touch. */
  readonly sashing: number;
}

export const grid: SettingRules<GridSetting> = {
  sizeOf: ({ across, down, blockWidth, blockHeight, sashing }) => ({
    width: across * blockWidth + (across - 1) * sashing,
    length: down * blockHeight + (down - 1) * sashing,
  }),

  patchesOf({ across, down, blockWidth, blockHeight, sashing }, at) {
    const columns = tracks(across, blockWidth, sashing, at.x);
    const rows = tracks(down, blockHeight, sashing, at.y);
    return rows.flatMap((row) => columns.map((column) => patchAt(column, row)));
  },
};

/** Blocks are named like a map's squares: columns A, B, … Z, AA and rows 1, 2, … */
export function blockName(column: number, row: number): string {
  let letters = '';
  for (let n = column; n >= 0; n = Math.floor(n / 26) - 1) letters = String.fromCharCode(65 + (n % 26)) + letters;
  return `${letters}${row + 1}`;
}

/** Blocks or the strips between them, along one axis. */
interface Track {
  readonly strip: boolean;
  readonly index: number;
  readonly from: number;
  readonly to: number;
}

function tracks(count: number, size: number, gap: number, start: number): Track[] {
  const out: Track[] = [];
  for (let index = 0, at = start; index < count; index++) {
    out.push({ strip: false, index, from: at, to: at + size });
    at += size;
    if (gap > 0 && index < count - 1) out.push({ strip: true, index, from: at, to: at + gap });
    at += gap;
  }
  return out;
}

function patchAt(column: Track, row: Track): Region {
  const block = blockName(column.index, row.index);
  const [kind, way, name]: readonly [RegionKind, string, string] =
    column.strip && row.strip
      ? ['cornerstone', 'vh', `cornerstone below right of ${block}`]
      : column.strip
        ? ['sashing', 'v', `sashing right of ${block}`]
        : row.strip
          ? ['sashing', 'h', `sashing below ${block}`]
          : ['block', '', block];
  return {
    id: `${kind}-${way}${column.index + 1}-${row.index + 1}`,
    kind,
    name,
    origin: 'setting',
    family: way === '' ? kind : `${kind}-${way}`,
    // Like the squares of a board, so that neighbours differ.
    print: kind === 'block' ? (column.index + row.index) % 2 : 0,
    shape: boxShape(clothPoint(column.from, row.from), clothPoint(column.to, row.to)),
  };
}
