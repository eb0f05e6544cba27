import { mapBetween, compose, translation } from '../geometry/affine.ts';
import { distance } from '../geometry/point.ts';
import { boundsOf, concatenate, lengthOf, pointOf, type Polyline, reversed } from '../geometry/polyline.ts';
import { type LaidRow, layRows, type RowBed, rowKinds, type RowKinds, type RowShape } from '../rows/lay-rows.ts';
import { type BobbinChange, bobbinChanges } from '../stitch/bobbins.ts';
import type { MaskedLaid, MaskResult } from './mask-laid.ts';
import type { PieceBand } from './piece-band.ts';
import { pieceId, type PieceRef } from './piece-ref.ts';
import type { Laid } from './pipeline.ts';
import { passOf, type QuiltPasses } from './quilt-passes.ts';
import type { QuiltRecord, RowSetRecord } from './records.ts';
import type { PlacedBed } from './row-bed.ts';
import { sewingOf, type Stitched, stitchStrokes, type Totals, totalsInTurn } from './stitch-strokes.ts';
import { moveStrokes, type Stroke, strokesOfDesign } from './stroke.ts';

/** One row worked out. Lengths as they will measure on the finished quilt, from the upper edge of the area. */
export interface ResolvedRow extends Omit<LaidRow, 'shape'> {
  /** Null when nothing of it is left to stitch: it lies beyond a hard stop, or over patches that are left out. */
  readonly pass: number | null;
  readonly totals: Totals;
  /** Its own strokes in sewing order, from the top of its box; rows that look alike share them. */
  readonly laid: Laid;
}

/** What is stitched in one go: a row, or the joined rows of a pass. */
export interface RowGroup extends Laid {
  /** Rows in it, as their numbers from 0. */
  readonly rows: readonly number[];
  /** In the space of its strokes. */
  readonly stitched: Stitched;
  /** How it was cut and joined, where something is kept out. */
  readonly masked: MaskResult | null;
}

export interface ResolvedRows {
  readonly placed: PlacedBed;
  readonly rows: readonly ResolvedRow[];
  readonly groups: readonly RowGroup[];
  /** Below the last row's box to the area's lower edge. */
  readonly bottom: number;
  /** Height of a whole row, and how far each repeat advances. */
  readonly height: number;
  readonly period: number;
  /** How far rows reach over the area's side edges at the most: the overhang, and what swings out beyond it. */
  readonly hang: number;
  readonly passes: number;
  readonly totals: Totals;
  readonly bobbinChanges: readonly BobbinChange[];
}

/** The piece that row `row` (from 0) begins. */
export const rowRef = (rowSetId: string, row: number): PieceRef => ({
  source: 'rowSets',
  record: rowSetId,
  part: row + 1,
});
export const rowPieceId = (rowSetId: string, row: number): string => pieceId(rowRef(rowSetId, row));

/** What rows (numbers from 0) are called: `row 3`, `rows 3 to 6`. */
export const rowsName = (rows: readonly number[]): string =>
  rows.length === 1 ? `row ${rows[0]! + 1}` : `rows ${rows[0]! + 1} to ${rows.at(-1)! + 1}`;

/** Rows where they lie on their bed, before it is known which are stitched in one go. */
export interface RowsOnBed {
  readonly placed: PlacedBed;
  readonly kinds: RowKinds;
  readonly laid: readonly LaidRow[];
}

/** Lays all rows of a set. Null when the design doesn't advance. */
export function rowsOnBed(design: readonly Polyline[], set: RowSetRecord, placed: PlacedBed): RowsOnBed | null {
  const kinds = rowKinds(design, set, set.numbers.scale);
  return kinds && { placed, kinds, laid: layRows(kinds, set, placed.bed) };
}

/** Each row of which something is left, across the poles of the loaded cloth. */
export const rowBands = ({ placed: { top, loose }, laid }: RowsOnBed, set: Pick<RowSetRecord, 'id'>): PieceBand[] =>
  laid
    .filter((row) => row.shape.strokes.length > 0)
    .map((row) => ({
      id: rowPieceId(set.id, row.row),
      top: (top + row.top) * loose,
      bottom: (top + row.top + row.height) * loose,
    }));

/** The pass of each row, from 0, among all that is on the quilt; one deeper than any reach counts as a pass of its own. */
export function rowPasses(bands: readonly PieceBand[], found: QuiltPasses): ReadonlyMap<string, number> {
  let beyond = found.passes.length;
  return new Map(
    bands.map(({ id }) => {
      const pass = passOf(found, id);
      return [id, pass < 0 ? beyond++ : pass];
    }),
  );
}

/**
 * Works all rows of a set out.
 * @param passes the pass of each row that has a band, by its piece's id
 * @param masked what is kept out of all that is laid
 */
