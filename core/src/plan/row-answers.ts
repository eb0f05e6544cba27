import type { Loading } from '../cloth/loading.ts';
import type { Polyline } from '../geometry/polyline.ts';
import type { Machine } from '../passes/machine.ts';
import { pullNumber, type RankedAnswer, rankedAnswers, rowTask } from '../rows/answers.ts';
import { rowKinds } from '../rows/lay-rows.ts';
import type { RowNumber, RowNumbers } from '../rows/row-set.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import type { RowSetRecord } from './records.ts';
import { type ResolvedRows, resolveRows } from './resolve-rows.ts';
import { rowBed } from './row-bed.ts';

/** One way to fill the area, all worked out. */
export interface RowChoice extends RankedAnswer {
  readonly numbers: RowNumbers;
  readonly resolved: ResolvedRows;
}

/** The ranked answers for a set: Empty when nothing can be laid. */
export function rowChoices(
  strokes: readonly Polyline[],
  set: RowSetRecord,
  records: PlanRecords,
  machine: Machine = quiltOf(records).machine,
  loading?: Loading,
): RowChoice[] {
  const placed = rowBed(records, set.area, loading);
  const kinds = rowKinds(strokes, set, 1);
  if (!kinds) return [];
  return rankedAnswers(kinds, placed.bed.length, { ...set.wish, last: set.last }).flatMap((answer) => {
    const numbers = { rows: answer.rows, scale: answer.scale, clearance: answer.clearance, margin: answer.margin };
    const resolved = resolveRows(strokes, { ...set, numbers, exceptions: [] }, records, machine, loading);
    return resolved ? [{ ...answer, numbers, resolved }] : [];
  });
}

/** What all numbers become when one is pulled; null when the pinned ones don't let it, or nothing can be laid. */
export function pulledNumbers(
  strokes: readonly Polyline[],
  set: RowSetRecord,
  records: PlanRecords,
  pulled: RowNumber,
  value: number,
): RowNumbers | null {
  const placed = rowBed(records, set.area);
  const kinds = rowKinds(strokes, set, 1);
  if (!kinds) return null;
  const rules = { pins: set.pins, last: set.last };
  return pullNumber(rowTask(kinds, placed.bed.length), set.numbers, pulled, value, rules);
}
