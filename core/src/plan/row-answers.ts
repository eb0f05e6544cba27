import type { Loading } from '../cloth/loading.ts';
import { pullNumber, type RankedAnswer, rankedAnswers, rowTask } from '../rows/answers.ts';
import { rowKinds } from '../rows/lay-rows.ts';
import type { RowNumber, RowNumbers } from '../rows/row-set.ts';
import { bandsOf, passesOfBands } from './bands.ts';
import { designLines } from './design-lines.ts';
import type { Plan } from './evaluate.ts';
import { bandsTogether, beforeTurning } from './piece-band.ts';
import { quiltOf } from './plan-document.ts';
import type { RowSetRecord } from './records.ts';
import { type ResolvedRows, resolveRows, rowBands, rowPasses, rowsOnBed } from './resolve-rows.ts';
import { rowBed } from './row-bed.ts';

/** What answers are worked out for: what was taken or changed by hand afterwards doesn't matter. */
export type AskedRows = Omit<RowSetRecord, 'numbers' | 'pins' | 'exceptions'>;

export function askedRows({ numbers, pins, exceptions, ...asked }: RowSetRecord): AskedRows {
  return asked;
}

/** One way to fill the area, all worked out. */
export interface RowChoice extends RankedAnswer {
  readonly numbers: RowNumbers;
  readonly resolved: ResolvedRows;
}

/** The ranked answers for rows that would take the place of those that are there, the quilt being loaded so. Empty when nothing can be laid. */
export function rowChoices(plan: Plan, asked: AskedRows, loading: Loading): RowChoice[] {
  const design = plan.get(designLines, asked.designId);
  const kinds = design && rowKinds(design, asked, 1);
  if (!design || !kinds) return [];
  const placed = rowBed(plan.records, asked.area, loading);
  const quilt = quiltOf(plan.records);
  const others = bandsOf(plan, loading, ({ source }) => source === 'rowSets');
  return rankedAnswers(kinds, placed.bed.length, { ...asked.wish, last: asked.last }).flatMap((answer) => {
    const numbers = { rows: answer.rows, scale: answer.scale, clearance: answer.clearance, margin: answer.margin };
    const set: RowSetRecord = { ...asked, numbers, pins: [], exceptions: [] };
    const laid = rowsOnBed(design, set, placed);
    if (!laid) return [];
    const bands = rowBands(laid, set);
    const passes = rowPasses(bands, passesOfBands(plan, loading, bandsTogether([others, beforeTurning(bands)])));
    return [{ ...answer, numbers, resolved: resolveRows(laid, set, passes, quilt) }];
  });
}

/** What all numbers become when one is pulled; null when the pinned ones don't let it, or nothing can be laid. */
export function pulledNumbers(plan: Plan, set: RowSetRecord, pulled: RowNumber, value: number): RowNumbers | null {
  const design = plan.get(designLines, set.designId);
  const kinds = design && rowKinds(design, set, 1);
  if (!kinds) return null;
  const { bed } = rowBed(plan.records, set.area);
  const rules = { pins: set.pins, last: set.last };
  return pullNumber(rowTask(kinds, bed.length), set.numbers, pulled, value, rules);
}
