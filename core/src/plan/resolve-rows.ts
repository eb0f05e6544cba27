import type { Loading } from '../cloth/loading.ts';
import { type Affine, applyToPoint, applyToPolyline, compose, translation } from '../geometry/affine.ts';
import { type ClothPoint, distance } from '../geometry/point.ts';
import { boundsOf, concatenate, lengthOf, pointOf, type Polyline, reversed } from '../geometry/polyline.ts';
import type { FrameProfile } from '../passes/frame-profile.ts';
import type { Machine } from '../passes/machine.ts';
import { type LaidRow, layRows, type RowBed, rowKinds, type RowShape } from '../rows/lay-rows.ts';
import { type BobbinChange, bobbinChanges } from '../stitch/bobbins.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import { passesOf, passOf, type RunBand } from './quilt-passes.ts';
import type { RowSetRecord } from './records.ts';
import { type PlacedBed, rowBed } from './row-bed.ts';
import { NO_TOTALS, type Stitched, stitchLines, sumTotals, type Totals } from './stitch-lines.ts';

/** One row worked out. Lengths as they will measure on the finished quilt, from the upper edge of the area. */
export interface ResolvedRow extends Omit<LaidRow, 'shape'> {
  /** Null when nothing of it is left to stitch: it lies beyond a hard stop, or over patches that are left out. */
  readonly pass: number | null;
  readonly totals: Totals;
  /** The row's own line in cloth space, in sewing order. */
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
}

/** What is stitched in one go: a row, or the joined rows of a pass. It is the placement that the row set generates. */
export interface RowRun {
  /** Of the placement. */
  readonly id: string;
  /** Rows in it, as their numbers from 0. */
  readonly rows: readonly number[];
  /** Needle points with tie-offs, in cloth space; one a stroke. */
  readonly runs: readonly Float64Array<ArrayBuffer>[];
  readonly sharp: readonly ClothPoint[];
  readonly totals: Totals;
}

export interface ResolvedRows {
  readonly placed: PlacedBed;
  readonly rows: readonly ResolvedRow[];
  readonly runs: readonly RowRun[];
  /** Below the last row's box to the area's lower edge. */
  readonly bottom: number;
  /** Height of a whole row, and how far each repeat advances. */
  readonly height: number;
  readonly period: number;
  /** How far rows reach over the area's side edges at the most: the overhang, and what swings out beyond it. */
  readonly hang: number;
  readonly passes: number;
  /** Each row across the poles of the loaded cloth, as the passes are planned by. */
  readonly bands: readonly RunBand[];
  readonly totals: Totals;
  readonly bobbinChanges: readonly BobbinChange[];
}

/** The placement that row `row` (from 0) begins. */
export const rowPlacementId = (rowSetId: string, row: number): string => `${rowSetId}-row-${row + 1}`;

/** What rows (numbers from 0) are called: `row 3`, `rows 3 to 6`. */
export const rowsName = (rows: readonly number[]): string =>
  rows.length === 1 ? `row ${rows[0]! + 1}` : `rows ${rows[0]! + 1} to ${rows.at(-1)! + 1}`;

/** Works out all rows of a set. Null when the design doesn't advance. `loading` stands for the quilt's own. */
export function resolveRows(
  strokes: readonly Polyline[],
  set: RowSetRecord,
  records: PlanRecords,
  machine: Machine = quiltOf(records).machine,
  loading?: Loading,
): ResolvedRows | null {
  const placed = rowBed(records, set.area, loading);
  const kinds = rowKinds(strokes, set, set.numbers.scale);
  if (!kinds) return null;
  const laid = layRows(kinds, set, placed.bed);
  const bands = rowBands(
    laid.filter((row) => row.shape.strokes.length > 0),
    set,
    placed,
  );
  const passes = rowPasses(bands, records, machine.frame, loading);
  const turned = once((shape: RowShape) => [...shape.strokes].reverse().map(reversed));
  const sewn = laid.map((row, i): SewnRow => {
    const back = set.sewing.backAndForth && i % 2 === 1;
    return {
      row,
      pass: passes.get(rowPlacementId(set.id, row.row)) ?? null,
      strokes: back ? turned(row.shape) : row.shape.strokes,
    };
  });
  // Rows that look alike are stitched alike.
  const stitch = once((lines: Lines) => stitchLines(lines, set.stitch, machine.motion));
  const runs = groups(sewn, set, placed.bed).map((group) => sewGroup(group, set, placed.toCloth, stitch));
  const rows = runs.flatMap((run) => run.rows);
  const last = laid.at(-1);
  return {
    placed,
    rows,
    runs: runs.map((run) => run.run).filter(({ runs }) => runs.length > 0),
    bottom: last ? placed.bed.length - last.top - last.height : placed.bed.length,
    height: kinds.height,
    period: kinds.first.period,
    hang: Math.max(0, ...[...new Set(laid.map((row) => row.shape))].map((shape) => hangOf(shape, placed.bed))),
    passes: new Set(passes.values()).size,
    bands,
    totals: runs.map(({ run }) => run.totals).reduce(sumTotals, { ...NO_TOTALS, cuts: Math.max(0, runs.length - 1) }),
    bobbinChanges: bobbinChanges(
      rows.map((row) => row.totals.thread),
      machine.bobbin,
    ),
  };
}

