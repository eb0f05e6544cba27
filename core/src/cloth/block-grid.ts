import { LARGEST_QUILT } from '../tolerances.ts';
import type { Region, RegionKind } from './region.ts';

/** A plain grid of blocks with sashing between them and a border round them; millimetres. */
export interface BlockGrid {
  readonly across: number;
  readonly down: number;
  readonly blockWidth: number;
  readonly blockHeight: number;
  /** 0: blocks touch. */
  readonly sashing: number;
  /** 0: no border. */
  readonly border: number;
}

/** Width and length of the pieced top. */
export function gridSize(grid: BlockGrid): { readonly width: number; readonly length: number } {
  return {
    width: grid.across * grid.blockWidth + (grid.across - 1) * grid.sashing + 2 * grid.border,
    length: grid.down * grid.blockHeight + (grid.down - 1) * grid.sashing + 2 * grid.border,
  };
}

/** No quilt is wider or longer than `LARGEST_QUILT`. */
export function isTooLarge(grid: BlockGrid): boolean {
  const { width, length } = gridSize(grid);
  return width > LARGEST_QUILT || length > LARGEST_QUILT;
}

/** Blocks are named like a map's squares: columns A, B, … Z, AA and rows 1, 2, … */
export function blockName(column: number, row: number): string {
  let letters = '';
  for (let n = column; n >= 0; n = Math.floor(n / 26) - 1) letters = String.fromCharCode(65 + (n % 26)) + letters;
  return `${letters}${row + 1}`;
}

/**
 * All patches of the grid in reading order; together they tile the top exactly. Ids follow from kind and place, so that a change of
 * measurements keeps them.
 */
export function gridRegions(grid: BlockGrid): Region[] {
  const { border, sashing } = grid;
  const { width, length } = gridSize(grid);
  const columns = tracks(grid.across, grid.blockWidth, sashing, border);
  const rows = tracks(grid.down, grid.blockHeight, sashing, border);
  const regions = rows.flatMap((row) =>
    columns.map((column) => {
      const kind: RegionKind =
        column.strip && row.strip ? 'cornerstone' : column.strip || row.strip ? 'sashing' : 'block';
      const name = blockName(column.index, row.index);
      const place =
        column.strip && row.strip
          ? `below right of ${name}`
          : column.strip
            ? `right of ${name}`
            : row.strip
              ? `below ${name}`
              : name;
      const id = `${kind}-${column.strip ? 'v' : ''}${row.strip ? 'h' : ''}${column.index + 1}-${row.index + 1}`;
      return box(id, kind, kind === 'block' ? name : `${kind} ${place}`, column.from, row.from, column.to, row.to);
    }),
  );
  if (border <= 0) return regions;
  return [
    box('border-top', 'border', 'top border', 0, 0, width, border),
    box('border-left', 'border', 'left border', 0, border, border, length - border),
    ...regions,
    box('border-right', 'border', 'right border', width - border, border, width, length - border),
    box('border-bottom', 'border', 'bottom border', 0, length - border, width, length),
  ];
}

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

const box = (id: string, kind: RegionKind, name: string, x0: number, y0: number, x1: number, y1: number): Region => ({
  id,
  kind,
  name,
  ring: [
    { x: x0, y: y0 },
    { x: x1, y: y0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 },
  ],
});
