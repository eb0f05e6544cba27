import {
  type Band,
  depthOf,
  forecastPasses,
  layOut,
  type Loading,
  loadingMap,
  type PassForecast,
  passesWhenLoaded,
  type Piece,
  type PlanRecords,
  quiltOf,
  type QuiltPasses,
} from '@gorse/core';

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
  passes(plan: PlanRecords): ShownPasses {
    const strokesOf = (designId: string) => designs.get(designId);
    const { loading, grid } = quiltOf(plan);
    const { pieces, found, drawn } = layOut(plan, strokesOf);
    const lie = loadingMap(loading, grid);
    const countOf = (way: Loading) => {
      const { passes, tooDeep } = way === loading ? found : passesWhenLoaded(plan, strokesOf, way, drawn);
      return { passes: passes.length, tooDeep: tooDeep.length };
    };
    return {
      passes: forecastPasses(plan, found, pieces),
      pieces: pieces.map(({ lines, ...piece }) => ({ ...depthOf(piece.ring, lie), ...piece })),
      tooDeep: found.tooDeep.map((one) => ({ ...one, name: pieces.find(({ id }) => id === one.id)?.name ?? one.id })),
      byLoading: { upright: countOf('upright'), turned: countOf('turned') },
    };
  },
});
