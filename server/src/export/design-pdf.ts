import {
  type DesignFacts,
  formatLength,
  formatLengthNumber,
  layOnPaper,
  type Paper,
  PAPER_MARGIN,
  PAPER_OVERLAP,
  type PaperLayout,
  type PaperTile,
  type Polyline,
} from '@gorse/core';
import { Refusal } from '../refusal.ts';
import { collected, newPdf, page, type Pdf, plain, trace } from './pdf.ts';

/** Room beside a design that joins, for the beginning of its next copy, mm. */
const NEXT_ROOM = 30;
/** Room that the test squares need below the drawing on a single page, mm; without it they stand on a page of their own. */
const SQUARES_ROOM = 46;

/**
 * A design at true size: on one large page, or tiled over a paper behind a page that says how to glue them. The dashed line and the crosses
 * show where the next copy of a row goes, so that the print can be a template on the cloth.
 */
export async function designPdf(
  name: string,
  strokes: readonly Polyline[],
  facts: DesignFacts,
  paper: Paper,
): Promise<Buffer> {
  const width = facts.width + (facts.join.joins ? NEXT_ROOM : 0);
  const layout = layOnPaper(width, Math.max(1, facts.height), paper);
  if (!layout) {
    throw new Refusal(
      'refused',
      'This would take more than 200 pages. Choose one large page, or print a smaller size.',
    );
  }
  const single = layout.tiles.length === 1;
  const extra = paper === 'one' ? SQUARES_ROOM : 0;
  const squaresBelow = paper === 'one' || (single && layout.tileHeight - facts.height >= SQUARES_ROOM);
  const doc = await newPdf(name);
  const title = `${plain(name)} · ${formatLengthNumber(facts.width, 'in16')} × ${formatLength(facts.height, 'in16')} (${formatLengthNumber(facts.width, 'mm')} × ${formatLength(facts.height, 'mm')})`;
  if (!squaresBelow) coverPage(doc, layout, strokes, title);
  for (const tile of layout.tiles) {
    page(doc, layout.pageWidth, layout.pageHeight + extra);
    drawTile(doc, layout, tile, strokes, facts);
    caption(doc, single ? `${title} · print at 100 %` : `${title} · page ${tileName(tile)} · print at 100 %`);
    if (squaresBelow) testSquares(doc, PAPER_MARGIN, layout.pageHeight + extra - PAPER_MARGIN - 32);
    if (!single) tileMarks(doc, layout, tile);
    doc.restore();
  }
  return collected(doc);
}

function drawTile(
  doc: Pdf,
  layout: PaperLayout,
  tile: PaperTile,
  strokes: readonly Polyline[],
  facts: DesignFacts,
): void {
  const { tileWidth, tileHeight } = layout;
  doc
    .save()
    .rect(PAPER_MARGIN - 1, PAPER_MARGIN - 1, tileWidth + 2, tileHeight + 2)
    .clip();
  doc.translate(PAPER_MARGIN - tile.x, PAPER_MARGIN - tile.y);
  if (facts.join.joins) {
    doc.save().translate(facts.join.repeat, facts.join.climb);
    trace(doc, strokes);
    doc.lineWidth(0.3).dash(2, { space: 1.5 }).strokeColor('#8A4B2A').stroke().undash().restore();
  }
  trace(doc, strokes);
  doc.lineWidth(0.5).lineJoin('round').lineCap('round').strokeColor('#2B2A27').stroke();
  doc.circle(facts.start.x, facts.start.y, 2).lineWidth(0.4).stroke();
  cross(doc, facts.end.x, facts.end.y, 4);
  if (facts.join.joins)
    doc
      .fontSize(3)
      .fillColor('#8A4B2A')
      .text('next start', facts.end.x + 2, facts.end.y - 5, { lineBreak: false });
  doc.restore();
}

