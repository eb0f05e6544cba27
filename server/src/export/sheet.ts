import {
  AS_FIRST,
  applyToPolyline,
  type LengthStyle,
  loadedSize,
  type Lie,
  lieWhen,
  loadingWhen,
  outlineOf,
  type PlanRecords,
  polyline,
  type Polyline,
  quiltOf,
  SHEET_SIZE,
  type SheetPaper,
  simplify,
  type Size,
  type Turnable,
} from '@gorse/core';
import { page, type Pdf, plain, trace } from './pdf.ts';

/** For whom a sheet is printed: in these units, on this paper. */
export interface PrintedFor {
  readonly style: LengthStyle;
  readonly paper: SheetPaper;
}

/** What the sheets that are printed for a quilt share, millimetres. */
export const MARGIN = 14;
/** From one line of text to the next. */
export const LINE = 5.2;
export const INK = '#2B2A27';
export const SLATE = '#3F5666';
export const ROWAN = '#B3372B';
export const FAINT = '#B3A88C';

/** A new page of a paper; `doc.restore()` ends it. */
export const newPage = (doc: Pdf, paper: SheetPaper): void => page(doc, ...SHEET_SIZE[paper]);

/** One line of text. The standard font has no unbreakable spaces that look right, and no minus. */
export function write(doc: Pdf, text: string, x: number, y: number): void {
  doc.text(plain(text.replace(/\u00a0/g, ' ').replace(/−/g, '-')), x, y, { lineBreak: false });
}

/** The quilt as it is loaded, on paper. */
export interface DrawnTop {
  readonly x: number;
  readonly y: number;
  /** Millimetres of paper in one of cloth. */
  readonly scale: number;
  /** As it is loaded. */
  readonly size: Size;
  readonly lie: Lie;
}

/** Where the top, turned or not, is drawn so that it fits a box of paper. */
export function topIn(records: PlanRecords, { x, y, width, height }: PaperBox, when: Turnable = AS_FIRST): DrawnTop {
  const quilt = quiltOf(records);
  const size = loadedSize(loadingWhen(quilt.loading, when), quilt.map.size);
  return { x, y, scale: Math.min(width / size.width, height / size.length), size, lie: lieWhen(quilt, when) };
}

/** mm. */
interface PaperBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Draws the top's edge, its patches, and lines of the planned cloth on it; `more` draws in millimetres of the loaded cloth. */
export function drawTop(
  doc: Pdf,
  records: PlanRecords,
  { x, y, scale, size, lie }: DrawnTop,
  lines: readonly Polyline[],
  more: (doc: Pdf, scale: number) => void,
): void {
  const stroke = (width: number, colour: string): void =>
    void doc
      .lineWidth(width / scale)
      .strokeColor(colour)
      .stroke();
  doc.save().translate(x, y).scale(scale);
  doc.rect(0, 0, size.width, size.length);
  stroke(0.4, INK);
  trace(
    doc,
    Object.values(records.regions).map(({ shape }) => {
      const ring = outlineOf(shape);
      return applyToPolyline(lie, polyline([...ring, ring[0]!]));
    }),
  );
  stroke(0.1, FAINT);
  trace(
    doc,
    lines.map((line) => applyToPolyline(lie, simplify(line, 0.2 / scale))),
  );
  stroke(0.25, SLATE);
  more(doc, scale);
  doc.restore();
}
