import { ACROSS_WAYS, type AcrossWay } from '../borders/border-set.ts';
import { sidesAcross } from '../cloth/loading.ts';
import { besides, partedInPasses } from './border-answers.ts';
import { laidBorder } from './border-bands.ts';
import { type Plan, settling } from './evaluate.ts';
import { beyondFrame, type LoadingSums, secondsBetween } from './loadings.ts';
import { recordId } from './piece-ref.ts';
import { piecesOf, totalsOf } from './pieces.ts';
import { quiltOf } from './plan-document.ts';
import { isTurned } from './quilt-passes.ts';
import { totalsInTurn } from './stitch-strokes.ts';

/** What stitching the sides across the poles one way comes to, with all else on the quilt. */
export interface AcrossSums extends LoadingSums {
  readonly across: AcrossWay;
  /** The quilt is turned for it, or for another border. */
  readonly turned: boolean;
  /** Pieces of the border, and how often its thread is cut. */
  readonly pieces: number;
  readonly cuts: number;
}

/** Both ways for a border as it is laid; empty where nothing of it runs across the poles. */
export const acrossSums = settling((plan: Plan, id: string): readonly AcrossSums[] => {
  const set = plan.records.borderSets[id];
  const elements = plan.get(laidBorder, id);
  const quilt = quiltOf(plan.records);
  const { loading } = quilt;
  if (!set || !elements?.some(({ side }) => sidesAcross(loading).includes(side))) return [];
  const others = besides(plan, id, loading);
  const own = recordId({ source: 'borderSets', record: id });
  const rest = totalsOf(piecesOf(plan).filter(({ ref }) => recordId(ref) !== own));
  return ACROSS_WAYS.map((across) => {
    const { totals, passes } = partedInPasses(plan, { ...set, across }, elements, loading, others);
    const { cuts, seconds } = totalsInTurn(totals);
    return {
      ...{ across, turned: isTurned(passes), pieces: totals.length, cuts },
      ...{ passes: passes.passes.length, tooDeep: passes.tooDeep.length },
      tooWide: beyondFrame(quilt, loading, passes),
      seconds: seconds + rest.seconds + secondsBetween(passes),
    };
  });
});
