import {
  applyToPolyline,
  type AskedRows,
  exceptionOf,
  layRows,
  linesOf,
  type Loading,
  mostEvenShift,
  type Plan,
  type Polyline,
  pulledNumbers,
  quiltOf,
  type ResolvedRows,
  rowBed,
  type RowChoice,
  rowChoices,
  rowKinds,
  type RowNumber,
  type RowNumbers,
  type RowSetRecord,
  type Size,
  tightestShift,
  type Totals,
  usualClearance,
} from '@gorse/core';
import { repeatsOf } from './shown.ts';
import { simpleFor, type TopPicture, topPicture } from './top-picture.ts';

/** One of the ranked answers, with a picture of it. */
export interface ShownChoice extends Omit<RowChoice, 'resolved'> {
  readonly totals: Totals;
  readonly height: number;
  readonly bottom: number;
  readonly boxGap: number | null;
  readonly repeats: number;
  /** Another row below the whole ones. */
  readonly extra: 'cut' | 'squeezed' | null;
  /** How far rows hang over the side edges at the most, mm. */
  readonly hang: number;
  readonly passes: number;
  readonly bobbins: number;
  readonly picture: TopPicture;
}

/** The part of the planning worker that is about rows before an edit is made. */
export const rowPlanner = (planNow: () => Plan) => ({
  /** The ranked answers for rows in place of those that are there; `loading` stands for the quilt's own. */
  choices(asked: AskedRows, loading?: Loading): readonly ShownChoice[] {
    const plan = planNow();
    return plan.get(shownChoices, { asked, loading: loading ?? quiltOf(plan.records).loading });
  },

  /** What all numbers become when one is pulled; null when they can't. */
  pull: (set: RowSetRecord, pulled: RowNumber, value: number): RowNumbers | null =>
    pulledNumbers(planNow(), set, pulled, value),

  /** The clearance to begin with, mm; null when the design doesn't advance. */
  usualClearance(set: RowSetRecord): number | null {
    const design = planNow().strokesOf(set.designId);
    const kinds = design && rowKinds(design, set, 1);
    return kinds ? usualClearance(kinds) : null;
  },

  /** The shift of alternate rows that nests tightest or looks most even. */
  bestShift(set: RowSetRecord, by: 'tight' | 'even'): number | null {
    const design = planNow().strokesOf(set.designId);
    const kinds = design && rowKinds(design, { ...set, alternate: { look: 'same', shift: 0 } }, set.numbers.scale);
    if (!kinds) return null;
    const find = by === 'tight' ? tightestShift : mostEvenShift;
    return find(kinds.first, set.alternate.look, set.numbers.clearance);
  },

  /** Clearances above and below a row as it would be when moved so; null where there is no neighbour. */
  clearances(
    set: RowSetRecord,
    row: number,
    down: number,
    along: number,
  ): { readonly above: number | null; readonly below: number | null } {
    const plan = planNow();
    const design = plan.strokesOf(set.designId);
    const kinds = design && rowKinds(design, set, set.numbers.scale);
    if (!kinds) return { above: null, below: null };
    const moved = { ...exceptionOf(set, row), down, along };
    const exceptions = [...set.exceptions.filter((one) => one.row !== row), moved];
    const laid = layRows(kinds, { ...set, exceptions }, rowBed(plan.records, set.area).bed);
    const at = laid.findIndex((one) => one.row === row);
    return { above: laid[at]?.clearance ?? null, below: laid[at + 1]?.clearance ?? null };
  },
});

function shownChoices(
  plan: Plan,
  { asked, loading }: { readonly asked: AskedRows; readonly loading: Loading },
): ShownChoice[] {
  const { size } = quiltOf(plan.records).map;
  return rowChoices(plan, asked, loading).map(({ resolved, ...choice }) => ({
    ...choice,
    totals: resolved.totals,
    height: resolved.height,
    bottom: resolved.bottom,
    boxGap: resolved.rows[1]?.boxGap ?? null,
    repeats: repeatsOf(resolved, asked),
    extra:
      resolved.rows.length > choice.rows && asked.last !== 'whole' ? (asked.last === 'cut' ? 'cut' : 'squeezed') : null,
    hang: resolved.hang,
    passes: resolved.passes,
    bobbins: resolved.bobbinChanges.length + 1,
    picture: pictureOf(resolved, size),
  }));
}

/** Rows that look alike are simplified once. */
function pictureOf(resolved: ResolvedRows, size: Size): TopPicture {
  const simple = new Map<unknown, readonly Polyline[]>();
  const lines = resolved.rows.flatMap(({ laid }) => {
    const few = simple.get(laid.strokes) ?? linesOf(laid.strokes).map((line) => simpleFor(size, line));
    simple.set(laid.strokes, few);
    return few.map((line) => applyToPolyline(laid.toCloth, line));
  });
  return topPicture(size, lines);
}
