import {
  type Band,
  depthOf,
  forecastPasses,
  type Loading,
  loadingMap,
  NO_TOTALS,
  partIds,
  partName,
  type PassForecast,
  passesOf,
  type Piece,
  placedParts,
  type PlanRecords,
  quiltOf,
  type QuiltPasses,
  resolvePlacement,
  resolveRows,
  type RowSetRecord,
  rowsName,
} from '@gorse/core';
import type { PlanRequest, RowsRequest } from './requests.ts';
import { ringOf } from './row-planner.ts';

/** Everything that is stitched, parted into passes. */
export interface ShownPasses {
  readonly passes: readonly PassForecast[];
  readonly pieces: readonly ShownPiece[];
  readonly tooDeep: readonly (QuiltPasses['tooDeep'][number] & { readonly name: string })[];
  /** How many passes the quilt needs when loaded either way. */
  readonly byLoading: Readonly<Record<Loading, { readonly passes: number; readonly tooDeep: number }>>;
}

export interface ShownPiece extends Omit<Piece, 'lines'>, Band {}

type Designs = ReadonlyMap<string, readonly Float64Array[]>;

/** The part of the planning worker that plans passes. */
export const passPlanner = (designs: Designs) => ({
  passes(plan: PlanRecords, requests: readonly PlanRequest[], rows: readonly RowsRequest[]): ShownPasses {
    const { loading } = quiltOf(plan);
    const { pieces, found } = laidOut(designs, plan, requests, rows, loading);
    const lie = loadingMap(loading, quiltOf(plan).grid);
    const other: Loading = loading === 'upright' ? 'turned' : 'upright';
    const count = (passes: QuiltPasses) => ({ passes: passes.passes.length, tooDeep: passes.tooDeep.length });
    return {
      passes: forecastPasses(plan, found, pieces),
      pieces: pieces.map(({ lines, ...piece }) => ({ ...piece, ...depthOf(piece.ring, lie) })),
      tooDeep: found.tooDeep.map((one) => ({ ...one, name: pieces.find(({ id }) => id === one.id)?.name ?? one.id })),
      byLoading: {
        [loading]: count(found),
        [other]: count(laidOut(designs, plan, requests, rows, other).found),
      } as ShownPasses['byLoading'],
    };
  },
});

/** All pieces, and their passes with the quilt loaded so. */
function laidOut(
  designs: Designs,
  plan: PlanRecords,
  requests: readonly PlanRequest[],
  rows: readonly RowsRequest[],
  loading: Loading,
): { readonly pieces: readonly Piece[]; readonly found: QuiltPasses } {
  const records = { ...plan, quilts: { quilt: { ...quiltOf(plan), loading } } };
  const sets = rows.flatMap(({ set }) => laidRows(designs, records, set));
  const patches = requests.flatMap(({ placement, recipe, region }): Piece[] => {
    const strokes = designs.get(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, region.ring, quiltOf(records).machine.motion);
    if (!resolved)
      return partIds(placement).map((id, part) => ({
        id,
        name: partName(region, placement.parts, part),
        ring: region.ring,
        lines: [],
        totals: NO_TOTALS,
      }));
    return placedParts(records, placement, region, recipe, resolved).map(({ runs, ...part }) => ({
      ...part,
      ring: placement.parts > 1 && runs.length > 0 ? ringOf(runs) : region.ring,
      lines: runs,
    }));
  });
  const found = passesOf(
    records,
    sets.flatMap((set) => set.bands),
  );
  return { pieces: [...patches, ...sets.flatMap((set) => set.pieces)], found };
}

function laidRows(designs: Designs, records: PlanRecords, set: RowSetRecord) {
  const strokes = designs.get(set.designId);
  const resolved = strokes && resolveRows(strokes, set, records);
  if (!resolved) return [];
  return [
    {
      bands: resolved.bands,
      pieces: resolved.runs.map((run): Piece => ({
        id: run.id,
        name: rowsName(run.rows),
        ring: ringOf(run.runs),
        lines: run.runs,
        totals: run.totals,
      })),
    },
  ];
}
