import {
  type ClothPoint,
  clothPoint,
  distance,
  type FramePoint,
  framePoint,
  loadedPoint,
  minus,
  plus,
} from '../geometry/point.ts';
import { finishedLength } from '../lineup/draw-in.ts';
import { easedToFrame, USUAL_EASE } from '../lineup/easing.ts';
import { type ClothPrior, type Mount, NEW_MOUNT, ROLLED_OFF, USUAL_CLOTH } from '../lineup/cloth-prior.ts';
import { type ClothModel, learnCloth } from '../lineup/line-up.ts';
import { isWorthTouching, nextTouch, type Target } from '../lineup/next-touch.ts';
import { onTop, type Place, type Touch, TOUCH_NOISE } from '../lineup/touch.ts';
import { normalFrom, randomFrom } from '../random.ts';
import { type ClothNature, clothUnder, makeTrueQuilt } from './true-cloth.ts';

/** What is stitched in one go across the quilt: a row, or a row of blocks. y of the loaded cloth, mm. */
export interface SimulatedBand {
  readonly top: number;
  readonly bottom: number;
  readonly pass: number;
}

/** A quilt to be stitched in passes, as far as its alignment matters. */
export interface SimulatedQuilt {
  readonly width: number;
  readonly length: number;
  readonly bands: readonly SimulatedBand[];
  /** Clearance between a band's lowest line and the next one's highest, mm; 0 where they join. */
  readonly clearance: number;
  /** x of the places where neighbouring bands must fit each other. */
  readonly joins: readonly number[];
  /** What can be touched on the top, and on the lower edge of a stitched band (x). */
  readonly landmarks: readonly ClothPoint[];
  readonly stitchedLandmarks: readonly number[];
}

/** How each pass is lined up. */
export type LineUpPolicy =
  /** The whole plan moved by one point, as it lies. */
  | { readonly kind: 'onePoint' }
  /** Two ends of what was stitched last, or of the top. */
  | { readonly kind: 'twoPoint' }
  /** What is suggested, until the doubt is within the tolerance at joins (mm) or so many are touched. */
  | { readonly kind: 'suggested'; readonly most: number; readonly tolerance: number };

export interface SimulatedWhole {
  /** How far neighbouring bands miss each other across passes, at each join, mm. */
  readonly misfits: readonly number[];
  readonly touches: readonly number[];
  /** Half way: what is left from the last stitched line to the quilt's end, as it will measure; predicted with its 95 % bound, and true. */
  readonly left: { readonly predicted: number; readonly bound: number; readonly truth: number } | null;
}

/** Kept free between the roll and the first line, mm. */
const ROOM = 40;
/** How far above and below the pass landmarks are looked for, mm. */
const IN_REACH = 60;

/** Stitches a seeded quilt through all its passes. What is touched is read from the true cloth with noise; nothing else of it is known. */
export function simulateQuilt(
  quilt: SimulatedQuilt,
  policy: LineUpPolicy,
  seed: number,
  nature: ClothNature,
  prior: ClothPrior = USUAL_CLOTH,
): SimulatedWhole {
  const normal = normalFrom(randomFrom(seed + 500_000));
  const make = makeTrueQuilt(seed, nature, clothPoint(quilt.width / 2, quilt.length / 2));
  const known = { ...prior, origin: loadedPoint(quilt.width / 2, quilt.length / 2) };
  const passes = Math.max(...quilt.bands.map((band) => band.pass)) + 1;
  const touches: Touch[] = [];
  const mounts: Mount[] = [];
  const counts: number[] = [];
  const misfits: number[] = [];
  let edge: readonly StitchedPoint[] = [];
  let left: SimulatedWhole['left'] = null;
  for (let advance = 0; advance < passes; advance++) {
    const bands = quilt.bands.filter((band) => band.pass === advance);
    const mount = mountFor(quilt, bands[0]!, edge, advance);
    mounts.push(mount);
    const truth = make({ advance, at: mount.at, front: mount.front });
    const laid = lineUpPass({
      ...{ quilt, policy, bands, edge, advance, touches },
      prior: { ...known, mounts },
      read({ cloth, since, truth: there }) {
        const { x, y } = truth(there);
        const noise = TOUCH_NOISE.head;
        return { cloth, since, frame: framePoint(x + noise * normal(), y + noise * normal()), advance, noise };
      },
    });
    touches.push(...laid.touches);
    counts.push(laid.count);
    if (laid.cloth && advance === Math.floor(passes / 2)) left = leftBelow(laid.cloth, quilt, bands[0]!.top, make);
    const stitch = (p: ClothPoint): StitchedPoint => {
      const frame = laid.toFrame(p);
      return { cloth: p, since: { advance, frame }, truth: clothUnder(truth, frame) };
    };
    misfits.push(...edge.map((above) => misfit(above, stitch(plus(above.cloth, { x: 0, y: quilt.clearance })))));
    edge = quilt.joins.map((x) => stitch(clothPoint(x, bands.at(-1)!.bottom)));
  }
  return { misfits, touches: counts, left };
}

/** What a pass begins with: the line that was stitched last, or its own first. */
const beginOf = (clearance: number, first: SimulatedBand, edge: readonly StitchedPoint[]): number =>
  edge.length === 0 ? first.top : first.top - clearance;

