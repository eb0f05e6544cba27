import type { ExportFormat } from '@gorse/contract';
import {
  type ExportPlacement,
  type ExportSheet,
  gridSize,
  type PlanRecords,
  quiltOf,
  resolvePlacement,
  resolveRows,
  rowsName,
  stitchLength,
  type StitchRule,
  writeDxf,
  writeGcode,
  writeSvg,
} from '@gorse/core';
import { designsOf } from '../actions/designs.ts';
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

/** One placement, or all of a quilt's, those that rows generate included, on a sheet of the quilt's size. */
export async function exportQuilt(
  database: Database,
  quiltId: string,
  format: ExportFormat,
  placementId: string | undefined,
): Promise<ExportFile> {
  const { records } = found(await findPlan(database.read, quiltId), 'quilt');
  const quilt = quiltOf(records);
  const all = await plannedLines(database, records);
  const chosen = all.filter((one) => placementId === undefined || one.id === placementId);
  if (chosen.length === 0) {
    throw new Refusal(
      placementId === undefined ? 'refused' : 'notFound',
      'There is nothing to export yet. Put a design into a patch, or lay rows, on Layout first.',
    );
  }
  const size = gridSize(quilt.grid);
  const used = new Set(chosen.map((one) => one.regionId));
  const sheet: ExportSheet = {
    title: quilt.name,
    width: size.width,
    height: size.length,
    patches: Object.values(records.regions).filter((region) => placementId === undefined || used.has(region.id)),
    placements: chosen,
  };
  const feed = stitchLength(chosen[0]!.stitch.stitchesPerInch) * quilt.machine.motion.stitchesPerMinute;
  const body = format === 'svg' ? writeSvg(sheet) : format === 'dxf' ? writeDxf(sheet) : writeGcode(sheet, feed);
  const one = placementId === undefined ? '' : ` ${chosen[0]!.place}`;
  return {
    name: safeName(`${quilt.name}${one}.${KINDS[format].ending}`),
    type: KINDS[format].type,
    body,
  };
}

interface PlannedLines extends ExportPlacement {
  readonly id: string;
  /** What it is called on the quilt. */
  readonly place: string;
  readonly regionId: string | null;
  readonly stitch: StitchRule;
}

/** Everything planned, on the cloth. */
async function plannedLines(database: Database, records: PlanRecords): Promise<PlannedLines[]> {
  const designs = await designsOf(database, records);
  const out: PlannedLines[] = [];
  for (const { id, recipeId, regionId } of Object.values(records.placements)) {
    const recipe = found(records.recipes[recipeId], 'recipe');
    const region = found(records.regions[regionId], 'patch');
    const { name, strokes } = found(designs.get(recipe.designId), 'design');
    const resolved = resolvePlacement(strokes, recipe, region.ring);
    if (!resolved) continue;
    out.push({
      id,
      place: region.name,
      regionId,
      name: `${region.name} ${name}`,
      strokes: resolved.fitted.strokes,
      needlePoints: resolved.runs,
      stitch: recipe.stitch,
    });
  }
  for (const set of Object.values(records.rowSets)) {
    const { name, strokes } = found(designs.get(set.designId), 'design');
    const resolved = resolveRows(strokes, set, records);
    for (const run of resolved?.runs ?? []) {
      const place = rowsName(run.rows);
      out.push({
        id: run.id,
        place,
        regionId: null,
        name: `${place} ${name}`,
        strokes: resolved!.rows.filter((row) => run.rows.includes(row.row)).flatMap((row) => row.strokes),
        needlePoints: run.runs,
        stitch: set.stitch,
      });
    }
  }
  return out;
}
