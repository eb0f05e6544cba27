import {
  backingSize,
  backingWays,
  formatLength,
  loadedSize,
  type PlanRecords,
  quiltOf,
  STRAIGHT,
  sumsInWords,
} from '@gorse/core';
import { type ExportFile, safeName } from './export-sheet.ts';
import { collected, newPdf, type Pdf } from './pdf.ts';
import { drawTop, INK, LINE, MARGIN, newPage, type PrintedFor, ROWAN, SLATE, topIn, write } from './sheet.ts';

interface Shopping extends PrintedFor {
  readonly records: PlanRecords;
  /** Width of the cloth that backing and binding are cut from, mm. */
  readonly cloth: number;
}

/** Room for the picture, mm, and from the title to what is said. */
const PICTURE = { width: 150, height: 130 };
const TITLE = 11;

/** One page: what to buy for a quilt, and its top on the pieces of its backing. */
export async function shoppingSheetFile({ records, style, paper, cloth }: Shopping): Promise<ExportFile> {
  const { name, loading, map, binding, machine } = quiltOf(records);
  const long = (mm: number): string => formatLength(mm, style);
  const doc = await newPdf(`${name}: shopping`);
  newPage(doc, paper);
  doc.fillColor(INK).fontSize(6);
  write(doc, `${name}: backing, batting, binding, leaders`, MARGIN, MARGIN);
  doc.fontSize(3.6);
  const lines = [
    `The top: ${long(map.size.width)} × ${long(map.size.length)}, loaded ${loading}. Cloth: ${long(cloth)} wide.`,
    ...sumsInWords(
      {
        ...{ size: map.size, loading, binding, frameWidth: machine.frame.width },
        edge: map.borders.at(-1)?.edge ?? STRAIGHT,
      },
      cloth,
      style,
    ).flatMap(({ what, sentences }) => [
      '',
      ...sentences.map((sentence, i) => (i === 0 ? `${what}: ${sentence}` : sentence)),
    ]),
  ];
  lines.forEach((line, i) => write(doc, line, MARGIN, MARGIN + TITLE + i * LINE));
  drawBacking(doc, records, cloth, MARGIN + TITLE + (lines.length + 1) * LINE);
  doc.restore();
  return { name: safeName(`${name} shopping.pdf`), type: 'application/pdf', body: await collected(doc) };
}

/** The backing as it is loaded, with its seams, and the top on it; from so far down the page on. */
function drawBacking(doc: Pdf, records: PlanRecords, cloth: number, y: number): void {
  const { loading, map } = quiltOf(records);
  const top = loadedSize(loading, map.size);
  const { width, length } = backingSize(top);
  const beyond = (width - top.width) / 2;
  const scale = Math.min(PICTURE.width / width, PICTURE.height / length);
  const place = topIn(records, {
    ...{ x: MARGIN + beyond * scale, y: y + beyond * scale },
    ...{ width: top.width * scale, height: top.length * scale },
  });
  drawTop(doc, records, place, [], (pdf) => {
    pdf.translate(-beyond, -beyond).rect(0, 0, width, length);
    pdf
      .lineWidth(0.4 / scale)
      .strokeColor(SLATE)
      .stroke();
    for (const { from, to } of backingWays(top, cloth)[0]!.lines) pdf.moveTo(from.x, from.y).lineTo(to.x, to.y);
    pdf.lineWidth(0.9 / scale).strokeColor(ROWAN);
    pdf
      .dash(3 / scale, { space: 2 / scale })
      .stroke()
      .undash();
  });
}
