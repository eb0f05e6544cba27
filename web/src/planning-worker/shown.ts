import {
  applyToPoint,
  AS_FIRST,
  AS_TURNED,
  bedPoint,
  boxRingIn,
  type ClothPoint,
  depthOf,
  type BorderSide,
  type Distortion,
  laidPlacement,
  lieWhen,
  type Maker,
  type MaskResult,
  type Piece,
  piecesOfRecord,
  type Plan,
  type PlanProblem,
  problemsOf,
  quiltOf,
  type ResolvedRow,
  type ResolvedRows,
  resolvedRows,
  type RowSetRecord,
  rowKinds,
  settling,
  solvedBorder,
  type StripId,
  stripNames,
  totalsInTurn,
  type Totals,
  type Warp,
  type WidestGaps,
  widestGaps,
} from '@gorse/core';

/** A piece for the screen. */
export interface ShownPiece extends Pick<
  Piece,
  | 'ref'
  | 'id'
  | 'name'
  | 'designId'
  | 'regionId'
  | 'recipeId'
  | 'outline'
  | 'needle'
  | 'totals'
  | 'exactAt'
  | 'corners'
  | 'isRow'
> {
  /** How it was cut and joined, where something is kept out. */
  readonly masked: Omit<MaskResult, 'cut'> | null;
  /** Across the poles, as the quilt lies when it is stitched, mm. */
  readonly top: number;
  readonly bottom: number;
}

/** All that was worked out of one record that makes pieces. */
export interface ShownRecord {
  readonly pieces: readonly ShownPiece[];
  readonly totals: Totals;
  readonly problems: readonly PlanProblem[];
  /** How the design came into its patch; null for what is in none, or can't be fitted. */
  readonly fit: {
    readonly distortion: Distortion;
    /** Lines evenly across and down the arranged design, as the fit bends them. */
    readonly grid: readonly Float64Array[];
  } | null;
  /** Null for what isn't rows. */
  readonly rows: ShownRows | null;
  /** The sides of a border, in its order; null for what isn't one, or can't be laid. */
  readonly border: readonly ShownSide[] | null;
}

/** A side of a border for the screen, or strips alike long: its repeats, how far they are stretched, and how long they are in all, mm. */
export interface ShownSide extends BorderSide {
  readonly length: number;
  /** The strips that have that count. */
  readonly strips: readonly { readonly id: StripId; readonly name: string }[];
  /** There is one in each triangle. */
  readonly isFixed: boolean;
}

/** One row for the screen; lengths as they will measure on the finished quilt. */
export interface ShownRow extends Omit<ResolvedRow, 'laid' | 'top'> {
  /** From the quilt's own edge, where the first row is stitched. */
  readonly fromEdge: number;
  /** Its box on the cloth. */
  readonly ring: readonly ClothPoint[];
  /** The piece that it is stitched with; null where nothing of it is left. */
  readonly pieceId: string | null;
}

/** A set of rows for the screen. */
export interface ShownRows extends Pick<ResolvedRows, 'bottom' | 'height' | 'period' | 'passes' | 'bobbinChanges'> {
  /** Null where they can't be laid. */
  readonly totals: Totals | null;
  readonly rows: readonly ShownRow[];
  /** What rows have to fill, and what draw-in took off it, mm. */
  readonly length: number;
  readonly drawnIn: number;
  /** Repeats of the design in a row. */
  readonly repeats: number;
  readonly gaps: WidestGaps;
}

/** What is shown of a record, but for what is only there to be drawn: the same object while nothing of it changed. */
export const aboutRecord = settling((plan: Plan, { source, record }: Maker) => ({
  pieces: plan.get(piecesOfRecord, { source, record }),
  problems: plan.get(problemsOf, { source, record }),
  fit: source === 'placements' ? plan.get(fitOf, record) : null,
  rows: source === 'rowSets' ? plan.get(shownRows, record) : null,
  border: source === 'borderSets' ? plan.get(shownBorder, record) : null,
  lies: [AS_FIRST, AS_TURNED].map((when) => lieWhen(quiltOf(plan.records), when)),
}));

