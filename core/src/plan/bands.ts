import { type Loading, loadingMap } from '../cloth/loading.ts';
import { cornersOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { borderBands } from './border-bands.ts';
import { markedPatches } from './landmarks.ts';
import { type Plan, settling } from './evaluate.ts';
import type { PieceBand } from './piece-band.ts';
import { PIECE_SOURCES, type PieceRef, type PieceSource } from './piece-ref.ts';
import { placementBands } from './placement-bands.ts';
import { quiltOf } from './plan-document.ts';
import { planQuiltPasses, type QuiltPasses } from './quilt-passes.ts';
import { NO_RULES } from './records.ts';
import { rowSetBands } from './row-bands.ts';

/** What the pieces of a record take up, before it is known which are stitched in one go; one line for each kind of record that makes pieces. */
const BANDS: Readonly<Record<PieceSource, (plan: Plan, record: string, loading: Loading) => readonly PieceBand[]>> = {
  placements: placementBands,
  rowSets: rowSetBands,
  borderSets: borderBands,
};

/** A record that pieces come of. */
export type Maker = Pick<PieceRef, 'source' | 'record'>;

/** All of them, in the order that pieces are listed in. */
export const makersOf = ({ records }: Pick<Plan, 'records'>): Maker[] =>
  PIECE_SOURCES.flatMap((source) => Object.keys(records[source]).map((record) => ({ source, record })));

const bandsOfRecord = settling((plan: Plan, { source, record, loading }: Maker & { readonly loading: Loading }) =>
  BANDS[source](plan, record, loading),
);

/** A change of a record isn't one of what records there are. */
const makersThere = settling((plan: Plan) => makersOf(plan));

/** All bands of the quilt when it is loaded so; but for makers in whose place others are to stand. */
export const bandsOf = (
  plan: Plan,
  loading: Loading,
  isReplaced: (maker: Maker) => boolean = () => false,
): readonly PieceBand[] =>
  plan
    .get(makersThere, null)
    .filter((maker) => !isReplaced(maker))
    .flatMap(({ source, record }) => plan.get(bandsOfRecord, { source, record, loading }));

/** y of the patch corners as the quilt is loaded: what the cloth itself has to line up on. */
const cornerHeights = (plan: Plan, loading: Loading): readonly number[] => {
  const lie = loadingMap(loading, quiltOf(plan.records).map.size);
  return markedPatches(plan.records).flatMap(({ shape }) => cornersOf(shape).map(({ at }) => applyToPoint(lie, at).y));
};

/** The passes of some bands on the quilt when it is loaded so. */
export function passesOfBands(plan: Plan, loading: Loading, bands: readonly PieceBand[]): QuiltPasses {
  const quilt = quiltOf(plan.records);
  // What was set by hand is for the way it lies now.
  const rules = loading === quilt.loading ? quilt.passes : NO_RULES;
  return planQuiltPasses(bands, plan.get(cornerHeights, loading), quilt.machine.frame, rules);
}

/** The passes of the quilt when it is loaded so. */
export const passesWhenLoaded = settling((plan: Plan, loading: Loading) =>
  passesOfBands(plan, loading, bandsOf(plan, loading)),
);

/** The passes of the quilt as it is loaded. */
export const passesOf = (plan: Plan): QuiltPasses => plan.get(passesWhenLoaded, quiltOf(plan.records).loading);
