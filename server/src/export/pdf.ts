import { cleaned, type Polyline } from '@gorse/core';

export type Pdf = PDFKit.PDFDocument;

/** Points a millimetre: inside a page everything is drawn in millimetres. */
const PT = 72 / 25.4;

/** A document without a page yet. Printers must not fit its pages to the paper: sizes would be lost. */
export async function newPdf(title: string): Promise<Pdf> {
  // Large, and seldom needed: loaded with the first document.
  const { default: PDFDocument } = await import('pdfkit');
  const info = { Title: cleaned(title), Creator: 'Gorse' };
  // The first version whose pages may have larger units.
  const doc = new PDFDocument({ autoFirstPage: false, pdfVersion: '1.6', info });
  const { _root: catalogue } = doc as unknown as { _root: { data: Record<string, unknown> } };
  catalogue.data.ViewerPreferences = doc.ref({ PrintScaling: 'None' });
  return doc;
}

/** Pages of more of their own units than this are cut off (PDF reference 1.6, appendix C). */
const MOST_UNITS = 14_400;

/** A new page whose own unit is the millimetre; `doc.restore()` ends it. One too large for points has larger units. */
export function page(doc: Pdf, width: number, height: number): void {
  const unit = Math.max(1, Math.ceil((Math.max(width, height) * PT) / MOST_UNITS));
  doc.addPage({ size: [(width * PT) / unit, (height * PT) / unit], margin: 0 });
  if (unit > 1) (doc.page.dictionary as unknown as { data: Record<string, unknown> }).data.UserUnit = unit;
  doc.save().scale(PT / unit);
}

/** Adds strokes to the path. */
export function trace(doc: Pdf, strokes: readonly Polyline[]): void {
  for (const stroke of strokes) {
    doc.moveTo(stroke[0]!, stroke[1]!);
    for (let i = 2; i < stroke.length; i += 2) doc.lineTo(stroke[i]!, stroke[i + 1]!);
  }
}

/** The standard font has Latin letters only. */
export const plain = (text: string): string => text.replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, '_');

export function collected(doc: Pdf): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
    doc.end();
  });
}
