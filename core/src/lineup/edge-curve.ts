import { backwardInto, choleskyInto, dot, forwardInto } from '../geometry/cholesky.ts';
import { shared } from './shares.ts';

/** A place of a long edge that was touched, mm: how far along it, how far it lies off there, and how sure that is (a deviation). */
export interface EdgeReading {
  readonly at: number;
  readonly off: number;
  readonly noise: number;
}

/** How an edge runs that was planned to be straight: how far off it is, and within which bound that lies in 95 of 100 cases; mm. */
export interface EdgeCurve {
  readonly off: (at: number) => number;
  readonly bound: (at: number) => number;
}

/** How an edge may wander: by so much (a deviation, mm), over such a length (mm); and how often edges are found so. */
interface Wander {
  readonly size: number;
  readonly scale: number;
  readonly belief: number;
}
const WANDERS: readonly Wander[] = [
  { size: 3, scale: 900, belief: 0.35 },
  { size: 3, scale: 450, belief: 0.45 },
  { size: 2.5, scale: 190, belief: 0.2 },
];

/** As a whole an edge lies off by so much, mm, and slants by so much: deviations. */
const SHIFT = 6;
const SLANT = 0.004;
/** Two-sided, of one normal number. */
const SIGMAS_95 = 1.96;

interface Known {
  readonly wander: Wander;
  readonly weight: number;
  readonly lower: readonly Float64Array[];
  /** The inverse covariance times the readings. */
  readonly weighed: Float64Array;
}

/**
 * The smooth curve through some touches of an edge: one Gaussian process with a shift, a slant and a wander (Matérn 5/2) whose scales are weighed by
 * how likely they make the touches (Rasmussen & Williams 2006, ch. 2.7 and 4.2). Nowhere sharper than its wander, so that no touch kinks it; without
 * any touch it is the planned edge, with what edges usually lie off as its doubt. O(touches³).
 */
export function edgeCurve(readings: readonly EdgeReading[]): EdgeCurve {
  const models = conditioned(readings);
  const crossing = ({ wander }: Known, at: number): Float64Array =>
    Float64Array.from(readings, (one) => covariance(wander, at, one.at));
  const meanOf = (model: Known, at: number): number => dot(crossing(model, at), model.weighed);
  return {
    off: (at) => models.reduce((sum, model) => sum + model.weight * meanOf(model, at), 0),
    bound(at) {
      const told = models.map((model) => {
        const cross = crossing(model, at);
        const mean = dot(cross, model.weighed);
        forwardInto(cross, model.lower);
        return { mean, variance: covariance(model.wander, at, at) - dot(cross, cross) };
      });
      const centre = told.reduce((sum, { mean }, i) => sum + models[i]!.weight * mean, 0);
      const variance = told.reduce(
        (sum, one, i) => sum + models[i]!.weight * (one.variance + (one.mean - centre) ** 2),
        0,
      );
      return SIGMAS_95 * Math.sqrt(Math.max(0, variance));
    },
  };
}

function conditioned(readings: readonly EdgeReading[]): readonly Known[] {
  const offs = Float64Array.from(readings, ({ off }) => off);
  const raw = WANDERS.map((wander) => {
    const lower = readings.map(({ at, noise }, i) =>
      Float64Array.from(
        readings.slice(0, i + 1),
        (other, j) => covariance(wander, at, other.at) + (i === j ? noise * noise : 0),
      ),
    );
    choleskyInto(lower);
    const weighed = Float64Array.from(offs);
    forwardInto(weighed, lower);
    const spread = lower.reduce((sum, row, i) => sum + Math.log(row[i]!), 0);
    const logEvidence = Math.log(wander.belief) - dot(weighed, weighed) / 2 - spread;
    backwardInto(weighed, lower);
    return { wander, lower, weighed, logEvidence };
  });
  const { parts } = shared(raw.map(({ logEvidence }) => logEvidence));
  return raw.map(({ wander, lower, weighed }, i) => ({ wander, lower, weighed, weight: parts[i]! }));
}

