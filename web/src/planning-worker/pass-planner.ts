import {
  type Band,
  depthOf,
  forecastPasses,
  graphOf,
  lieWhen,
  type Loading,
  LOADINGS,
  type PassForecast,
  passesOf,
  type LoadingSums,
  loadingSums,
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
  readonly byLoading: Loadings;
}

/** What loading the quilt either way comes to. */
type Loadings = Readonly<Record<Loading, LoadingSums>>;

const loadingsOf = (plan: Plan): Loadings =>
  Object.fromEntries(LOADINGS.map((way) => [way, plan.get(loadingSums, way)])) as Loadings;

/** What is said of a piece in its pass. */
export interface PassPiece extends Pick<Piece, 'id' | 'name' | 'outline' | 'totals'>, Band {}

function shownPasses(plan: Plan): ShownPasses {
  const quilt = quiltOf(plan.records);
  const [pieces, found] = [piecesOf(plan), plan.get(passesOf, null)];
  return {
    passes: forecastPasses(plan.records, plan.get(graphOf, null), found, pieces),
    pieces: pieces.map(({ id, name, outline, totals, turned }) => ({
      ...{ id, name, outline, totals },
      ...depthOf(outline, lieWhen(quilt, { turned })),
    })),
    byLoading: loadingsOf(plan),
    tooDeep: found.tooDeep.map((one) => ({ ...one, name: pieces.find(({ id }) => id === one.id)?.name ?? '' })),
  };
}

/** The part of the planning worker that plans passes. */
export const passPlanner = (planNow: () => Plan) => ({
  passes: (): ShownPasses => planNow().get(shownPasses, null),
  loadings: (): Loadings => loadingsOf(planNow()),
});
