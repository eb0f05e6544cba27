import {
  applyToPoint,
  BEFORE_TURNING,
  counted,
  type DoubtAt,
  forecastPasses,
  formatDoubt,
  formatDuration,
  formatLength,
  graphOf,
  isTurnedBefore,
  type LengthStyle,
  lieWhen,
  loadingWhen,
  type MapGraph,
  passesOf,
  type PassForecast,
  type Piece,
  piecesOf,
  type Plan,
  type PlanRecords,
  quiltOf,
  seamAt,
  trimmed,
  TURNED_TO,
} from '@gorse/core';
import { Refusal } from '../refusal.ts';
import { type ExportFile, safeName } from './export-sheet.ts';
import { collected, newPdf, type Pdf } from './pdf.ts';
import { drawTop, INK, LINE, MARGIN, newPage, type PrintedFor, ROWAN, SLATE, topIn, write } from './sheet.ts';

/** What is said of a pass. */
interface PassOnPaper extends PrintedFor {
  readonly records: PlanRecords;
  readonly graph: MapGraph;
  readonly passes: readonly PassForecast[];
  readonly pieces: readonly Piece[];
  readonly at: number;
}

/** Columns of what it is lined up on: where each begins, mm from the margin. */
const COLUMNS = [
  ['', 0],
  ['line up on', 8],
  ['from the left', 88],
  ['from the upper edge', 118],
  ['done', 160],
] as const;
/** Room for the picture, mm. */
const PICTURE = { width: 92, height: 104 };
/** What is stitched is listed in two columns of so many lines. */
const LISTED = 26;

/** One page for each pass: how far to roll, what to line up on, what is stitched and what it takes, with boxes to tick. */
export async function passSheetsFile(
  plan: Plan,
  { records, style, paper }: PrintedFor & { readonly records: PlanRecords },
): Promise<ExportFile> {
  const [pieces, graph] = [piecesOf(plan), plan.get(graphOf, null)];
  const passes = forecastPasses(records, graph, passesOf(plan), pieces);
  if (passes.length === 0)
    throw new Refusal(
      'refused',
      'There is nothing to part into passes yet. Put a design into a patch, or lay rows, on Layout first.',
    );
  const { name } = quiltOf(records);
  const doc = await newPdf(`${name}: passes`);
  passes.forEach((_, at) => onePage(doc, { records, graph, passes, pieces, at, style, paper }));
  return { name: safeName(`${name} passes.pdf`), type: 'application/pdf', body: await collected(doc) };
}

function onePage(doc: Pdf, pass: PassOnPaper): void {
  const { records, passes, at } = pass;
  const own = ownPieces(pass);
  newPage(doc, pass.paper);
  doc.fillColor(INK).fontSize(6);
  write(doc, `${quiltOf(records).name}: pass ${at + 1} of ${passes.length}`, MARGIN, MARGIN);
  doc.fontSize(3.6);
  let y = MARGIN + 11;
  for (const line of [...summary(pass), '', ...(isTurnedBefore(passes, at) ? [TURNING] : []), ...CAUTIONS]) {
    write(doc, line, MARGIN, y);
    y += LINE;
  }
  picture(doc, pass, own, y + 2);
  list(doc, pass, own, MARGIN + PICTURE.width + 10, y + 2);
  lineUpTable(doc, pass, y + PICTURE.height + 12);
  doc.restore();
}

const TURNING = `${BEFORE_TURNING} Baste the new upper edge straight.`;

const CAUTIONS = [
  'Needle up and head to the side before clamps come off. Two people for long poles; fingers clear of ratchets.',
  'Tension first, side clamps last of all; touch only then. Let go of the rails before each touch.',
] as const;

const ownPieces = ({ passes, pieces, at }: PassOnPaper): readonly Piece[] =>
  passes[at]!.pieces.flatMap((id) => pieces.find((piece) => piece.id === id) ?? []);

function summary(pass: PassOnPaper): string[] {
  const { totals, bobbinChanges } = pass.passes[pass.at]!;
  const roll = rollWords(pass);
  const bobbins = bobbinChanges.length === 0 ? '' : `, ${counted(bobbinChanges.length, 'bobbin change')}`;
  return [
    roll,
    `${formatDuration(totals.seconds)}, ${trimmed(totals.thread / 1000, 1)} m of thread from the top and as much from the bobbin, ${counted(totals.stitches, 'stitch')}${bobbins}.`,
  ];
}

