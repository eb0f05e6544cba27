import { type Loading, loadingMap } from '../cloth/loading.ts';
import type { ClothPoint } from '../geometry/point.ts';
import { boxRing } from '../geometry/polygon.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { partPlaces, placedParts } from './parts.ts';
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

export interface LaidOut {
  readonly pieces: readonly Piece[];
  readonly found: QuiltPasses;
  /** Corners round the fitted designs on the cloth, by placement. */
  readonly drawn: ReadonlyMap<string, readonly ClothPoint[]>;
}

/** Everything that is stitched on a quilt, parted into its passes. */
export function layOut(records: PlanRecords, strokesOf: StrokesOf): LaidOut {
  const { loading, grid, machine } = quiltOf(records);
  const lie = loadingMap(loading, grid);
  const drawn = new Map<string, readonly ClothPoint[]>();
  const patches = Object.values(records.placements).flatMap((placement): Piece[] => {
    const region = records.regions[placement.regionId];
    const recipe = records.recipes[placement.recipeId];
    if (!region || !recipe) return [];
    const strokes = strokesOf(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, region.ring, machine.motion);
    if (resolved) drawn.set(placement.id, resolved.fitted.frame);
    const stitched = resolved && placedParts(records, placement, region, recipe, resolved);
    return partPlaces(placement, region, resolved?.fitted.frame ?? null, lie, machine.frame).map(
      ({ id, name, ring }, part) => ({
        id,
        name,
        ring,
        lines: stitched?.[part]?.runs ?? [],
        totals: stitched?.[part]?.totals ?? NO_TOTALS,
      }),
    );
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
      { drawn },
    ),
    drawn,
  };
}

/** The passes of a quilt when it is loaded so, to compare. */
export function passesWhenLoaded(
  records: PlanRecords,
  strokesOf: StrokesOf,
  loading: Loading,
  drawn: LaidOut['drawn'],
): QuiltPasses {
  const bands = rowsLaid(records, strokesOf, loading).flatMap((set) => set.bands);
  return passesOf(records, bands, { loading, drawn });
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
