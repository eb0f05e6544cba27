import { type LoadedPoint, minus, type Point } from '../geometry/point.ts';
import { type ClothPrior, FRONT_WIDTH, mountOf, type Spread } from './cloth-prior.ts';

/** The displacement of a point of the loaded cloth in one advance, or minus it: what observations and questions are made of. */
export interface Term {
  readonly sign: 1 | -1;
  readonly advance: number;
  readonly at: LoadedPoint;
  /** What each trend, of amount 1, displaces here: x then y. */
  readonly trends: Float64Array;
}

/** Covariance of two displacements. */
export interface Block {
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

/** How the cloth is displaced on the frame: trends, each an unknown amount of a known shape, and waviness. */
export interface Displacement {
  term(at: LoadedPoint, advance: number, sign?: 1 | -1): Term;
  /** Expected before any touch. */
  expected(term: Term): Point;
  covariance(a: Term, b: Term): Block;
  /** Σ covariance with each term · its weight, as a map: the same as term by term, but what doesn't depend on the place is summed once. */
  weighted(terms: readonly Term[], weights: readonly Point[]): (term: Term) => Point;
  /** Covariance with the amount of a trend in one advance, along x and y; `advance` null: of the quilt as a whole. */
  withTrend(a: Term, trend: number, advance: number | null): Point;
  trend(index: number): Spread;
}

/** Trends by index. */
export const TREND = {
  shiftX: 0,
  shiftY: 1,
  turn: 2,
  shear: 3,
  along: 4,
  across: 5,
  stitchedAlong: 6,
  stitchedAcross: 7,
} as const;
const TRENDS = 8;
/** Waves of places so far apart (in the exponent) have nothing in common: e⁻³⁰. */
const FARTHEST = 30;

/** The amounts of the trends, as they are believed. */
interface Amounts {
  readonly spreads: readonly Spread[];
  /** Covariance of a trend's amount in one advance with that in another, or (null) in the quilt as a whole. */
  variance(trend: number, advance: number, other: number | null): number;
}

/** The waviness: covariance along each axis of two places whose squared distance is `d2`, in one advance or in two. */
type Waviness = (d2: number, together: boolean) => number;

/**
 * dx = s − e·x − (τ − γ)·y − q·σ(y)·x and dy = s' − e'·y + (τ + γ)·x − q'·∫σ, with turn τ, shear γ, draw-in e, e' and what
 * stitching adds to it q, q', where σ falls from 1 to 0 at the front of what is stitched. Each amount has a part that the quilt keeps and one
 * of each advance. The waviness is a squared exponential, alike but independent along x and y; most of it is the cloth's own.
 */
export function displacementOf(
  prior: ClothPrior,
  wave: { readonly size: number; readonly scale: number },
): Displacement {
  const amounts = amountsOf(prior);
  const waviness = wavinessOf(wave, prior.ownWaves);
  return {
    term: (at, advance, sign = 1) => ({ sign, advance, at, trends: shapesAt(prior, at, advance) }),
    expected: (term) => expectedOf(prior, amounts, term),
    covariance: (a, b) => covarianceOf(amounts, waviness, a, b),
    weighted: (terms, weights) => weightedBy(amounts, waviness, terms, weights),
    withTrend(a, trend, advance) {
      const variance = a.sign * amounts.variance(trend, a.advance, advance);
      return { x: variance * a.trends[2 * trend]!, y: variance * a.trends[2 * trend + 1]! };
    },
    trend: (index) => amounts.spreads[index]!,
  };
}

function amountsOf(prior: ClothPrior): Amounts {
  const spreads: Spread[] = [
    { mean: 0, doubt: prior.shift, own: 0 },
    { mean: 0, doubt: prior.shift, own: 0 },
    prior.turn,
    prior.shear,
    prior.drawIn.along,
    prior.drawIn.across,
    prior.stitchedIn.along,
    prior.stitchedIn.across,
  ];
  const kept = spreads.map(({ doubt }) => doubt ** 2);
  const own = spreads.map((spread) => spread.own ** 2);
  const ownIn = (trend: number, advance: number): number => {
    if (trend === TREND.shiftX) return mountOf(prior, advance).slip.x ** 2;
    if (trend === TREND.shiftY) return mountOf(prior, advance).slip.y ** 2;
    return own[trend]!;
  };
  return {
    spreads,
    variance: (trend, advance, other) => kept[trend]! + (advance === other ? ownIn(trend, advance) : 0),
  };
}

function wavinessOf({ size, scale }: { readonly size: number; readonly scale: number }, ownPart: number): Waviness {
  const variance = size ** 2;
  const decay = 1 / (2 * scale ** 2);
  return (d2, together) => {
    const far = d2 * decay;
    return far > FARTHEST ? 0 : variance * Math.exp(-far) * (together ? 1 : 1 - ownPart);
  };
}

/** What each trend, of amount 1, displaces at a place: x then y. */
function shapesAt(prior: ClothPrior, at: LoadedPoint, advance: number): Float64Array {
  const { x, y } = minus(at, prior.origin);
  const { stitched, depth } = stitchedAbove(at.y, mountOf(prior, advance).front);
  return Float64Array.of(1, 0, 0, 1, -y, x, y, x, -x, 0, 0, -y, -stitched * x, 0, 0, -depth);
}

function expectedOf(prior: ClothPrior, { spreads }: Amounts, { sign, advance, trends }: Term): Point {
  let { x, y }: Point = mountOf(prior, advance).at;
  for (let i = 0; i < TRENDS; i++) {
    x += spreads[i]!.mean * trends[2 * i]!;
    y += spreads[i]!.mean * trends[2 * i + 1]!;
  }
  return { x: sign * x, y: sign * y };
}

function covarianceOf(amounts: Amounts, waviness: Waviness, a: Term, b: Term): Block {
  const alike = waviness((a.at.x - b.at.x) ** 2 + (a.at.y - b.at.y) ** 2, a.advance === b.advance);
  let xx = alike;
  let yy = alike;
  let xy = 0;
  let yx = 0;
  for (let i = 0; i < TRENDS; i++) {
    const variance = amounts.variance(i, a.advance, b.advance);
    const ax = a.trends[2 * i]! * variance;
    const ay = a.trends[2 * i + 1]! * variance;
    xx += ax * b.trends[2 * i]!;
    xy += ax * b.trends[2 * i + 1]!;
    yx += ay * b.trends[2 * i]!;
    yy += ay * b.trends[2 * i + 1]!;
  }
  const sign = a.sign * b.sign;
  return { xx: sign * xx, xy: sign * xy, yx: sign * yx, yy: sign * yy };
}

function weightedBy(
  amounts: Amounts,
  waviness: Waviness,
  terms: readonly Term[],
  weights: readonly Point[],
): (term: Term) => Point {
  const byAdvance = new Map<number, Float64Array>();
  const weighIn = (advance: number): Float64Array => {
    const out = new Float64Array(TRENDS);
    terms.forEach((term, j) => {
      for (let i = 0; i < TRENDS; i++) {
        out[i]! +=
          term.sign *
          amounts.variance(i, term.advance, advance) *
          (term.trends[2 * i]! * weights[j]!.x + term.trends[2 * i + 1]! * weights[j]!.y);
      }
    });
    byAdvance.set(advance, out);
    return out;
  };
  return ({ sign, advance, at, trends }) => {
    const amount = byAdvance.get(advance) ?? weighIn(advance);
    let x = 0;
    let y = 0;
    for (let i = 0; i < TRENDS; i++) {
      x += amount[i]! * trends[2 * i]!;
      y += amount[i]! * trends[2 * i + 1]!;
    }
    for (let j = 0; j < terms.length; j++) {
      const term = terms[j]!;
      const d2 = (term.at.x - at.x) ** 2 + (term.at.y - at.y) ** 2;
      const alike = term.sign * waviness(d2, term.advance === advance);
      x += alike * weights[j]!.x;
      y += alike * weights[j]!.y;
    }
    return { x: sign * x, y: sign * y };
  };
}

/** Whether the cloth at y is stitched, from 1 to 0 over the front's width, and the stitched length from the front down to y, mm: negative above it. */
function stitchedAbove(y: number, front: number): { readonly stitched: number; readonly depth: number } {
  if (front === -Infinity) return { stitched: 0, depth: 0 };
  const half = FRONT_WIDTH / 2;
  const t = Math.min(1, Math.max(-1, (y - front) / half));
  const stitched = (1 - t) / 2;
  // ∫ from the front: a ramp inside, full length above, nothing more below.
  const inside = (half / 2) * (t - (t * t) / 2);
  return { stitched, depth: y < front - half ? inside + (y - front + half) : inside };
}