/** What is done with the quilt before a pass. */
function rollWords({ records, graph, passes, at, style }: PassOnPaper): string {
  const [before, pass] = [passes[at - 1], passes[at]!];
  const isTurned = isTurnedBefore(passes, at);
  if (!before && !isTurned) return 'Load the quilt; nothing is rolled up.';
  const from = Math.max(0, pass.from);
  const seam = seamAt(records, graph, pass.from, pass);
  const until = seam
    ? `, until the lower edge of ${seam.name} lies ${formatLength(seam.before, style)} before the roll`
    : '';
  if (!isTurned) return `Roll ${formatLength(from - Math.max(0, before?.from ?? 0), style)} on${until}.`;
  const { way, edge } = TURNED_TO[loadingWhen(quiltOf(records).loading, pass)];
  return `Turn the quilt ${way} and load it, its ${edge} on the take-up pole${from > 0 ? `; roll ${formatLength(from, style)} on${until}` : until}.`;
}

/** The whole top with this pass's lines on it, its band framed, its landmarks numbered. */
function picture(doc: Pdf, { records, passes, at }: PassOnPaper, own: readonly Piece[], y: number): void {
  const pass = passes[at]!;
  const { from, to, touches } = pass;
  const top = topIn(records, { x: MARGIN, y, ...PICTURE }, pass);
  const {
    lie,
    size: { width, length },
  } = top;
  const lines = own.flatMap((piece) => piece.needle);
  drawTop(doc, records, top, lines, (_, scale) => {
    const [upper, lower] = [Math.max(0, from), Math.min(length, to)];
    doc.rect(0, upper, width, lower - upper);
    doc
      .lineWidth(0.7 / scale)
      .strokeColor('#E3A500')
      .stroke();
    touches.forEach(({ cloth }, i) => {
      const p = applyToPoint(lie, cloth);
      doc.circle(p.x, p.y, 2 / scale);
      doc.lineWidth(0.4 / scale).fillAndStroke('#FFFFFF', ROWAN);
      doc.fillColor(INK).fontSize(3 / scale);
      write(doc, String(i + 1), p.x - 0.85 / scale, p.y - 1.1 / scale);
    });
  });
  doc.fillColor(INK).fontSize(3.6);
}

/** What is stitched, in order, each with a box to tick. */
function list(doc: Pdf, { passes, at }: PassOnPaper, own: readonly Piece[], x: number, y: number): void {
  const { bobbinChanges } = passes[at]!;
  const shown = own.length > LISTED ? own.slice(0, LISTED - 1) : own;
  shown.forEach((piece, i) => {
    const change = bobbinChanges.find((one) => one.piece === i);
    box(doc, x, y + i * LINE);
    const bobbin = change ? ` · full bobbin ${change.inside ? 'inside' : 'first'}` : '';
    write(doc, `${piece.name}, ${formatDuration(piece.totals.seconds)}${bobbin}`, x + 6, y + i * LINE);
  });
  if (own.length > shown.length)
    write(doc, `and ${own.length - shown.length} more, to ${own.at(-1)!.name}`, x + 6, y + shown.length * LINE);
}

function lineUpTable(doc: Pdf, { records, passes, at, style }: PassOnPaper, top: number): void {
  const quilt = quiltOf(records);
  const { lineUpRules } = quilt;
  const { touches, joins, elsewhere, turned } = passes[at]!;
  const lie = lieWhen(quilt, { turned });
  doc.fillColor(SLATE).fontSize(3.2);
  for (const [name, x] of COLUMNS) write(doc, name, MARGIN + x, top);
  doc.fillColor(INK).fontSize(3.6);
  touches.forEach((place, i) => {
    const p = applyToPoint(lie, place.cloth);
    const y = top + (i + 1) * LINE + 1;
    [String(i + 1), place.name, formatLength(p.x, style), formatLength(p.y, style)].forEach((text, column) => {
      write(doc, text, MARGIN + COLUMNS[column]![1], y);
    });
    box(doc, MARGIN + COLUMNS.at(-1)![1], y);
  });
  const y = top + (touches.length + 2) * LINE;
  const wanted = [
    doubtWords('Where lines meet what is stitched', joins, lineUpRules.joins, style),
    doubtWords('Elsewhere', elsewhere, lineUpRules.elsewhere, style),
  ];
  wanted.flat().forEach((line, i) => {
    write(doc, line, MARGIN, y + i * LINE);
  });
}

const doubtWords = (where: string, at: DoubtAt | null, wanted: number, style: LengthStyle): string[] =>
  at
    ? [
        `${where}: ±${formatDoubt(at.doubt, style)} at the ${at.name} after these; wanted ±${formatDoubt(wanted, style)}.`,
      ]
    : [];

function box(doc: Pdf, x: number, y: number): void {
  doc
    .rect(x, y - 0.3, 3.2, 3.2)
    .lineWidth(0.25)
    .strokeColor(INK)
    .stroke();
}
