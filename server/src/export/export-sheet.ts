import type { ExportFormat } from '@gorse/contract';
import {
  type ExportPlacement,
  type ExportSheet,
  GENERIC_MOTION,
  gridSize,
  quiltOf,
  resolvePlacement,
  stitchLength,
  writeDxf,
  writeGcode,
  writeSvg,
} from '@gorse/core';
import { loadDesign } from '../actions/designs.ts';
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

/** One placement, or all of a quilt's, on a sheet of the quilt's size. */
export async function exportQuilt(
  database: Database,
  quiltId: string,
  format: ExportFormat,
  placementId: string | undefined,
): Promise<ExportFile> {
  const { records } = found(await findPlan(database.read, quiltId), 'quilt');
  const quilt = quiltOf(records);
  const chosen = Object.values(records.placements).filter((p) => placementId === undefined || p.id === placementId);
  if (chosen.length === 0) {
    throw new Refusal(
      placementId === undefined ? 'refused' : 'notFound',
      'There is nothing to export yet. Put a design into a patch on Layout first.',
    );
  }
  const designs = new Map<string, Awaited<ReturnType<typeof loadDesign>>>();
  const placements: ExportPlacement[] = [];
  for (const placement of chosen) {
    const recipe = found(records.recipes[placement.recipeId], 'recipe');
    const region = found(records.regions[placement.regionId], 'patch');
    const design = designs.get(recipe.designId) ?? (await loadDesign(database, recipe.designId));
    designs.set(recipe.designId, design);
    const resolved = resolvePlacement(design.strokes, recipe, region.ring);
    if (resolved)
      placements.push({
        name: `${region.name} ${design.name}`,
        strokes: resolved.fitted.strokes,
        needlePoints: resolved.runs,
      });
  }
  const size = gridSize(quilt.grid);
  const used = new Set(chosen.map((p) => p.regionId));
  const sheet: ExportSheet = {
    title: quilt.name,
    width: size.width,
    height: size.length,
    patches: Object.values(records.regions).filter((region) => placementId === undefined || used.has(region.id)),
    placements,
  };
  const recipe = records.recipes[chosen[0]!.recipeId]!;
  const feed = stitchLength(recipe.stitch.stitchesPerInch) * GENERIC_MOTION.stitchesPerMinute;
  const body = format === 'svg' ? writeSvg(sheet) : format === 'dxf' ? writeDxf(sheet) : writeGcode(sheet, feed);
  const one = placementId === undefined ? '' : ` ${records.regions[chosen[0]!.regionId]!.name}`;
  return {
    name: safeName(`${quilt.name}${one}.${KINDS[format].ending}`),
    type: KINDS[format].type,
    body,
  };
}
