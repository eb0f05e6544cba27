import {
  applyToPoint,
  boundsOf,
  boxRing,
  type BobbinChange,
  checkDensity,
  checkRows,
  type ClothPoint,
  densityOf,
  type EmptyCircle,
  exceptionOf,
  gridSize,
  type Loading,
  layRows,
  mostEvenShift,
  type PlanProblem,
  type PlanRecords,
  pulledNumbers,
  quiltOf,
  type ResolvedRow,
  type ResolvedRows,
  resolvePlacement,
  resolveRows,
  rowBed,
  rowChoices,
  type RowChoice,
  rowKinds,
  type RowNumber,
  type RowNumbers,
  type RowRun,
  type RunBand,
  type RowSetRecord,
  rowsName,
  simplify,
  tightestShift,
  type Totals,
  usualClearance,
  type WidestGaps,
  widestGaps,
} from '@gorse/core';
import { transfer } from 'comlink';
import { type HeatMap, heatMap } from './heat-map.ts';
import { buffersOf, type Levels, levelsOf } from './levels.ts';
import type { PlanRequest, RowsRequest } from './requests.ts';

/** One row for the screen; lengths as they will measure on the finished quilt. */
export interface PlannedRow extends Omit<ResolvedRow, 'strokes' | 'top'> {
  /** From the quilt's own edge, where the first row is stitched. */
  readonly fromEdge: number;
  /** Its box on the cloth. */
  readonly ring: readonly ClothPoint[];
}

/** What is stitched in one go, for the screen. */
export interface PlannedRowRun extends Omit<RowRun, 'sharp'> {
  readonly name: string;
  readonly levels: Levels;
  readonly ring: readonly ClothPoint[];
}

/** Rows worked out for the screen; empty when they can't be laid. */
export interface PlannedRows {
  readonly rowSetId: string;
  readonly rows: readonly PlannedRow[];
  readonly runs: readonly PlannedRowRun[];
  readonly totals: Totals | null;
  readonly bottom: number;
  readonly height: number;
  readonly period: number;
  readonly passes: number;
  /** Each row across the poles of the loaded cloth, as the passes are planned by. */
  readonly bands: readonly RunBand[];
  readonly bobbinChanges: readonly BobbinChange[];
  /** What rows have to fill, and what draw-in took off it, mm. */
  readonly length: number;
  readonly drawnIn: number;
  /** Repeats of the design in a row. */
  readonly repeats: number;
  readonly gaps: WidestGaps;
  readonly problems: readonly PlanProblem[];
}

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
  readonly picture: RowsPicture;
}

/** Rows on a top as it is seen when finished, drawn with few points. */
export interface RowsPicture {
  readonly width: number;
  readonly length: number;
  /** An SVG path in millimetres of the cloth. */
  readonly path: string;
}

export interface ShownDensity {
  readonly map: HeatMap;
  readonly widest: EmptyCircle;
  readonly spacing: number;
  /** Patches in the order of the plan. */
  readonly patches: readonly number[];
  readonly problems: readonly PlanProblem[];
}

type Designs = ReadonlyMap<string, readonly Float64Array[]>;

/** The box round some lines; none round no line. */
export const ringOf = (lines: readonly Float64Array[]): readonly ClothPoint[] => {
  const box = boundsOf(lines);
  return box ? boxRing(box) : [];
};

const resolve = (designs: Designs, { set, plan }: RowsRequest): ResolvedRows | null | undefined => {
  const strokes = designs.get(set.designId);
  return strokes && resolveRows(strokes, set, plan);
};

export const rowRuns = (designs: Designs, request: RowsRequest): readonly RowRun[] =>
  resolve(designs, request)?.runs ?? [];