/** The same with all that is drawn. */
export function shownRecord(about: ReturnType<typeof aboutRecord>): ShownRecord {
  return {
    pieces: about.pieces.map(
      ({
        ref,
        id,
        name,
        designId,
        regionId,
        recipeId,
        outline,
        needle,
        totals,
        exactAt,
        corners,
        isRow,
        turned,
        masked,
      }): ShownPiece => ({
        ...{ ref, id, name, designId, regionId, recipeId, outline, needle, totals, exactAt, corners, isRow },
        masked: masked && shownMask(masked),
        ...depthOf(outline, about.lies[turned ? 1 : 0]!),
      }),
    ),
    totals: about.rows?.totals ?? totalsInTurn(about.pieces.map((piece) => piece.totals)),
    problems: about.problems,
    fit: about.fit,
    rows: about.rows,
    border: about.border,
  };
}

const shownMask = ({ cut, ...masked }: MaskResult): ShownPiece['masked'] => masked;

function fitOf(plan: Plan, id: string): ShownRecord['fit'] {
  const laid = plan.get(laidPlacement, id);
  return laid ? { distortion: laid.distortion(), grid: gridOf(laid.warp) } : null;
}

function shownBorder(plan: Plan, id: string): readonly ShownSide[] | null {
  const [set, way] = [plan.records.borderSets[id], plan.get(solvedBorder, id)];
  if (!set || !way) return null;
  const nameOf = stripNames(plan.records, set);
  return way.counts.sides.map((side) => {
    const own = way.task.sides.filter(({ strip }) => strip.countOf === side.side);
    return {
      ...side,
      length: own[0]!.strip.length,
      strips: own.map(({ strip }) => ({ id: strip.id, name: nameOf(strip.id) })),
      isFixed: own[0]!.task.only !== null,
    };
  });
}

const GRID = [0, 0.25, 0.5, 0.75, 1];
function gridOf(warp: Warp): Float64Array[] {
  const { minX, minY, maxX, maxY } = warp.box;
  const x = (u: number): number => minX + u * (maxX - minX);
  const y = (v: number): number => minY + v * (maxY - minY);
  return GRID.flatMap((t) => [
    warp.mapLine(Float64Array.of(x(t), minY, x(t), maxY)),
    warp.mapLine(Float64Array.of(minX, y(t), maxX, y(t))),
  ]);
}

const NOT_LAID: ShownRows = {
  rows: [],
  totals: null,
  bobbinChanges: [],
  gaps: { within: 0, between: 0 },
  ...{ bottom: 0, height: 0, period: 0, passes: 0, length: 0, drawnIn: 0, repeats: 0 },
};

function shownRows(plan: Plan, id: string): ShownRows | null {
  const set = plan.records.rowSets[id];
  const resolved = plan.get(resolvedRows, id);
  if (!set) return null;
  if (!resolved) return NOT_LAID;
  const pieces = plan.get(piecesOfRecord, { source: 'rowSets', record: id });
  const pieceOf = new Map(resolved.groups.flatMap(({ rows }, i) => rows.map((row) => [row, pieces[i]!.id] as const)));
  const { bottom, height, period, passes, bobbinChanges, totals, placed } = resolved;
  return {
    ...{ bottom, height, period, passes, bobbinChanges, totals },
    rows: resolved.rows.map(({ laid, top, ...row }) => ({
      ...row,
      fromEdge: placed.top + top,
      ring: boxOf({ top, height: row.height }, resolved),
      pieceId: pieceOf.get(row.row) ?? null,
    })),
    length: placed.bed.length,
    drawnIn: placed.drawnIn,
    repeats: repeatsOf(resolved, set),
    gaps: plan.get(gapsOf, id),
  };
}

function gapsOf(plan: Plan, id: string): WidestGaps {
  const set = plan.records.rowSets[id];
  const design = set && plan.strokesOf(set.designId);
  const kinds = design && rowKinds(design, set, set.numbers.scale);
  return kinds ? widestGaps(kinds.first, kinds.second, set.numbers.clearance) : { within: 0, between: 0 };
}

/** How often the design is repeated in a row. */
export const repeatsOf = ({ placed, period }: ResolvedRows, set: Pick<RowSetRecord, 'overhang'>): number =>
  (placed.bed.width + (placed.bed.stops ? 0 : 2 * set.overhang)) / period;

const boxOf = ({ top, height }: Pick<ResolvedRow, 'top' | 'height'>, { placed }: ResolvedRows): ClothPoint[] =>
  boxRingIn({ minX: 0, minY: top, maxX: placed.bed.width, maxY: top + height }, bedPoint).map((p) =>
    applyToPoint(placed.toCloth, p),
  );
