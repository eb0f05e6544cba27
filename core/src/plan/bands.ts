import { AS_FIRST, AS_TURNED, type Loading, loadingMap, loadingWhen, type Turnable } from '../cloth/loading.ts';
import { cornersOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { borderBands } from './border-bands.ts';
import { markedPatches } from './landmarks.ts';
import { type Plan, settling } from './evaluate.ts';
import { type BandsInTurn, bandsTogether, beforeTurning, type PieceBand } from './piece-band.ts';
import { type Maker, PIECE_SOURCES, type PieceSource } from './piece-ref.ts';
import { placementBands } from './placement-bands.ts';
import { quiltOf } from './plan-document.ts';
import { planQuiltPasses, type QuiltPasses } from './quilt-passes.ts';
import { NO_RULES, type PassRules } from './records.ts';
import { rowSetBands } from './row-bands.ts';

/** What the pieces of a record take up, before it is known which are stitched in one go; one line for each kind of record that makes pieces. */
const BANDS: Readonly<Record<PieceSource, (plan: Plan, record: string, first: Loading) => BandsInTurn>> = {
  placements: (plan, id, first) => beforeTurning(placementBands(plan, id, first)),
  rowSets: (plan, id, first) => beforeTurning(rowSetBands(plan, id, first)),
  borderSets: borderBands,
};

/** All of them, in the order that pieces are listed in. */
export const makersOf = ({ records }: Pick<Plan, 'records'>): Maker[] =>
  PIECE_SOURCES.flatMap((source) => Object.keys(records[source]).map((record) => ({ source, record })));

const bandsOfRecord = settling((plan: Plan, { source, record, first }: Maker & { readonly first: Loading }) =>
  BANDS[source](plan, record, first),
);

/** A change of a record isn't one of what records there are. */
const makersThere = settling((plan: Plan) => makersOf(plan));

/** All bands of the quilt when it is first loaded so; but for makers in whose place others are to stand. */
export const bandsOf = (plan: Plan, first: Loading, isReplaced: (maker: Maker) => boolean = () => false): BandsInTurn =>
  bandsTogether(
    plan
      .get(makersThere, null)
      .filter((maker) => !isReplaced(maker))
      .map(({ source, record }) => plan.get(bandsOfRecord, { source, record, first })),
  );

/** y of the patch corners as the quilt is loaded: what the cloth itself has to line up on. */
const cornerHeights = (plan: Plan, loading: Loading): readonly number[] => {
  const lie = loadingMap(loading, quiltOf(plan.records).map.size);
  return markedPatches(plan.records).flatMap(({ shape }) => cornersOf(shape).map(({ at }) => applyToPoint(lie, at).y));
};

/** The passes of some bands on the quilt when it is first loaded so: all that are stitched before it is turned, and what waits for that. */
export function passesOfBands(plan: Plan, first: Loading, bands: BandsInTurn): QuiltPasses {
  const quilt = quiltOf(plan.records);
  // What was set by hand is for the way it lies now.
  const rules = first === quilt.loading ? quilt.passes : NO_RULES;
  const planned = (own: readonly PieceBand[], ruled: PassRules, when: Turnable): QuiltPasses =>
    planQuiltPasses(own, plan.get(cornerHeights, loadingWhen(first, when)), quilt.machine.frame, ruled, when);
  const before = planned(bands.before, rules, AS_FIRST);
  const after = planned(bands.after, rulesFrom(rules, before.passes.length), AS_TURNED);
  return {
    passes: [...before.passes, ...after.passes],
    tooDeep: [...before.tooDeep, ...after.tooDeep],
  };
}

/** Passes are counted on through both loadings, and so are the rules for them. */
const rulesFrom = ({ starts, pieces }: PassRules, from: number): PassRules => {
  const counted = <T extends { readonly pass: number }>(rules: readonly T[]): T[] =>
    rules.filter(({ pass }) => pass >= from).map((rule) => ({ ...rule, pass: rule.pass - from }));
  return { starts: counted(starts), pieces: counted(pieces) };
};

/** The passes of the quilt when it is first loaded so. */
export const passesWhenLoaded = settling((plan: Plan, first: Loading) =>
  passesOfBands(plan, first, bandsOf(plan, first)),
);

/** The passes of the quilt as it is loaded. */
export const passesOf = (plan: Plan): QuiltPasses => plan.get(passesWhenLoaded, quiltOf(plan.records).loading);
