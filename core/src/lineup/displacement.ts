import type { Point } from '../geometry/point.ts';
import type { Character, Wave } from './character.ts';
import { type ClothPrior, mountOf, type Spread } from './cloth-prior.ts';
import { type Term, TREND } from './trends.ts';

/** Covariance of two displacements. */
export interface Block {
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

/** How the cloth is displaced on the frame: trends, each an unknown amount of a known shape, and waviness. */
export interface Displacement {
  /** Expected before any touch. */
  expected(term: Term): Point;
  covariance(a: Term, b: Term): Block;
  /** Σ covariance with each term · its weight, as a map: the same as term by term, but what doesn't depend on the place is summed once. */
  weighted(terms: readonly Term[], weights: readonly Point[]): (term: Term) => Point;
  /** Covariance with the amount of a trend in one advance, along x and y; `advance` null: of the quilt as a whole. */
  withTrend(a: Term, trend: number, advance: number | null): Point;
  trend(index: number): Spread;
}

/** Waves of places so far apart (in the exponent) have nothing in common: e⁻³⁰. */
const FARTHEST = 30;

/** Each mount has a slip of its own, so that these are open even where the quilt has none. */
const SHIFTS: readonly number[] = [TREND.shiftX, TREND.shiftY];

/** The amounts of the trends, as they are believed. */
interface Amounts {
  readonly spreads: readonly Spread[];
  /** Trends that may be of any amount at all. */
  readonly open: readonly number[];
  /** Covariance of a trend's amount in one advance with that in another, or (null) in the quilt as a whole. */
  variance(trend: number, advance: number, other: number | null): number;
}

/** The waviness: covariance along each axis of two places whose squared distance is `d2`, in one advance or in two. */
type Waviness = (d2: number, together: boolean) => number;

/**
 * Each trend's amount has a part that the quilt keeps and one of each advance. The waves are alike but independent along x and y; most of
 * them are the cloth's own.
 */
export function displacementOf(prior: ClothPrior, character: Character): Displacement {
  const amounts = amountsOf(prior, character);
  const waviness = wavinessOf(character.waves, prior.ownWaves);
  return {
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

function amountsOf(prior: ClothPrior, { uneven, edges, kinks }: Character): Amounts {
  const edge = { mean: 0, doubt: edges, own: 0 };
  const kink = { mean: 0, doubt: kinks, own: 0 };
  const spreads: Spread[] = [
    { mean: 0, doubt: prior.shift, own: 0 },
    { mean: 0, doubt: prior.shift, own: 0 },
    widened(prior.turn, uneven),
    widened(prior.shear, uneven),
    widened(prior.drawIn.along, uneven),
    widened(prior.drawIn.across, uneven),
    prior.stitchedIn.along,
    prior.stitchedIn.across,
    ...[edge, edge, edge, edge],
    ...prior.seams.flatMap(() => [kink, kink]),
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
    open: spreads.flatMap(({ mean, doubt, own }, i) =>
      SHIFTS.includes(i) || mean !== 0 || doubt > 0 || own > 0 ? [i] : [],
    ),
    variance: (trend, advance, other) => kept[trend]! + (advance === other ? ownIn(trend, advance) : 0),
  };
}

const widened = ({ mean, doubt, own }: Spread, by: number): Spread => ({ mean, doubt: by * doubt, own: by * own });

function wavinessOf(waves: readonly Wave[], ownPart: number): Waviness {
  return (d2, together) => {
    let sum = 0;
    for (const { kind, size, scale } of waves) {
      if (kind === 'smooth') {
        const far = d2 / (2 * scale ** 2);
        if (far <= FARTHEST) sum += size ** 2 * Math.exp(-far);
      } else {
        const far = Math.sqrt(3 * d2) / scale;
        if (far <= FARTHEST) sum += size ** 2 * (1 + far) * Math.exp(-far);
      }
    }
    return sum * (together ? 1 : 1 - ownPart);
  };
}

function expectedOf(prior: ClothPrior, { spreads, open }: Amounts, { sign, advance, trends }: Term): Point {
  let { x, y }: Point = mountOf(prior, advance).at;
  for (const i of open) {
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
  for (const i of amounts.open) {
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
    const out = new Float64Array(amounts.spreads.length);
    terms.forEach((term, j) => {
      for (const i of amounts.open) {
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
    for (const i of amounts.open) {
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
