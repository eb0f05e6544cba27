import { describe, expect, it } from 'vitest';
import { layOnPaper, PAPER_OVERLAP } from './paper.ts';

describe('a design on paper', () => {
  it('fits one page with its margins', () => {
    expect(layOnPaper(300, 200, 'one')).toMatchObject({ pageWidth: 324, pageHeight: 224, columns: 1, rows: 1 });
    expect(layOnPaper(20, 3, 'one')).toMatchObject({ pageWidth: 144, pageHeight: 27, columns: 1, rows: 1 });
    expect(layOnPaper(186, 273, 'a4')!.tiles).toEqual([{ column: 0, row: 0, x: 0, y: 0 }]);
  });
  it('turns the paper when that takes fewer pages', () => {
    expect(layOnPaper(270, 180, 'a4')).toMatchObject({ pageWidth: 297, columns: 1, rows: 1 });
    expect(layOnPaper(250, 250, 'letter')).toMatchObject({ columns: 2, rows: 1, pageWidth: 215.9 });
  });
  it('covers the whole drawing, neighbours overlapping', () => {
    const { tiles, tileWidth, tileHeight, columns, rows } = layOnPaper(700, 500, 'a4')!;
    expect(tiles).toHaveLength(columns * rows);
    expect(tiles[1]!.x - tiles[0]!.x).toBeCloseTo(tileWidth - PAPER_OVERLAP, 9);
    expect(tiles.at(-1)!.x + tileWidth).toBeGreaterThanOrEqual(700);
    expect(tiles.at(-1)!.y + tileHeight).toBeGreaterThanOrEqual(500);
    expect(tiles.at(-1)!.x).toBeLessThan(700 - PAPER_OVERLAP + 1e-6);
  });
  it('is not printed on hundreds of pages', () => {
    expect(layOnPaper(6000, 6000, 'a4')).toBeNull();
    expect(layOnPaper(6000, 6000, 'one')!.tiles).toHaveLength(1);
  });
});
