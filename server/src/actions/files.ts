import type { DesignExportQuery, ExportFormat, SheetQuery, ShoppingQuery } from '@gorse/contract';
import { usualPaper } from '@gorse/core';
import type { ExportFile } from '../export/export-sheet.ts';
import type { PrintedFor } from '../export/sheet.ts';
import { found } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { findDesign } from '../store/design-store.ts';
import { findPlan } from '../store/quilt-store.ts';
import type { QuiltToPlan } from '../work/planned.ts';
import type { WorkDesk } from '../work/work-desk.ts';
import { designsOf, loadDesign } from './designs.ts';

/** What a quilt's plan is worked out of. */
export async function quiltToPlan(database: Database, quiltId: string): Promise<QuiltToPlan> {
  const { records } = found(await findPlan(database.read, quiltId), 'quilt');
  return { quiltId, records, designs: await designsOf(database, records) };
}

export async function exportQuilt(
  database: Database,
  planning: WorkDesk,
  quiltId: string,
  format: ExportFormat,
  of: string | undefined,
  signal: AbortSignal,
): Promise<ExportFile> {
  return planning.run('quiltFile', { ...(await quiltToPlan(database, quiltId)), format, of }, signal);
}

/** In inches, to a sixteenth, unless asked otherwise. */
export const printedFor = ({ units = 'in16', paper }: SheetQuery): PrintedFor => ({
  style: units,
  paper: paper ?? usualPaper(units),
});

/** A quilt's rows, or its passes, on paper. */
export async function printQuilt(
  database: Database,
  planning: WorkDesk,
  sheet: 'rowSheet' | 'passSheets',
  quiltId: string,
  printed: PrintedFor,
  signal: AbortSignal,
): Promise<ExportFile> {
  return planning.run(sheet, { ...(await quiltToPlan(database, quiltId)), ...printed }, signal);
}

/** What to buy for a quilt, on paper. */
export async function printShopping(
  database: Database,
  planning: WorkDesk,
  quiltId: string,
  query: ShoppingQuery,
  signal: AbortSignal,
): Promise<ExportFile> {
  const { records } = found(await findPlan(database.read, quiltId), 'quilt');
  return planning.run('shoppingSheet', { records, ...printedFor(query), cloth: query.cloth }, signal);
}

export async function exportDesign(
  database: Database,
  planning: WorkDesk,
  id: string,
  { format, paper }: DesignExportQuery,
  signal: AbortSignal,
): Promise<ExportFile> {
  const { name, facts, kind, tags } = found(await findDesign(database.read, id), 'design');
  const { strokes } = await loadDesign(database, id);
  return planning.run('designFile', { format, paper, name, facts, kind, tags, strokes }, signal);
}
