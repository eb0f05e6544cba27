import {
  type ClothPoint,
  depthOf,
  type FitKind,
  loadingMap,
  partPlaces,
  passesOf,
  passOf,
  type PlanRecords,
  quiltOf,
  type QuiltPass,
  type RunBand,
} from '@gorse/core';
import type { Planned } from '../../planning-worker/planning-worker.ts';
import type { PlannedRows } from '../../planning-worker/row-planner.ts';

/** What can be stitched in one go: a patch with its design, a part of one, or a row (or the joined rows of a pass). */
export interface Piece extends RunBand {
  readonly name: string;
  /** Counted from 0; -1 when it is too deep for any pass. */
  readonly pass: number;
  readonly fit: FitKind | 'rows';
  /** The patch that it fills; null for rows. */
  readonly regionId: string | null;
  /** Its corners on the planned cloth. */
  readonly ring: readonly ClothPoint[];
}

export interface PiecesInPasses {
  readonly pieces: readonly Piece[];
  readonly passes: readonly QuiltPass[];
}

/** The quilt's pieces in the order they are offered: by pass; in each patches first, then rows from the top down. */
export function piecesOf(
  records: PlanRecords,
  byRowSet: Readonly<Record<string, PlannedRows>>,
  byPlacement: Readonly<Record<string, Pick<Planned, 'frame'>>>,
): PiecesInPasses {
  const sets = Object.values(byRowSet).filter((set) => records.rowSets[set.rowSetId]);
  const known = Object.entries(byPlacement).filter(([, { frame }]) => frame.length > 0);
  const drawn = new Map(known.map(([id, { frame }]) => [id, frame]));
  const found = passesOf(
    records,
    sets.flatMap((set) => set.bands),
    { drawn },
  );
  const { loading, grid, machine } = quiltOf(records);
  const lie = loadingMap(loading, grid);
  const patches = Object.values(records.placements).flatMap((placement): Piece[] => {
    const region = records.regions[placement.regionId];
    const recipe = records.recipes[placement.recipeId];
    if (!region || !recipe) return [];
    return partPlaces(placement, region, drawn.get(placement.id) ?? null, lie, machine.frame).map((place) => ({
      ...place,
      pass: passOf(found, place.id),
      fit: recipe.fit.kind,
      regionId: region.id,
    }));
  });
  const rows = sets.flatMap((set) =>
    set.runs.map(({ id, name, ring }): Piece => ({
      ...depthOf(ring, lie),
      id,
      name: name.charAt(0).toUpperCase() + name.slice(1),
      pass: passOf(found, id),
      fit: 'rows',
      regionId: null,
      ring,
    })),
  );
  const last = found.passes.length;
  const order = ({ pass }: Piece): number => (pass < 0 ? last : pass);
  return { pieces: [...patches, ...rows].sort((a, b) => order(a) - order(b)), passes: found.passes };
}
