import { type Loading } from '../cloth/loading.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { partIds, partName, placedParts } from './parts.ts';
import { resolvePlacement } from './pipeline.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import { passesOf, type QuiltPasses } from './quilt-passes.ts';
import { type ResolvedRows, resolveRows, rowsName } from './resolve-rows.ts';
import { NO_TOTALS, type Totals } from './stitch-lines.ts';

/** What is stitched in one go, worked out. */
export interface Piece {
  readonly id: string;
  readonly name: string;
  readonly ring: readonly ClothPoint[];
  /** Needle points on the planned cloth. */
  readonly lines: readonly Polyline[];
  readonly totals: Totals;
}

/** The strokes of a design; undefined when there is none any more. */
export type StrokesOf = (designId: string) => readonly Polyline[] | undefined;

/** Everything that is stitched on a quilt, parted into its passes. */
export function layOut(
  records: PlanRecords,
  strokesOf: StrokesOf,
): { readonly pieces: readonly Piece[]; readonly found: QuiltPasses } {
  const { loading, machine } = quiltOf(records);
  const patches = Object.values(records.placements).flatMap((placement): Piece[] => {
    const region = records.regions[placement.regionId];
    const recipe = records.recipes[placement.recipeId];
    if (!region || !recipe) return [];
    const { ring } = region;
    const strokes = strokesOf(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, ring, machine.motion);
    return resolved
      ? placedParts(records, placement, region, recipe, resolved).map(({ id, name, runs, totals }) => ({
          id,
          name,
          ring: placement.parts > 1 ? (ringRound(runs) ?? ring) : ring,
          lines: runs,
          totals,
        }))
      : partIds(placement).map((id, part) => ({
          id,
          name: partName(region, placement.parts, part),
          ring,
          lines: [],
          totals: NO_TOTALS,
        }));
  });
  const sets = rowsLaid(records, strokesOf, loading);
  const rows = sets.flatMap(({ runs }) =>
    runs.map((run): Piece => ({
      id: run.id,
      name: rowsName(run.rows),
      ring: ringRound(run.runs) ?? [],
      lines: run.runs,
      totals: run.totals,
    })),
  );
  return {
    pieces: [...patches, ...rows],
    found: passesOf(
      records,
      sets.flatMap(({ bands }) => bands),
    ),
  };
}

/** The passes of a quilt when it is loaded so, to compare. */
export function passesWhenLoaded(records: PlanRecords, strokesOf: StrokesOf, loading: Loading): QuiltPasses {
  const { frame } = quiltOf(records).machine;
  const bands = rowsLaid(records, strokesOf, loading).flatMap((set) => set.bands);
  return passesOf(records, bands, frame, loading);
}

const rowsLaid = (records: PlanRecords, strokesOf: StrokesOf, loading: Loading): ResolvedRows[] =>
  Object.values(records.rowSets).flatMap((set) => {
    const strokes = strokesOf(set.designId);
    return (strokes && resolveRows(strokes, set, records, quiltOf(records).machine, loading)) ?? [];
  });

function ringRound(lines: readonly Polyline[]): readonly ClothPoint[] | null {
  const box = boundsOf(lines);
  return box && boxRing(box);
}
