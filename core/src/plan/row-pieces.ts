import { AS_FIRST } from '../cloth/loading.ts';
import { passesOf } from './bands.ts';
import type { Plan } from './evaluate.ts';
import { type Piece, pieceOverTop } from './piece.ts';
import { quiltOf } from './plan-document.ts';
import { type ResolvedRows, resolveRows, rowBands, rowPasses, rowRef, rowsName } from './resolve-rows.ts';
import { laidRows } from './row-bands.ts';

/** A set of rows worked out; null when they can't be laid, undefined when there is no set or no design. */
export function resolvedRows(plan: Plan, id: string): ResolvedRows | null | undefined {
  const set = plan.records.rowSets[id];
  const quilt = quiltOf(plan.records);
  const laid = plan.get(laidRows, { set: id, loading: quilt.loading });
  return set && laid && resolveRows(laid, set, rowPasses(rowBands(laid, set), plan.get(passesOf, null)), quilt);
}

/** A row set is a piece for each row, or for each chain of joined rows. */
export function rowPieces(plan: Plan, id: string): Piece[] {
  const set = plan.records.rowSets[id];
  if (!set) return [];
  return (plan.get(resolvedRows, id)?.groups ?? []).map(({ rows, stitched, ...laid }) =>
    pieceOverTop(
      {
        laid,
        ref: rowRef(id, rows[0]!),
        name: rowsName(rows),
        designId: set.designId,
        rule: set.stitch,
        isRow: true,
        ...AS_FIRST,
      },
      stitched,
    ),
  );
}