/** Crop lines at the tile's corners, and registration rings in the overlaps, at the same place of the drawing on both pages. */
function tileMarks(doc: Pdf, layout: PaperLayout, tile: PaperTile): void {
  const { tileWidth, tileHeight, columns, rows } = layout;
  const [left, top] = [PAPER_MARGIN, PAPER_MARGIN];
  const [right, bottom] = [left + tileWidth, top + tileHeight];
  doc.lineWidth(0.2).strokeColor('#2B2A27');
  for (const x of [left, right]) {
    doc
      .moveTo(x, top - 6)
      .lineTo(x, top - 2)
      .moveTo(x, bottom + 2)
      .lineTo(x, bottom + 6);
  }
  for (const y of [top, bottom]) {
    doc
      .moveTo(left - 6, y)
      .lineTo(left - 2, y)
      .moveTo(right + 2, y)
      .lineTo(right + 6, y);
  }
  doc.stroke();
  const half = PAPER_OVERLAP / 2;
  const ring = (x: number, y: number): void => {
    doc.circle(x, y, 2).stroke();
    cross(doc, x, y, 4);
  };
  for (const part of [0.25, 0.75]) {
    if (tile.column > 0) ring(left + half, top + part * tileHeight);
    if (tile.column < columns - 1) ring(right - half, top + part * tileHeight);
    if (tile.row > 0) ring(left + part * tileWidth, top + half);
    if (tile.row < rows - 1) ring(left + part * tileWidth, bottom - half);
  }
}

function coverPage(doc: Pdf, layout: PaperLayout, strokes: readonly Polyline[], title: string): void {
  page(doc, layout.pageWidth, layout.pageHeight);
  const { columns, rows, tileWidth, tileHeight } = layout;
  doc
    .fillColor('#2B2A27')
    .fontSize(6)
    .text(title, 15, 15, { width: layout.pageWidth - 30 });
  doc
    .fontSize(4)
    .text(
      columns * rows === 1
        ? 'Print at 100 %, without fitting to the page, and measure the squares below before you cut.'
        : `${columns * rows} pages: ${columns} across, ${rows} down. Print at 100 %, without fitting to the page, and measure the squares below before you cut. Trim each page at its crop lines and lay it on its neighbour so that the rings meet.`,
      15,
      32,
      { width: layout.pageWidth - 30 },
    );
  testSquares(doc, 15, 56);
  const whole = {
    x: (columns - 1) * (tileWidth - PAPER_OVERLAP) + tileWidth,
    y: (rows - 1) * (tileHeight - PAPER_OVERLAP) + tileHeight,
  };
  const scale = Math.min((layout.pageWidth - 30) / whole.x, (layout.pageHeight - 120) / whole.y);
  doc.save().translate(15, 104).scale(scale);
  for (const tile of layout.tiles) {
    doc
      .rect(tile.x, tile.y, tileWidth, tileHeight)
      .lineWidth(0.3 / scale)
      .strokeColor('#3F5666')
      .stroke();
    doc
      .fontSize(5 / scale)
      .fillColor('#3F5666')
      .text(tileName(tile), tile.x + 3 / scale, tile.y + 3 / scale, { lineBreak: false });
  }
  trace(doc, strokes);
  doc
    .lineWidth(0.4 / scale)
    .strokeColor('#2B2A27')
    .stroke()
    .restore();
  doc.restore();
}

/** One inch and two centimetres: when they measure right, so does the design. */
function testSquares(doc: Pdf, x: number, y: number): void {
  doc.lineWidth(0.3).strokeColor('#2B2A27').fillColor('#2B2A27').fontSize(4);
  doc
    .rect(x, y, 25.4, 25.4)
    .stroke()
    .text('1 in', x + 2, y + 2, { lineBreak: false });
  doc
    .rect(x + 32, y, 20, 20)
    .stroke()
    .text('2 cm', x + 34, y + 2, { lineBreak: false });
  doc.text('Measure these before you cut.', x + 58, y + 2, { lineBreak: false });
}

function cross(doc: Pdf, x: number, y: number, arm: number): void {
  doc
    .moveTo(x - arm, y)
    .lineTo(x + arm, y)
    .moveTo(x, y - arm)
    .lineTo(x, y + arm)
    .lineWidth(0.3)
    .stroke();
}

function caption(doc: Pdf, text: string): void {
  doc
    .fillColor('#2B2A27')
    .fontSize(3)
    .text(text, PAPER_MARGIN + 8, 4, { lineBreak: false });
}

/** A1 is the upper left page, as in a table: columns by letter. */
const tileName = ({ column, row }: PaperTile): string =>
  `${column >= 26 ? String.fromCharCode(64 + Math.floor(column / 26)) : ''}${String.fromCharCode(65 + (column % 26))}${row + 1}`;
