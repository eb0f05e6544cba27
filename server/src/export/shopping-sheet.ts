import {
  backingSize,
  type BackingWay,
  backingWays,
  bindingSums,
  counted,
  formatLength,
  type LengthStyle,
  loadedSize,
  type PlanRecords,
  quiltOf,
  trimmed,
} from '@gorse/core';
import { type ExportFile, safeName } from './export-sheet.ts';
import { collected, newPdf, type Pdf } from './pdf.ts';
import { drawTop, INK, LINE, MARGIN, newPage, type PrintedFor, ROWAN, topIn, write } from './sheet.ts';

export interface Shopping extends PrintedFor {
  /** Width of the cloth that backing and binding are cut from, mm. */
  readonly cloth: number;
}

/** Where the picture begins and how large it may be, mm. */
const PICTURE = { y: 92, width: 150, height: 130 };

/** One page: what to buy for a quilt, with the backing's pieces drawn under the top. */
export async function shoppingSheetFile(
  _: unknown,
  { records, style, paper, cloth }: Shopping & { readonly records: PlanRecords },
): Promise<ExportFile> {
  const { name, loading, map } = quiltOf(records);
  const top = loadedSize(loading, map.size);
  const [way] = backingWays(top, cloth);
  const doc = await newPdf(`${name}: shopping`);
  newPage(doc, paper);
  doc.fillColor(INK).fontSize(6);
  write(doc, `${name}: backing, batting, binding`, MARGIN, MARGIN);
  doc.fontSize(3.6);
  shoppingLines(records, way!, cloth, style).forEach((line, i) => write(doc, line, MARGIN, MARGIN + 11 + i * LINE));
  drawBacking(doc, records, way!);
  doc.restore();
  return { name: safeName(`${name} shopping.pdf`), type: 'application/pdf', body: await collected(doc) };
}

const SEAMS: Readonly<Record<BackingWay['seams'], string>> = {
  none: 'without a seam',
  along: 'their seams along the poles',
  across: 'their seams across the poles',
};

function shoppingLines(records: PlanRecords, way: BackingWay, cloth: number, style: LengthStyle): string[] {
  const { loading, map } = quiltOf(records);
  const backing = backingSize(loadedSize(loading, map.size));
  const binding = bindingSums(map.size, cloth);
  const long = (mm: number): string => formatLength(mm, style);
  return [
    `The top: ${long(map.size.width)} × ${long(map.size.length)}, loaded ${loading}. Cloth: ${long(cloth)} wide.`,
    '',
    `Backing, as loaded: ${long(backing.width)} along the poles × ${long(backing.length)}.`,
    `Cut ${counted(way.pieces, 'piece')} of ${long(way.pieceLength)}, ${SEAMS[way.seams]}: ${long(way.cloth)} of cloth.`,
    `${trimmed(100 * way.waste, 0)} % is left over.`,
    '',
    `Batting: ${long(backing.width)} × ${long(backing.length)}.`,
    '',
    `Binding: ${long(binding.length)} all round, with corners and ends.`,
    `Cut ${counted(binding.strips, 'strip')} ${long(binding.stripWidth)} wide across the cloth: ${long(binding.cloth)} of cloth.`,
  ];
}

/** The top as it is loaded, and the seams of its backing. */
function drawBacking(doc: Pdf, records: PlanRecords, { seams, pieces }: BackingWay): void {
  const { loading, map } = quiltOf(records);
  const { width, length } = loadedSize(loading, map.size);
  const place = topIn(records, MARGIN, MARGIN + PICTURE.y, PICTURE.width, PICTURE.height);
  drawTop(doc, records, place, [], (pdf, scale) => {
    for (let i = 1; i < pieces; i++) {
      const part = i / pieces;
      if (seams === 'along') pdf.moveTo(0, part * length).lineTo(width, part * length);
      else pdf.moveTo(part * width, 0).lineTo(part * width, length);
    }
    pdf.lineWidth(0.9 / scale).strokeColor(ROWAN);
    pdf
      .dash(3 / scale, { space: 2 / scale })
      .stroke()
      .undash();
  });
}