const rowBands = (laid: readonly LaidRow[], set: RowSetRecord, { top, loose }: PlacedBed): RunBand[] =>
  laid.map((row) => ({
    id: rowPlacementId(set.id, row.row),
    top: (top + row.top) * loose,
    bottom: (top + row.top + row.height) * loose,
  }));

/** The pass of each row, from 0, among all that is on the quilt; one deeper than any reach counts as a pass of its own. */
function rowPasses(
  bands: readonly RunBand[],
  records: PlanRecords,
  frame: FrameProfile,
  loading: Loading | undefined,
): ReadonlyMap<string, number> {
  const found = passesOf(records, bands, loading === undefined ? { frame } : { frame, loading });
  let beyond = found.passes.length;
  return new Map(
    bands.map(({ id }) => {
      const pass = passOf(found, id);
      return [id, pass < 0 ? beyond++ : pass];
    }),
  );
}

function hangOf({ strokes }: RowShape, bed: RowBed): number {
  const box = boundsOf(strokes);
  return box ? Math.max(-box.minX, box.maxX - bed.width) : 0;
}

type Lines = readonly Float64Array<ArrayBuffer>[];

interface SewnRow {
  readonly row: LaidRow;
  readonly pass: number | null;
  /** In the order and direction they are stitched, from the top of its box. */
  readonly strokes: Lines;
}

/** Works a thing out once for each object. */
function once<K extends object, V>(make: (key: K) => V): (key: K) => V {
  const known = new Map<K, V>();
  return (key) => {
    const made = known.get(key) ?? make(key);
    known.set(key, made);
    return made;
  };
}

/** Rows that are stitched in one go: each by itself, or those of a pass that can be joined along the edge. */
function groups(rows: readonly SewnRow[], set: RowSetRecord, bed: RowBed): SewnRow[][] {
  const out: SewnRow[][] = [];
  for (const row of rows) {
    const group = out.at(-1);
    const above = group?.at(-1);
    if (group && above && set.sewing.joined && above.pass === row.pass && meet(above, row, bed)) group.push(row);
    else out.push([row]);
  }
  return out;
}

/** The end of one row and the start of the next lie off the same side of the cloth. */
function meet(above: SewnRow, below: SewnRow, bed: RowBed): boolean {
  const end = above.strokes.at(-1);
  const start = below.strokes[0];
  if (!end || !start) return false;
  const [a, b] = [pointOf(end, -1).x, pointOf(start, 0).x];
  const slack = 1e-6;
  return (a >= bed.width - slack && b >= bed.width - slack) || (a <= slack && b <= slack);
}

function sewGroup(
  group: readonly SewnRow[],
  set: RowSetRecord,
  toCloth: Affine,
  stitch: (lines: Lines) => Stitched,
): { readonly run: RowRun; readonly rows: readonly ResolvedRow[] } {
  const first = group[0]!;
  const alone = group.length === 1;
  const map = alone ? compose(translation(0, first.row.top), toCloth) : toCloth;
  const stitched = stitch(alone ? first.strokes : joined(group));
  const lengths = group.map(({ strokes }) => strokes.reduce((sum, line) => sum + lengthOf(line), 0));
  const whole = lengths.reduce((a, b) => a + b, 0);
  return {
    run: {
      id: rowPlacementId(set.id, first.row.row),
      rows: group.map(({ row }) => row.row),
      runs: stitched.runs.map((run) => applyToPolyline(map, run)),
      sharp: stitched.sharp.map((p) => applyToPoint(map, p)),
      totals: stitched.totals,
    },
    rows: group.map((one, i): ResolvedRow => {
      const { shape, ...row } = one.row;
      const part = whole === 0 ? 0 : lengths[i]! / whole;
      const own = compose(translation(0, row.top), toCloth);
      return {
        ...row,
        pass: one.pass,
        totals: alone ? stitched.totals : shareOf(stitched.totals, part, one.strokes.length - 1),
        strokes: one.strokes.map((line) => applyToPolyline(own, line)),
      };
    }),
  };
}

/** A row's part of what joined rows take, by its length: rows of a set are alike. */
const shareOf = (totals: Totals, part: number, cuts: number): Totals => ({
  length: totals.length * part,
  stitches: Math.round(totals.stitches * part),
  cuts: Math.max(0, cuts),
  seconds: totals.seconds * part,
  thread: totals.thread * part,
});

/** Rows run into each other by a straight line along the edge; in the space of the bed. */
function joined(group: readonly SewnRow[]): Float64Array<ArrayBuffer>[] {
  const out: Float64Array<ArrayBuffer>[] = [];
  for (const one of group) {
    const strokes = one.strokes.map((line) => applyToPolyline(translation(0, one.row.top), line));
    const above = out.at(-1);
    const first = strokes[0];
    if (above && first) {
      const [end, start] = [pointOf(above, -1), pointOf(first, 0)];
      const across = distance(end, start) === 0 ? [] : [Float64Array.of(end.x, end.y, start.x, start.y)];
      out.splice(-1, 1, concatenate([above, ...across, first]));
      out.push(...strokes.slice(1));
    } else out.push(...strokes);
  }
  return out;
}
