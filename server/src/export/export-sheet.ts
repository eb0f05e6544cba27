import type { ExportFormat } from '@gorse/contract';
import {
  type Design,
  type ExportPlacement,
  linesOnCloth,
  outlineOf,
  type Piece,
  piecesOf,
  type Plan,
  type PlanRecords,
  quiltOf,
  recordId,
  simplify,
  stitchLength,
  takingAllIn,
  THINNED_CHORD,
  writeDxf,
  writeGcode,
  writeSvg,
} from '@gorse/core';
import { found, Refusal } from '../refusal.ts';

export interface ExportFile {
  readonly name: string;
  readonly type: string;
  readonly body: string | Uint8Array;
}

/** A file name that every system takes. */
export const safeName = (name: string): string => name.replace(/[^\w .()-]/g, '_');

const KINDS: Readonly<Record<ExportFormat, { readonly ending: string; readonly type: string }>> = {
  svg: { ending: 'svg', type: 'image/svg+xml' },
  dxf: { ending: 'dxf', type: 'image/vnd.dxf' },
  gcode: { ending: 'gcode', type: 'text/x-gcode' },
};

/** What is to be exported of a quilt: one piece or one record's pieces (`of`), or everything that is stitched. */
interface QuiltExport {
  readonly records: PlanRecords;
  readonly designs: ReadonlyMap<string, Design>;
  readonly format: ExportFormat;
  readonly of: string | undefined;
}

/** On a sheet of the quilt's size. */
export function quiltFile(plan: Plan, { records, designs, format, of }: QuiltExport): ExportFile {
  const quilt = quiltOf(records);
  const whole = of === undefined;
  const isAsked = ({ id, ref, needle }: Piece): boolean =>
    needle.length > 0 && (whole || of === id || of === recordId(ref));
  const chosen = piecesOf(plan).filter(isAsked);
  const [first] = chosen;
  if (!first) {
    throw new Refusal(
      whole ? 'refused' : 'notFound',
      'There is nothing to export yet. Put a design into a patch, or lay rows, on Layout first.',
    );
  }
  const used = new Set(chosen.map(({ regionId }) => regionId));
  const sheet = takingAllIn({
    title: quilt.name,
    width: quilt.map.size.width,
    height: quilt.map.size.length,
    patches: Object.values(records.regions)
      .filter(({ id }) => whole || used.has(id))
      .map(({ name, shape }) => ({ name, ring: outlineOf(shape) })),
    placements: chosen.map(({ name, designId, laid, needle, rule }): ExportPlacement => ({
      name: `${name} ${designId === null ? 'background' : found(designs.get(designId), 'design').name}`,
      strokes: linesOnCloth(laid).map((line) => simplify(line, THINNED_CHORD)),
      needlePoints: needle,
      feed: stitchLength(rule.stitchesPerInch) * quilt.machine.motion.stitchesPerMinute,
    })),
  });
  const body = format === 'svg' ? writeSvg(sheet) : format === 'dxf' ? writeDxf(sheet) : writeGcode(sheet);
  const patch = first.regionId === null ? undefined : records.regions[first.regionId];
  const place = whole ? '' : ` ${of === first.id ? first.name : (patch?.name ?? first.name)}`;
  return {
    name: safeName(`${quilt.name}${place}.${KINDS[format].ending}`),
    type: KINDS[format].type,
    body,
  };
}