/** The quilt rolled so that the pass lies before the roll. */
function mountFor(
  { clearance }: SimulatedQuilt,
  first: SimulatedBand,
  edge: readonly StitchedPoint[],
  advance: number,
): Mount {
  const begins = beginOf(clearance, first, edge);
  return {
    at: framePoint(0, ROOM - begins),
    front: edge.length === 0 ? -Infinity : begins,
    slip: advance === 0 ? NEW_MOUNT.slip : ROLLED_OFF,
  };
}

/** How far two stitched points that should fit each other have come off each other on the cloth, mm. */
const misfit = (above: StitchedPoint, below: StitchedPoint): number =>
  distance(minus(above.truth, above.cloth), minus(below.truth, below.cloth));

/** One pass to be lined up: what is stitched already, what is known, and how a landmark is read. */
interface PassToLineUp {
  readonly quilt: SimulatedQuilt;
  readonly policy: LineUpPolicy;
  readonly bands: readonly SimulatedBand[];
  readonly edge: readonly StitchedPoint[];
  readonly advance: number;
  readonly touches: readonly Touch[];
  readonly prior: ClothPrior;
  readonly read: (landmark: Landmark) => Touch;
}

interface LinedUp {
  readonly toFrame: (p: ClothPoint) => FramePoint;
  /** What was touched that the next passes know of, and how many were touched. */
  readonly touches: readonly Touch[];
  readonly count: number;
  /** Null where nothing is learned. */
  readonly cloth: ClothModel | null;
}

function lineUpPass(pass: PassToLineUp): LinedUp {
  const { quilt, policy, bands, edge } = pass;
  const from = beginOf(quilt.clearance, bands[0]!, edge);
  const ofTop = quilt.landmarks
    .filter((p) => p.y >= from - IN_REACH && p.y <= bands.at(-1)!.bottom)
    .map((p): Landmark => ({ ...onTop(p), truth: p }));
  const stitched = quilt.stitchedLandmarks.flatMap((x) => nearest(edge, x));
  return policy.kind === 'onePoint'
    ? byOnePoint(pass, stitched[0] ?? ofTop[0]!)
    : bySuggestions(pass, [...ofTop, ...stitched], policy.kind === 'suggested' ? policy : null);
}

function byOnePoint({ read }: PassToLineUp, landmark: Landmark): LinedUp {
  const { frame } = read(landmark);
  const toFrame = (p: ClothPoint): FramePoint => plus(frame, minus(p, landmark.cloth));
  return { toFrame, touches: [], count: 1, cloth: null };
}

/** Touches what is suggested: two, or until the doubt is small enough. */
function bySuggestions(
  { quilt, bands, edge, advance, touches, prior, read }: PassToLineUp,
  landmarks: readonly Landmark[],
  until: { readonly most: number; readonly tolerance: number } | null,
): LinedUp {
  const targets = targetsOf(quilt, bands, edge, until?.tolerance ?? 1);
  const own: Touch[] = [];
  const open = [...landmarks];
  let cloth = learnCloth(touches, prior);
  while (own.length < (until?.most ?? 2) && open.length > 0) {
    const advice = nextTouch(cloth, open, targets, advance)!;
    if (until && own.length >= 2 && !isWorthTouching(advice)) break;
    own.push(...open.splice(advice.landmark, 1).map(read));
    cloth = learnCloth([...touches, ...own], prior);
  }
  return { toFrame: easedToFrame(cloth, advance, edge, USUAL_EASE), touches: own, count: own.length, cloth };
}

interface Landmark extends Place {
  /** The point of the cloth that is there. */
  readonly truth: ClothPoint;
}
interface StitchedPoint extends Landmark {
  readonly since: { readonly advance: number; readonly frame: FramePoint };
}

const nearest = (edge: readonly StitchedPoint[], x: number): StitchedPoint[] =>
  edge.length === 0
    ? []
    : [edge.reduce((best, one) => (Math.abs(one.cloth.x - x) < Math.abs(best.cloth.x - x) ? one : best))];

/** Joins with what is stitched must fit within the tolerance, all else within twice it: ends and middle of each band. */
function targetsOf(
  quilt: SimulatedQuilt,
  bands: readonly SimulatedBand[],
  edge: readonly StitchedPoint[],
  tolerance: number,
): Target[] {
  const joins = edge.map(({ cloth, since }) => ({ cloth, since, tolerance, join: true }));
  const ends = bands.flatMap(({ top, bottom }) =>
    [0, 0.5, 1].flatMap((t) => [top, bottom].map((y) => clothPoint(t * quilt.width, y))),
  );
  return [...joins, ...ends.map((p) => ({ ...onTop(p), tolerance: 2 * tolerance, join: false }))];
}

/** What the cloth below y will measure when all is stitched, in the middle of the quilt. */
function leftBelow(
  cloth: ClothModel,
  { width, length }: SimulatedQuilt,
  y: number,
  make: ReturnType<typeof makeTrueQuilt>,
): SimulatedWhole['left'] {
  const [from, to] = [clothPoint(width / 2, y), clothPoint(width / 2, length)];
  const { length: predicted, bound } = finishedLength(cloth, from, to);
  const finished = make({ advance: 0, at: framePoint(0, 0), front: 3 * length });
  return { predicted, bound, truth: finished(to).y - finished(from).y };
}
