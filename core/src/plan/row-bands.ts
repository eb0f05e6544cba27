import type { Loading } from '../cloth/loading.ts';
import { designLines } from './design-lines.ts';
import type { Plan } from './evaluate.ts';
import type { PieceBand } from './piece-band.ts';
import { rowBands, type RowsOnBed, rowsOnBed } from './resolve-rows.ts';
import { rowBed } from './row-bed.ts';

/** A row set, and the way that the quilt is loaded. */
type SetLoaded = { readonly set: string; readonly loading: Loading };

/** The rows of a set where they lie; null when they can't be laid, undefined when there is no set or no design. */
export function laidRows(plan: Plan, { set: id, loading }: SetLoaded): RowsOnBed | null | undefined {
  const set = plan.records.rowSets[id];
  const design = set && plan.get(designLines, set.designId);
  return set && design && rowsOnBed(design, set, rowBed(plan.records, set.area, loading));
}

/** What each row of a set takes up across the poles, whichever are stitched in one go. */
export function rowSetBands(plan: Plan, id: string, loading: Loading): PieceBand[] {
  const set = plan.records.rowSets[id];
  const laid = plan.get(laidRows, { set: id, loading });
  return set && laid ? rowBands(laid, set) : [];
}
