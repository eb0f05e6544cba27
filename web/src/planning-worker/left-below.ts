import {
  applyToPoint,
  bedPoint,
  type ClothModel,
  type ClothPoint,
  finishedLength,
  type Plan,
  type Resettled,
  resettleRows,
  RESETTLING,
  type Resettling,
  resolvedRows,
  rowPieceId,
} from '@gorse/core';

/** What is left of the cloth below the last stitched row, as it will measure when finished, and what can be made of it. */
export interface LeftBelow {
  readonly row: number;
  readonly length: number;
  readonly bound: number;
  readonly planned: number;
  readonly answers: readonly (Resettled & { readonly school: Resettling })[];
}

export function leftBelow(plan: Plan, model: ClothModel, finished: ReadonlySet<string>): LeftBelow | null {
  const [set] = Object.values(plan.records.rowSets);
  const resolved = set && plan.get(resolvedRows, set.id);
  if (!resolved) return null;
  const stitched = new Set(
    resolved.groups.filter(({ rows }) => finished.has(rowPieceId(set.id, rows[0]!))).flatMap(({ rows }) => rows),
  );
  const last = resolved.rows.findLast((row) => stitched.has(row.row));
  if (!last) return null;
  const { bed, toCloth } = resolved.placed;
  const place = (y: number): ClothPoint => applyToPoint(toCloth, bedPoint(bed.width / 2, y));
  const from = last.top + last.height;
  const { length, bound } = finishedLength(model, place(from), place(bed.length));
  const answers = RESETTLING.flatMap((school) => {
    const found = resettleRows(set, resolved, stitched, length, school);
    return found ? [{ school, ...found }] : [];
  });
  return answers.length === 0 ? null : { row: last.row, length, bound, planned: bed.length - from, answers };
}