/** The part of the planning worker that is about rows. */
export const rowPlanner = (designs: Designs) => ({
  rows(request: RowsRequest): PlannedRows {
    const { set, plan } = request;
    const resolved = resolve(designs, request);
    const quilt = quiltOf(plan);
    const { width, length } = gridSize(quilt.grid);
    const filled = Object.values(plan.placements).flatMap(({ regionId }) => plan.regions[regionId] ?? []);
    const problems = checkRows(set, resolved, { x: width / 2, y: length / 2 }, quilt.machine.frame, filled);
    const strokes = designs.get(set.designId);
    const kinds = strokes && rowKinds(strokes, set, set.numbers.scale);
    const runs = (resolved?.runs ?? []).map(({ sharp, ...run }): PlannedRowRun => {
      return { ...run, name: rowsName(run.rows), levels: levelsOf(run.runs), ring: ringOf(run.runs) };
    });
    const answer: PlannedRows = {
      rowSetId: set.id,
      rows: (resolved?.rows ?? []).map(({ strokes, top, ...row }) => {
        return { ...row, fromEdge: resolved!.placed.top + top, ring: boxOf({ top, ...row }, resolved!) };
      }),
      runs,
      totals: resolved?.totals ?? null,
      bottom: resolved?.bottom ?? 0,
      height: resolved?.height ?? 0,
      period: resolved?.period ?? 0,
      passes: resolved?.passes ?? 0,
      bands: resolved?.bands ?? [],
      bobbinChanges: resolved?.bobbinChanges ?? [],
      length: resolved?.placed.bed.length ?? 0,
      drawnIn: resolved?.placed.drawnIn ?? 0,
      repeats: resolved ? repeatsOf(resolved, set) : 0,
      gaps: kinds ? widestGaps(kinds.first, kinds.second, set.numbers.clearance) : { within: 0, between: 0 },
      problems,
    };
    return transfer(answer, buffersOf(runs.flatMap((run) => [run.runs, ...run.levels.map((level) => level.lines)])));
  },

  /** The ranked answers; `loading` stands for the quilt's own. */
  choices(request: RowsRequest, loading?: Loading): readonly ShownChoice[] {
    return remembered(choicesKey(request, loading), () => choicesOf(designs, request, loading));
  },

  /** What all numbers become when one is pulled; null when they can't. */
  pull({ set, plan }: RowsRequest, pulled: RowNumber, value: number): RowNumbers | null {
    const strokes = designs.get(set.designId);
    return strokes ? pulledNumbers(strokes, set, plan, pulled, value) : null;
  },

  /** The clearance to begin with, mm; null when the design doesn't advance. */
  usualClearance(set: RowSetRecord): number | null {
    const strokes = designs.get(set.designId);
    const kinds = strokes && rowKinds(strokes, set, 1);
    return kinds ? usualClearance(kinds) : null;
  },

  /** The shift of alternate rows that nests tightest or looks most even. */
  bestShift(set: RowSetRecord, by: 'tight' | 'even'): number | null {
    const strokes = designs.get(set.designId);
    const kinds = strokes && rowKinds(strokes, { ...set, alternate: { look: 'same', shift: 0 } }, set.numbers.scale);
    if (!kinds) return null;
    const find = by === 'tight' ? tightestShift : mostEvenShift;
    return find(kinds.first, set.alternate.look, set.numbers.clearance);
  },

  /** Clearances above and below a row as it would be when moved so; null where there is no neighbour. */
  clearances(
    { set, plan }: RowsRequest,
    row: number,
    down: number,
    along: number,
  ): { readonly above: number | null; readonly below: number | null } {
    const strokes = designs.get(set.designId);
    const { bed } = rowBed(plan, set.area);
    const kinds = strokes && rowKinds(strokes, set, set.numbers.scale);
    if (!kinds) return { above: null, below: null };
    const moved = { ...exceptionOf(set, row), down, along };
    const exceptions = [...set.exceptions.filter((one) => one.row !== row), moved];
    const laid = layRows(kinds, { ...set, exceptions }, bed);
    const at = laid.findIndex((one) => one.row === row);
    return { above: laid[at]?.clearance ?? null, below: laid[at + 1]?.clearance ?? null };
  },

  /** How densely everything planned is stitched, as a picture and as numbers. */
  density(rows: readonly RowsRequest[], placements: readonly PlanRequest[], plan: PlanRecords): ShownDensity | null {
    const quilt = quiltOf(plan);
    const lines = [
      ...rows.flatMap((request) => rowRuns(designs, request).flatMap((run) => run.runs)),
      ...placements.flatMap(({ recipe, region }) => {
        const strokes = designs.get(recipe.designId);
        return (strokes && resolvePlacement(strokes, recipe, region.ring)?.runs) ?? [];
      }),
    ];
    const found = densityOf(
      lines,
      gridSize(quilt.grid),
      Object.values(plan.regions).map((region) => region.ring),
    );
    if (!found) return null;
    const map = heatMap(found, quilt.batting.widestGap);
    const { widest, spacing, patches } = found;
    const [set] = rows;
    const answer = {
      map,
      widest,
      spacing,
      patches,
      problems: set ? checkDensity(set.set.id, found, quilt.batting) : [],
    };
    return transfer(answer, [map.pixels.buffer]);
  },
});

