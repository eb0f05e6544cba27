import { AS_FIRST, AS_TURNED, type Lie, lieWhen, loadedSize, loadingWhen } from '../cloth/loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import type { ClothPrior } from '../lineup/cloth-prior.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { planTouches, worstDoubt } from '../lineup/next-touch.ts';
import { type Touch, TOUCH_NOISE } from '../lineup/touch.ts';
import { type BobbinChange, bobbinChanges } from '../stitch/bobbins.ts';
import { clothOnFrame, type OnPoles } from './cloth-on-frame.ts';
import type { MapGraph } from '../cloth/map-graph.ts';
import { cornerLandmarks, markedPatches, type NamedPlace } from './landmarks.ts';
import type { Piece } from './piece.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import { isTurned, passOf, type QuiltPass, type QuiltPasses } from './quilt-passes.ts';
import { totalsOf } from './pieces.ts';
import type { Totals } from './stitch-strokes.ts';
import { stitchedLandmarks } from './stitched.ts';
import { joinTargets, type NamedTarget, pieceTargets } from './targets.ts';

/** The doubt at one place, mm: the 95 % bound. */
export interface DoubtAt {
  readonly name: string;
  readonly doubt: number;
}

/** What a pass will be like, before anything is touched. */
export interface PassForecast extends Pick<QuiltPass, 'from' | 'to' | 'shared' | 'pinned' | 'turned'> {
  readonly pieces: readonly string[];
  /** What will be asked for, in this order. */
  readonly touches: readonly NamedPlace[];
  /** Where lines must meet what is stitched, and everywhere else, after those touches. */
  readonly joins: DoubtAt | null;
  readonly elsewhere: DoubtAt | null;
  readonly totals: Totals;
  /** Bobbins changed before or within the pieces of this pass; `piece` counts its pieces from 0. */
  readonly bobbinChanges: readonly BobbinChange[];
}

/** What of a piece matters to a forecast. */
export type ForecastPiece = Pick<Piece, 'id' | 'name' | 'outline' | 'needle' | 'totals'>;

/** Touches that are reckoned with. */
const USUAL_TOUCHES = 6;

/**
 * What each pass takes, what to line it up on, and how good that will be: each pass is lined up in thought by the touches that will be
 * suggested, and the next ones know what those would have shown. What a touch reads hardly changes how sure it makes.
 */
export function forecastPasses(
  records: PlanRecords,
  graph: MapGraph,
  { passes }: QuiltPasses,
  pieces: readonly ForecastPiece[],
): PassForecast[] {
  const quilt = quiltOf(records);
  const loadings = (isTurned({ passes }) ? [AS_FIRST, AS_TURNED] : [AS_FIRST]).map((when) => {
    const lie = lieWhen(quilt, when);
    const { length } = loadedSize(loadingWhen(quilt.loading, when), quilt.map.size);
    const marks = new Map<string, readonly NamedPlace[]>();
    return { lie, length, corners: cornerLandmarks(graph, markedPatches(records), lie), marks };
  });
  const inPass = passes.map((_, pass) => pieces.filter((piece) => passOf({ passes }, piece.id) === pass));
  const changes = bobbinChanges(
    inPass.flat().map((piece) => piece.totals.thread),
    quilt.machine.bobbin,
  );
  const mounts: OnPoles[] = [];
  const touches: Touch[] = [];
  let before = 0;
  return passes.map((pass, advance): PassForecast => {
    const own = inPass[advance]!;
    const { lie, length, corners, marks } = loadings[pass.turned ? 1 : 0]!;
    const isNext = passes[advance - 1]?.turned === pass.turned;
    mounts.push({
      ...{ rolled: pass.from, anew: !isNext, turned: pass.turned },
      // Once it is turned, nearly all of it is stitched.
      front: pass.turned ? length : isNext ? pass.from : null,
    });
    const within = ({ cloth }: NamedPlace): boolean => {
      const { y } = applyToPoint(lie, cloth);
      return y >= pass.from - quilt.machine.frame.room && y <= pass.to;
    };
    // Rolled on, the pass before is found again; turned, all that lies in reach.
    const since = pass.turned ? 0 : Math.max(0, advance - 1);
    const stitched = inPass
      .slice(since, advance)
      .flatMap((done, i) => done.flatMap((piece) => known(marks, piece.id, () => landmarksOf(piece, since + i, lie))))
      .filter(within);
    const told = touches.filter((touch) => passes[touch.advance]!.turned === pass.turned);
    const targets: NamedTarget[] = [
      ...own.flatMap((piece) => pieceTargets(piece, lie, quilt.lineUpRules.elsewhere)),
      ...joinTargets(stitched, own, quilt.lineUpRules.joins),
    ];
    const open = [...corners.filter(within), ...stitched];
    const linedUp = lineUpInThought(told, evenly(clothOnFrame(quilt, mounts)), open, targets, advance);
    touches.push(...linedUp.touches);
    const first = before;
    before += own.length;
    return {
      ...pass,
      pieces: own.map((piece) => piece.id),
      touches: linedUp.chosen,
      joins: linedUp.worst(true),
      elsewhere: linedUp.worst(false),
      totals: totalsOf(own),
      bobbinChanges: changes
        .filter(({ piece }) => piece >= first && piece < before)
        .map((change) => ({ ...change, piece: change.piece - first })),
    };
  });
}

/** After turning each pass asks for those of all that is stitched. */
function known<T>(all: Map<string, T>, id: string, work: () => T): T {
  const found = all.get(id) ?? work();
  all.set(id, found);
  return found;
}

const landmarksOf = (piece: ForecastPiece, advance: number, lie: Lie): readonly NamedPlace[] =>
  stitchedLandmarks(piece, { cloth: piece.needle, frame: piece.needle, advance, upTo: Infinity }, lie);

/** What will be asked for in a pass, the touches as they would be read if all lay as is expected, and the worst doubts they leave. */
function lineUpInThought(
  touches: readonly Touch[],
  prior: ClothPrior,
  open: readonly NamedPlace[],
  targets: readonly NamedTarget[],
  advance: number,
) {
  const before = learnCloth(touches, prior);
  const chosen = planTouches(before, open, targets, advance, USUAL_TOUCHES).map((i) => open[i]!);
  const own = chosen.map(({ cloth, since }): Touch => {
    const frame = before.find({ cloth, since }, advance);
    return { cloth, since, frame, advance, noise: TOUCH_NOISE.head };
  });
  const cloth = learnCloth([...touches, ...own], prior);
  return {
    chosen,
    touches: own,
    worst(join: boolean): DoubtAt | null {
      const some = targets.filter((target) => target.join === join);
      const found = worstDoubt(cloth, some, advance);
      return found && { name: some[found.target]!.name, doubt: found.doubt };
    },
  };
}

/** On cloth of the usual waviness: readings as expected would make it seem smoother than any cloth is. */
const evenly = (prior: ClothPrior): ClothPrior => ({
  ...prior,
  characters: prior.characters.slice(0, 1),
});
