import {
  counted,
  formatDuration,
  formatLength,
  applyToPoint,
  type LengthStyle,
  lieOf,
  linesOnCloth,
  piecesOfRecord,
  type Design,
  type Plan,
  type PlanRecords,
  type Point,
  quiltOf,
  type ResolvedRow,
  type ResolvedRows,
  resolvedRows,
  SHEET_SIZE,
  type SheetPaper,
  stitchedLandmarks,
  trimmed,
} from '@gorse/core';
import { found, Refusal } from '../refusal.ts';
import { type ExportFile, safeName } from './export-sheet.ts';
import { collected, newPdf, type Pdf } from './pdf.ts';
import { drawTop, FAINT, INK, LINE, MARGIN, newPage, type PrintedFor, ROWAN, SLATE, topIn, write } from './sheet.ts';

interface RowsOnPaper extends PrintedFor {
  readonly records: PlanRecords;
  readonly designs: ReadonlyMap<string, Design>;
}

/** A point of a stitched row that can be found again, by the name that the Frame screen gives it. */
interface RowLandmark {
  readonly name: string;
  /** On the finished quilt as it is loaded, from its left and upper edges, mm. */
  readonly at: Point;
}

/** What can be found again below each row, by the row's number; of joined rows below the last. */
function rowLandmarks(plan: Plan, record: string, { groups, placed }: ResolvedRows): Map<number, RowLandmark[]> {
  const lie = lieOf(plan, quiltOf(plan.records).loading);
  const pieces = plan.get(piecesOfRecord, { source: 'rowSets', record });
  return new Map(
    groups.map(({ rows }, i) => {
      const { id, needle } = pieces[i]!;
      // Which piece it is of is said by the row it stands beside.
      const stitched = { cloth: needle, frame: needle, advance: 0, upTo: Infinity };
      const found = stitchedLandmarks({ id, name: null }, stitched, lie).map(({ name, cloth }): RowLandmark => {
        const p = applyToPoint(lie, cloth);
        return { name, at: { x: p.x / placed.loose, y: p.y / placed.loose } };
      });
      return [rows.at(-1)!, found];
    }),
  );
}

/** Columns of the table: where each begins, mm from the margin. */
const COLUMNS = [
  ['row', 0],
  ['top', 12],
  ['height', 34],
  ['clear above', 54],
  ['pass', 78],
  ['time', 88],
  ['thread', 110],
  ['find again (from left edge, from top edge)', 126],
] as const;

/** The rows of a quilt on paper: the layout, each row measured from the top edge, and where to line up the next one. */
export async function rowSheetFile(plan: Plan, { records, designs, ...printed }: RowsOnPaper): Promise<ExportFile> {
  const { style, paper } = printed;
  const [width, height] = SHEET_SIZE[paper];
  const [set] = Object.values(records.rowSets);
  if (!set) throw new Refusal('refused', 'There are no rows on this quilt yet. Lay them on Layout first.');
  const quilt = quiltOf(records);
  const design = found(designs.get(set.designId), 'design');
  const resolved = plan.get(resolvedRows, set.id);
  if (!resolved || resolved.rows.length === 0)
    throw new Refusal('refused', 'The rows can’t be laid as they are. Mend what the checks on Layout say first.');

  const landmarks = rowLandmarks(plan, set.id, resolved);
  const doc = await newPdf(`${quilt.name}: rows`);
  newPage(doc, paper);
  doc.fillColor(INK).fontSize(6);
  write(doc, `${quilt.name}: ${counted(resolved.rows.length, 'row')} of ${design.name}`, MARGIN, MARGIN);
  doc.fontSize(3.4);
  summary(resolved, style, quilt.batting.drawIn, quilt.loading === 'turned').forEach((line, i) => {
    write(doc, line, MARGIN, MARGIN + 10 + i * LINE);
  });
  const left = 1 - quilt.batting.drawIn;
  const y = MARGIN + 42;
  const top = topIn(records, {
    ...{ x: MARGIN + 26, y },
    ...{ width: width - 2 * MARGIN - 30, height: height - y - MARGIN },
  });
  const { scale } = top;
  drawTop(
    doc,
    records,
    top,
    resolved.rows.flatMap(({ laid }) => linesOnCloth(laid)),
    () => {
      for (const { at } of [...landmarks.values()].flat()) {
        const [x, down, arm] = [at.x / left, at.y / left, 1.2 / scale];
        doc.moveTo(x - arm, down - arm).lineTo(x + arm, down + arm);
        doc.moveTo(x - arm, down + arm).lineTo(x + arm, down - arm);
      }
      doc
        .lineWidth(0.3 / scale)
        .strokeColor(ROWAN)
        .stroke();
    },
  );
  doc.fontSize(3).fillColor(INK);
  for (const row of resolved.rows) {
    const at = y + ((resolved.placed.top + row.top) / left) * scale;
    write(doc, `${row.row + 1}: ${formatLength(resolved.placed.top + row.top, style)}`, MARGIN, at - 1);
    doc
      .moveTo(MARGIN + 21, at)
      .lineTo(MARGIN + 26, at)
      .lineWidth(0.15)
      .strokeColor(INK)
      .stroke();
  }
  doc.restore();
  table(doc, resolved, landmarks, printed);
  return { name: safeName(`${quilt.name} rows.pdf`), type: 'application/pdf', body: await collected(doc) };
}