/** Answers worked out lately: the card, its comparisons and an edit ask for the same ones. */
const lately = new Map<string, readonly ShownChoice[]>();
const MOST_REMEMBERED = 24;

function remembered(key: string, work: () => readonly ShownChoice[]): readonly ShownChoice[] {
  const found = lately.get(key) ?? work();
  lately.delete(key);
  lately.set(key, found);
  if (lately.size > MOST_REMEMBERED) lately.delete(lately.keys().next().value!);
  return found;
}

/** All that answers depend on: what was taken or changed by hand afterwards doesn't matter. */
const choicesKey = ({ set, plan }: RowsRequest, loading?: Loading): string => {
  const { numbers, pins, exceptions, ...asked } = set;
  const { grid, batting, loading: own } = quiltOf(plan);
  return JSON.stringify([asked, grid, batting, loading ?? own]);
};

function choicesOf(designs: Designs, { set, plan }: RowsRequest, loading?: Loading): ShownChoice[] {
  const strokes = designs.get(set.designId);
  const size = gridSize(quiltOf(plan).grid);
  const found = strokes ? rowChoices(strokes, set, plan, undefined, loading) : [];
  return found.map(({ resolved, ...choice }) => ({
    ...choice,
    totals: resolved.totals,
    height: resolved.height,
    bottom: resolved.bottom,
    boxGap: resolved.rows[1]?.boxGap ?? null,
    repeats: repeatsOf(resolved, set),
    extra:
      resolved.rows.length > choice.rows && set.last !== 'whole' ? (set.last === 'cut' ? 'cut' : 'squeezed') : null,
    hang: resolved.hang,
    passes: resolved.passes,
    bobbins: resolved.bobbinChanges.length + 1,
    picture: pictureOf(resolved, size),
  }));
}

const repeatsOf = ({ placed, period }: ResolvedRows, set: RowSetRecord): number =>
  (placed.bed.width + (placed.bed.stops ? 0 : 2 * set.overhang)) / period;

const boxOf = ({ top, height }: Pick<ResolvedRow, 'top' | 'height'>, { placed }: ResolvedRows): ClothPoint[] =>
  boxRing({ minX: 0, minY: top, maxX: placed.bed.width, maxY: top + height }).map((p) =>
    applyToPoint(placed.toCloth, p),
  );

/** Parts of the cloth's size that a line in a small picture may be off. */
const PICTURE_DETAIL = 1 / 260;

function pictureOf(resolved: ResolvedRows, size: { readonly width: number; readonly length: number }): RowsPicture {
  const detail = PICTURE_DETAIL * Math.max(size.width, size.length);
  const path = resolved.rows
    .flatMap((row) => row.strokes)
    .map((stroke) => {
      const few = simplify(stroke, detail);
      let d = '';
      for (let i = 0; i < few.length; i += 2)
        d += `${i === 0 ? 'M' : 'L'}${few[i]!.toFixed(0)} ${few[i + 1]!.toFixed(0)}`;
      return d;
    })
    .join('');
  return { ...size, path };
}