export function resolveRows(
  { placed, kinds, laid }: RowsOnBed,
  set: RowSetRecord,
  passes: ReadonlyMap<string, number>,
  quilt: Pick<QuiltRecord, 'machine' | 'batting'>,
  masked: MaskRow = (own) => ({ laid: own, result: null }),
): ResolvedRows {
  const drawn = once((shape: RowShape) => strokesOfDesign(shape.strokes));
  const turned = once((shape: RowShape) => strokesOfDesign([...shape.strokes].reverse().map(reversed)));
  const sewn = laid.map((row, i): SewnRow => {
    const back = set.sewing.backAndForth && i % 2 === 1;
    return { row, pass: passes.get(rowPieceId(set.id, row.row)) ?? null, strokes: (back ? turned : drawn)(row.shape) };
  });
  const sewing = sewingOf(quilt);
  // Rows that look alike are stitched alike.
  const stitch = once((strokes: readonly Stroke[]) => stitchStrokes(strokes, set.stitch, sewing));
  const sewnGroups = groupsOf(sewn, set, placed.bed).map((group) => sewGroup(group, placed.toCloth, stitch, masked));
  const rows = sewnGroups.flatMap((group) => group.rows);
  const groups = sewnGroups.map(({ group }) => group).filter(({ stitched }) => stitched.needle.length > 0);
  const last = laid.at(-1);
  return {
    placed,
    rows,
    groups,
    bottom: last ? placed.bed.length - last.top - last.height : placed.bed.length,
    height: kinds.height,
    period: kinds.first.period,
    hang: Math.max(0, ...[...new Set(laid.map((row) => row.shape))].map((shape) => hangOf(shape, placed.bed))),
    passes: new Set(passes.values()).size,
    totals: totalsInTurn(sewnGroups.map(({ group }) => group.stitched.totals)),
    bobbinChanges: bobbinChanges(
      rows.map((row) => row.totals.thread),
      quilt.machine.bobbin,
    ),
  };
}

function hangOf({ strokes }: RowShape, bed: RowBed): number {
  const box = boundsOf(strokes);
  return box ? Math.max(-box.minX, box.maxX - bed.width) : 0;
}

/** Cuts and joins what is laid, where something is kept out of it. */
type MaskRow = (laid: Laid) => MaskedLaid;

interface SewnRow {
  readonly row: LaidRow;
  readonly pass: number | null;
  /** In the order and direction they are stitched, from the top of its box. */
  readonly strokes: readonly Stroke[];
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
function groupsOf(rows: readonly SewnRow[], set: RowSetRecord, bed: RowBed): SewnRow[][] {
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
  const end = above.strokes.at(-1)?.line;
  const start = below.strokes[0]?.line;
  if (!end || !start) return false;
  const [a, b] = [pointOf(end, -1).x, pointOf(start, 0).x];
  const slack = 1e-6;
  return (a >= bed.width - slack && b >= bed.width - slack) || (a <= slack && b <= slack);
}

function sewGroup(
  group: readonly SewnRow[],
  toCloth: PlacedBed['toCloth'],
  stitch: (strokes: readonly Stroke[]) => Stitched,
  masked: MaskRow,
): { readonly group: RowGroup; readonly rows: readonly ResolvedRow[] } {
  const alone = group.length === 1 ? group[0] : undefined;
  const placeOf = ({ row }: SewnRow): Laid['toCloth'] => mapBetween(compose(translation(0, row.top), toCloth));
  const { laid, result } = masked(
    alone
      ? { strokes: alone.strokes, toCloth: placeOf(alone) }
      : { strokes: joined(group), toCloth: mapBetween(toCloth) },
  );
  const stitched = stitch(laid.strokes);
  const lengths = group.map((one) => one.strokes.reduce((sum, { line }) => sum + lengthOf(line), 0));
  const whole = lengths.reduce((a, b) => a + b, 0);
  return {
    group: { ...laid, rows: group.map(({ row }) => row.row), stitched, masked: result },
    rows: group.map((one, i): ResolvedRow => {
      const { shape, ...row } = one.row;
      const part = whole === 0 ? 0 : lengths[i]! / whole;
      return {
        ...row,
        pass: one.pass,
        totals: alone ? stitched.totals : shareOf(stitched.totals, part, one.strokes.length - 1),
        laid: { strokes: one.strokes, toCloth: placeOf(one) },
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
function joined(group: readonly SewnRow[]): Stroke[] {
  const out: Stroke[] = [];
  for (const one of group) {
    const strokes = moveStrokes(one.strokes, translation(0, one.row.top));
    const above = out.at(-1);
    const [first] = strokes;
    if (above && first) {
      const [end, start] = [pointOf(above.line, -1), pointOf(first.line, 0)];
      const across = distance(end, start) === 0 ? [] : [Float64Array.of(end.x, end.y, start.x, start.y)];
      out.splice(-1, 1, { ...above, line: concatenate([above.line, ...across, first.line]) });
    }
    for (const stroke of above && first ? strokes.slice(1) : strokes) out.push(stroke);
  }
  return out;
}
