import type { ExportFormat } from '@gorse/contract';
import {
  type ExportPlacement,
  type ExportSheet,
  linesOnCloth,
  outlineOf,
  type Piece,
  piecesOf,
  quiltOf,
  recordId,
  stitchLength,
  writeDxf,
  writeGcode,
  writeSvg,
} from '@gorse/core';
import { plannedQuilt } from '../actions/planned.ts';
import { found, Refusal } from '../actions/refusal.ts';
import type { Database } from '../store/database.ts';
import { findPlan } from '../store/quilt-store.ts';

export interface ExportFile {
  readonly name: string;
  readonly type: string;
  readonly body: string | Buffer;
}

/** A file name that every system takes. */
export const safeName = (name: string): string => name.replace(/[^\w .()-]/g, '_');

const KINDS: Readonly<Record<ExportFormat, { readonly ending: string; readonly type: string }>> = {
  svg: { ending: 'svg', type: 'image/svg+xml' },
  dxf: { ending: 'dxf', type: 'image/vnd.dxf' },
  gcode: { ending: 'gcode', type: 'text/x-gcode' },
};

/** One piece or one record's pieces (`of`), or everything that is stitched on a quilt, on a sheet of the quilt's size. */
export async function exportQuilt(
  database: Database,
  quiltId: string,
  format: ExportFormat,
  of: string | undefined,
): Promise<ExportFile> {
  const { records } = found(await findPlan(database.read, quiltId), 'quilt');
  const quilt = quiltOf(records);
  const { plan, designs } = await plannedQuilt(database, quiltId, records);
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
  const sheet: ExportSheet = {
    title: quilt.name,
    width: quilt.map.size.width,
    height: quilt.map.size.length,
    patches: Object.values(records.regions)
      .filter(({ id }) => whole || used.has(id))
      .map(({ name, shape }) => ({ name, ring: outlineOf(shape) })),
    placements: chosen.map(({ name, designId, laid, needle, rule }): ExportPlacement => ({
      name: `${name} ${found(designs.get(designId), 'design').name}`,
      strokes: linesOnCloth(laid),
      needlePoints: needle,
      feed: stitchLength(rule.stitchesPerInch) * quilt.machine.motion.stitchesPerMinute,
    })),
  };
  const body = format === 'svg' ? writeSvg(sheet) : format === 'dxf' ? writeDxf(sheet) : writeGcode(sheet);
  const patch = first.regionId === null ? undefined : records.regions[first.regionId];
  const place = whole ? '' : ` ${of === first.id ? first.name : (patch?.name ?? first.name)}`;
  return {
    name: safeName(`${quilt.name}${place}.${KINDS[format].ending}`),
    type: KINDS[format].type,
    body,
  };
}