function covariance({ size, scale }: Wander, a: number, b: number): number {
  const far = (Math.sqrt(5) * Math.abs(a - b)) / scale;
  return SHIFT * SHIFT + SLANT * SLANT * a * b + size * size * (1 + far + (far * far) / 3) * Math.exp(-far);
}

/** Most touches that one edge is asked for at a time. */
const MOST_ASKED = 24;

/**
 * Where an edge is best touched next: each time where it is least sure, until its bound is within the tolerance at all of some places. How
 * sure a touch makes doesn't hang on what it reads, so none is read.
 * @param places along the edge, mm
 * @param noise of the touches to come, mm
 */
export function planEdgeTouches(
  readings: readonly EdgeReading[],
  places: readonly number[],
  tolerance: number,
  noise: number,
): readonly number[] {
  const told = conditioned(readings).map((model) => toldOf(model, readings, places));
  const chosen: number[] = [];
  while (chosen.length < MOST_ASKED && places.length > 0) {
    const bounds = boundsOf(told);
    const worst = bounds.reduce((best, bound, i) => (bound > bounds[best]! + SAME_BOUND ? i : best), 0);
    if (bounds[worst]! <= tolerance) break;
    chosen.push(places[worst]!);
    told.forEach(({ covariances }) => touchInto(covariances, worst, noise));
  }
  return chosen;
}

/** What a model tells of some places. */
interface Told {
  readonly weight: number;
  readonly means: Float64Array;
  readonly covariances: readonly Float64Array[];
  /** Variances before anything more is touched. */
  readonly before: Float64Array;
}

function toldOf(
  { wander, weight, lower, weighed }: Known,
  readings: readonly EdgeReading[],
  places: readonly number[],
): Told {
  const crossing = places.map((at) => Float64Array.from(readings, (one) => covariance(wander, at, one.at)));
  const means = Float64Array.from(crossing, (cross) => dot(cross, weighed));
  for (const cross of crossing) forwardInto(cross, lower);
  const covariances = places.map((a, i) =>
    Float64Array.from(places, (b, j) => covariance(wander, a, b) - dot(crossing[i]!, crossing[j]!)),
  );
  return { weight, means, covariances, before: Float64Array.from(covariances, (row, i) => row[i]!) };
}

/** Bounds of the mixture. Where models differ, they come together as the place becomes known. */
function boundsOf(told: readonly Told[]): readonly number[] {
  return Array.from(told[0]!.means, (_, i) => {
    const centre = told.reduce((sum, { weight, means }) => sum + weight * means[i]!, 0);
    const variance = told.reduce((sum, { weight, means, covariances, before }) => {
      const own = covariances[i]![i]!;
      return sum + weight * (own + ((means[i]! - centre) ** 2 * own) / Math.max(before[i]!, TINY));
    }, 0);
    return SIGMAS_95 * Math.sqrt(Math.max(0, variance));
  });
}
const TINY = 1e-12;

/** The covariances of some places once one of them is touched. */
function touchInto(covariances: readonly Float64Array[], touched: number, noise: number): void {
  const column = Float64Array.from(covariances, (row) => row[touched]!);
  const variance = column[touched]! + noise * noise;
  covariances.forEach((row, i) => {
    for (let j = 0; j < row.length; j++) row[j]! -= (column[i]! * column[j]!) / variance;
  });
}

/** Where of some places an edge is least sure; the first of those alike. Without any it is sure. */
export const worstOf = (
  curve: Pick<EdgeCurve, 'bound'>,
  places: readonly number[],
): { readonly at: number; readonly bound: number } =>
  places.reduce(
    (worst, at) => {
      const bound = curve.bound(at);
      return bound > worst.bound + SAME_BOUND ? { at, bound } : worst;
    },
    { at: places[0] ?? 0, bound: 0 },
  );
const SAME_BOUND = 1e-6;
