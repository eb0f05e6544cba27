import { type ClothPoint, distance, type FramePoint } from '../geometry/point.ts';
import { finishedLength } from '../lineup/draw-in.ts';
import { easedToFrame, USUAL_EASE } from '../lineup/easing.ts';
import { type ClothPrior, type Mount, NEW_MOUNT, ROLLED_OFF, USUAL_CLOTH } from '../lineup/cloth-prior.ts';
import { type ClothModel, learnCloth } from '../lineup/line-up.ts';
import { isWorthTouching, nextTouch, type Target } from '../lineup/next-touch.ts';
import { onTop, type Place, type Touch, TOUCH_NOISE } from '../lineup/touch.ts';
import { normalFrom, randomFrom } from './random.ts';
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
  const middle = { x: quilt.width / 2, y: quilt.length / 2 };
  const make = makeTrueQuilt(seed, nature, middle);
  const passes = Math.max(...quilt.bands.map((band) => band.pass)) + 1;
  const touches: Touch[] = [];
  const mounts: Mount[] = [];
  const counts: number[] = [];
  const misfits: number[] = [];
  let edge: readonly StitchedPoint[] = [];
  let left: SimulatedWhole['left'] = null;
  for (let advance = 0; advance < passes; advance++) {
    const bands = quilt.bands.filter((band) => band.pass === advance);
    const [first, last] = [bands[0]!, bands.at(-1)!];
    const front = edge.length === 0 ? -Infinity : first.top - quilt.clearance;
    const from = edge.length === 0 ? first.top : front;
    const at = { x: 0, y: ROOM - from };
    mounts.push({ ...NEW_MOUNT, at, front, slip: advance === 0 ? NEW_MOUNT.slip : ROLLED_OFF });
    const truth = make({ advance, at, front });
    const known = { ...prior, origin: middle, mounts };
    const read = (place: Place, where: ClothPoint): Touch => {
      const { x, y } = truth(where);
      const noise = TOUCH_NOISE.head;
      return { ...place, frame: { x: x + noise * normal(), y: y + noise * normal() }, advance, noise };
    };
    const landmarks: readonly Landmark[] = [
      ...quilt.landmarks
        .filter((p) => p.y >= from - IN_REACH && p.y <= last.bottom)
        .map((p): Landmark => ({ ...onTop(p), truth: p })),
      ...quilt.stitchedLandmarks.flatMap((x) => nearest(edge, x)),
    ];
    let toFrame: (p: ClothPoint) => FramePoint;
    if (policy.kind === 'onePoint') {
      const landmark = edge.length === 0 ? landmarks[0]! : nearest(edge, quilt.stitchedLandmarks[0]!)[0]!;
      const { frame } = read(landmark, landmark.truth);
      toFrame = ({ x, y }) => ({ x: x + frame.x - landmark.cloth.x, y: y + frame.y - landmark.cloth.y });
      counts.push(1);
    } else {
      const targets = targetsOf(quilt, bands, edge, policy.kind === 'suggested' ? policy.tolerance : 1);
      const before = touches.length;
      let cloth = learnCloth(touches, known);
      const open = [...landmarks];
      const most = policy.kind === 'suggested' ? policy.most : 2;
      while (touches.length - before < most && open.length > 0) {
        const advice = nextTouch(cloth, open, targets, advance)!;
        if (policy.kind === 'suggested' && touches.length - before >= 2 && !isWorthTouching(advice)) break;
        const [landmark] = open.splice(advice.landmark, 1);
        touches.push(read({ cloth: landmark!.cloth, since: landmark!.since }, landmark!.truth));
        cloth = learnCloth(touches, known);
      }
      counts.push(touches.length - before);
      toFrame = easedToFrame(cloth, advance, edge, USUAL_EASE);
      if (advance === Math.floor(passes / 2)) left = leftBelow(cloth, quilt, first.top, make);
    }
    const stitch = (p: ClothPoint): StitchedPoint => {
      const frame = toFrame(p);
      return { cloth: p, since: { advance, frame }, truth: clothUnder(truth, frame) };
    };
    if (edge.length > 0) {
      edge.forEach((above) => {
        const below = stitch({ x: above.cloth.x, y: above.cloth.y + quilt.clearance });
        misfits.push(
          distance(
            { x: above.truth.x - above.cloth.x, y: above.truth.y - above.cloth.y },
            { x: below.truth.x - below.cloth.x, y: below.truth.y - below.cloth.y },
          ),
        );
      });
    }
    edge = quilt.joins.map((x) => stitch({ x, y: last.bottom }));
  }
  return { misfits, touches: counts, left };
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
    [0, 0.5, 1].flatMap((t) => [top, bottom].map((y) => ({ x: t * quilt.width, y }))),
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
  const [from, to] = [
    { x: width / 2, y },
    { x: width / 2, y: length },
  ];
  const { length: predicted, bound } = finishedLength(cloth, from, to);
  const finished = make({ advance: 0, at: { x: 0, y: 0 }, front: 3 * length });
  return { predicted, bound, truth: finished(to).y - finished(from).y };
}
