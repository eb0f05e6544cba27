import { type LengthStyle, unitOf } from '../units.ts';

/** Papers to print a design on at true size: one page as large as it needs, or tiles. */
export const PAPERS = ['one', 'a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** Papers that printers take. */
export const SHEET_PAPERS = ['a4', 'letter'] as const;
export type SheetPaper = (typeof SHEET_PAPERS)[number];

/** Width and height of a sheet, upright, mm. */
export const SHEET_SIZE: Readonly<Record<SheetPaper, readonly [width: number, height: number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
};

/** The paper of people who measure so. */
export const usualPaper = (style: LengthStyle): SheetPaper => (unitOf(style) === 'in' ? 'letter' : 'a4');

/** White edge that no printer reaches, mm; the marks stand in it. */
export const PAPER_MARGIN = 12;
/** Neighbouring tiles show this much of the same, to be glued, mm. */
export const PAPER_OVERLAP = 12;
/** One large page has room for its name and the test squares at the least, mm. */
const LEAST_WIDTH = 120;
/** Most pages: more would not be glued by anybody. */
const MOST_PAGES = 200;

/** One page: its size, and the corner of the drawing that its upper left printed corner shows, mm. */
export interface PaperTile {
  readonly column: number;
  readonly row: number;
  readonly x: number;
  readonly y: number;
}

export interface PaperLayout {
  readonly pageWidth: number;
  readonly pageHeight: number;
  /** What each page shows of the drawing. */
  readonly tileWidth: number;
  readonly tileHeight: number;
  readonly columns: number;
  readonly rows: number;
  readonly tiles: readonly PaperTile[];
}

/** Lays a drawing of this size (mm) on pages, upright or across, whichever takes fewer. Null when it takes more than `MOST_PAGES`. */
export function layOnPaper(width: number, height: number, paper: Paper): PaperLayout | null {
  if (paper === 'one') return onePage(Math.max(width, LEAST_WIDTH), height);
  const [short, long] = SHEET_SIZE[paper];
  const upright = tiled(width, height, short, long);
  const across = tiled(width, height, long, short);
  if (!upright || !across) return upright ?? across;
  return across.tiles.length < upright.tiles.length ? across : upright;
}

/** Without counting tiles: sums of lengths round, and a page that misses its own drawing by that would be two. */
const onePage = (tileWidth: number, tileHeight: number): PaperLayout => ({
  pageWidth: tileWidth + 2 * PAPER_MARGIN,
  pageHeight: tileHeight + 2 * PAPER_MARGIN,
  ...{ tileWidth, tileHeight, columns: 1, rows: 1 },
  tiles: [{ column: 0, row: 0, x: 0, y: 0 }],
});

function tiled(width: number, height: number, pageWidth: number, pageHeight: number): PaperLayout | null {
  const tileWidth = pageWidth - 2 * PAPER_MARGIN;
  const tileHeight = pageHeight - 2 * PAPER_MARGIN;
  const columns = count(width, tileWidth);
  const rows = count(height, tileHeight);
  if (!(columns * rows <= MOST_PAGES)) return null;
  const tiles = Array.from({ length: columns * rows }, (_, i): PaperTile => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return { column, row, x: column * (tileWidth - PAPER_OVERLAP), y: row * (tileHeight - PAPER_OVERLAP) };
  });
  return { pageWidth, pageHeight, tileWidth, tileHeight, columns, rows, tiles };
}

const count = (length: number, tile: number): number =>
  length <= tile ? 1 : Math.ceil((length - PAPER_OVERLAP) / (tile - PAPER_OVERLAP) - 1e-9);
