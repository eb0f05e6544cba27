import type { DesignAnswer, DesignExportQuery, DesignFormat } from '@gorse/contract';
import {
  designSheet,
  GENERIC_MOTION,
  stitchLength,
  USUAL_SPI,
  writeCsv,
  writeDxf,
  writeGcode,
  writeGorseDocument,
  writeHpgl,
  writeSvg,
} from '@gorse/core';
import { designPdf } from './design-pdf.ts';
import { type ExportFile, safeName } from './export-sheet.ts';

const KINDS: Readonly<Record<DesignFormat, { readonly ending: string; readonly type: string }>> = {
  svg: { ending: 'svg', type: 'image/svg+xml' },
  dxf: { ending: 'dxf', type: 'image/vnd.dxf' },
  gcode: { ending: 'gcode', type: 'text/x-gcode' },
  hpgl: { ending: 'hpgl', type: 'application/vnd.hp-hpgl' },
  csv: { ending: 'csv', type: 'text/csv' },
  json: { ending: 'gorse.json', type: 'application/json' },
  pdf: { ending: 'pdf', type: 'application/pdf' },
};

export interface DesignToExport extends Pick<DesignAnswer, 'name' | 'facts' | 'kind' | 'tags'> {
  readonly format: DesignFormat;
  readonly paper: DesignExportQuery['paper'] | undefined;
  readonly strokes: readonly Float64Array[];
}

/** A design by itself, at its own size. */
export async function designFile({
  format,
  paper,
  name,
  facts,
  kind,
  tags,
  strokes,
}: DesignToExport): Promise<ExportFile> {
  const sheet = designSheet(name, strokes, stitchLength(USUAL_SPI) * GENERIC_MOTION.stitchesPerMinute);
  const write = (): string => {
    switch (format) {
      case 'svg':
        return writeSvg(sheet);
      case 'dxf':
        return writeDxf(sheet);
      case 'gcode':
        return writeGcode(sheet);
      case 'hpgl':
        return writeHpgl(sheet);
      case 'csv':
        return writeCsv(sheet);
      default:
        return writeGorseDocument({ name, kind, tags }, strokes);
    }
  };
  const body = format === 'pdf' ? await designPdf(name, strokes, facts, paper ?? 'one') : write();
  return { name: safeName(`${name}.${KINDS[format].ending}`), type: KINDS[format].type, body };
}
