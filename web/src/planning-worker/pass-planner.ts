import {
  type Band,
  depthOf,
  forecastPasses,
  graphOf,
  lieOf,
  type Loading,
  LOADINGS,
  type PassForecast,
  passesOf,
  passesWhenLoaded,
  type Piece,
  piecesOf,
  type Plan,
  quiltOf,
  type QuiltPasses,
} from '@gorse/core';

/** Everything that is stitched, parted into passes. */
export interface ShownPasses {
  readonly passes: readonly PassForecast[];
  readonly pieces: readonly PassPiece[];
  readonly tooDeep: readonly (QuiltPasses['tooDeep'][number] & { readonly name: string })[];
  /** How many passes the quilt needs when loaded either way. */
  readonly byLoading: Readonly<Record<Loading, { readonly passes: number; readonly tooDeep: number }>>;
}

/** What is said of a piece in its pass. */
export interface PassPiece extends Pick<Piece, 'id' | 'name' | 'outline' | 'totals'>, Band {}

function shownPasses(plan: Plan): ShownPasses {
  const { loading } = quiltOf(plan.records);
  const lie = lieOf(plan, loading);
  const [pieces, found] = [piecesOf(plan), plan.get(passesOf, null)];
  const countOf = (way: Loading) => {
    const { passes, tooDeep } = plan.get(passesWhenLoaded, way);
    return { passes: passes.length, tooDeep: tooDeep.length };
  };
  return {
    passes: forecastPasses(plan.records, plan.get(graphOf, null), found, pieces),
    pieces: pieces.map(({ id, name, outline, totals }) => ({ id, name, outline, totals, ...depthOf(outline, lie) })),
    tooDeep: found.tooDeep.map((one) => ({ ...one, name: pieces.find(({ id }) => id === one.id)?.name ?? '' })),
    byLoading: Object.fromEntries(LOADINGS.map((way) => [way, countOf(way)])) as ShownPasses['byLoading'],
  };
}

/** The part of the planning worker that plans passes. */
export const passPlanner = (planNow: () => Plan) => ({
  passes: (): ShownPasses => planNow().get(shownPasses, null),
});
