import { AS_FIRST } from '../cloth/loading.ts';
import type { Mask } from '../mask/mask.ts';
import { passesOf } from './bands.ts';
import type { Plan } from './evaluate.ts';
import { maskLaid } from './mask-laid.ts';
import { maskFor } from './masks.ts';
import { plannedSeams, type SeamsFor } from './seam-lines.ts';
import { type Piece, pieceOverTop } from './piece.ts';
import { quiltOf } from './plan-document.ts';
import { type ResolvedRows, resolveRows, rowBands, rowPasses, rowRef, rowsName } from './resolve-rows.ts';
import { laidRows } from './row-bands.ts';

/** A set of rows worked out; null when they can't be laid, undefined when there is no set or no design. */
export const resolvedRows = (plan: Plan, id: string): ResolvedRows | null | undefined =>
  rowsKept(plan, id, maskFor(plan, { source: 'rowSets', record: id }), plannedSeams);

function rowsKept(plan: Plan, id: string, mask: Mask | null, seamsFor: SeamsFor): ResolvedRows | null | undefined {
  const set = plan.records.rowSets[id];
  const quilt = quiltOf(plan.records);
  const laid = plan.get(laidRows, { set: id, loading: quilt.loading });
  return (
    set &&
    laid &&
    resolveRows(laid, set, rowPasses(rowBands(laid, set), plan.get(passesOf, null)), quilt, (rows) =>
      maskLaid(rows, mask, set.mask, { within: null, seams: mask && seamsFor(plan, set.mask) }),
    )
  );
}

/** A row set is a piece for each row, or for each chain of joined rows. */
export const rowPieces = (plan: Plan, id: string): Piece[] => piecesOfRows(plan, id, plan.get(resolvedRows, id));

/** The same by another mask than is planned, and seams that lie otherwise. */
export const rowPiecesKept = (plan: Plan, id: string, mask: Mask | null, seamsFor: SeamsFor): Piece[] =>
  piecesOfRows(plan, id, rowsKept(plan, id, mask, seamsFor));

function piecesOfRows({ records }: Plan, id: string, resolved: ResolvedRows | null | undefined): Piece[] {
  const set = records.rowSets[id];
  if (!set) return [];
  return (resolved?.groups ?? []).map(({ rows, stitched, masked, ...laid }) =>
    pieceOverTop(
      {
        laid,
        masked,
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