function summary(
  { rows, totals, passes, bobbinChanges, placed, bottom }: ResolvedRows,
  style: LengthStyle,
  drawIn: number,
  turned: boolean,
): string[] {
  const changes = bobbinChanges.map(
    ({ piece, inside }) => `${inside ? 'inside' : 'before'} row ${rows[piece]!.row + 1}`,
  );
  return [
    `All lengths as they will measure when quilted, from the top edge${turned ? ' of the quilt as loaded, turned by 90°' : ''}; draw-in of ${trimmed(100 * drawIn, 2)} % (${formatLength(placed.drawnIn, style)}) counted.`,
    `${formatDuration(totals.seconds)}, ${trimmed(totals.thread / 1000, 0)} m of thread, ${counted(totals.cuts, 'cut')}, ${counted(passes, 'pass')}. ${formatLength(rows[0]!.top, style)} left above, ${formatLength(bottom, style)} below.`,
    changes.length === 0
      ? 'One full bobbin lasts.'
      : `Full bobbin: ${changes.slice(0, 14).join(', ')}${changes.length > 14 ? ', …' : ''}.`,
    'Before the next row: needle up, roll, tension and clamps last, then put the head on the points of the row above',
    '(crosses; measured overleaf) and correct up or down only: a sideways slip leaves bare cloth at one side.',
  ];
}

/** Lines of the table until the paper is full, then another page. */
function table(
  doc: Pdf,
  resolved: ResolvedRows,
  found: ReadonlyMap<number, readonly RowLandmark[]>,
  { style, paper }: PrintedFor,
): void {
  const [paperWidth, paperHeight] = SHEET_SIZE[paper];
  let y = Infinity;
  for (const row of resolved.rows) {
    const landmarks = found.get(row.row) ?? [];
    const height = LINE * Math.max(1, landmarks.length) + 1;
    if (y + height > paperHeight - MARGIN) {
      if (y !== Infinity) doc.restore();
      y = header(doc, paper);
    }
    cells(row, resolved, style).forEach((text, i) => {
      write(doc, text, MARGIN + COLUMNS[i]![1], y);
    });
    landmarks.forEach(({ name, at }, i) => {
      const x = MARGIN + COLUMNS.at(-1)![1];
      write(doc, `${name}: ${formatLength(at.x, style)}, ${formatLength(at.y, style)}`, x, y + i * LINE);
    });
    y += height;
    doc
      .moveTo(MARGIN, y - 1.4)
      .lineTo(paperWidth - MARGIN, y - 1.4)
      .lineWidth(0.1)
      .strokeColor(FAINT)
      .stroke();
  }
  doc.fontSize(3).text('* begin with a full bobbin', MARGIN, y + 1, { lineBreak: false });
  doc.restore();
}

function header(doc: Pdf, paper: SheetPaper): number {
  newPage(doc, paper);
  doc.fillColor(SLATE).fontSize(3.2);
  for (const [name, x] of COLUMNS) doc.text(name, MARGIN + x, MARGIN, { lineBreak: false });
  doc.fillColor(INK);
  return MARGIN + LINE + 1;
}

const cells = (row: ResolvedRow, { placed, bobbinChanges, rows }: ResolvedRows, style: LengthStyle): string[] => [
  `${row.row + 1}${bobbinChanges.some((change) => rows[change.piece] === row && !change.inside) ? ' *' : ''}`,
  formatLength(placed.top + row.top, style),
  formatLength(row.height, style),
  row.clearance === null ? '' : formatLength(row.clearance, style),
  row.pass === null ? '' : String(row.pass + 1),
  formatDuration(row.totals.seconds),
  `${trimmed(row.totals.thread / 1000, 1)} m`,
];
