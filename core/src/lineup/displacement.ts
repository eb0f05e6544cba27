import type { Point } from '../geometry/point.ts';
import { type ClothPrior, FRONT_WIDTH, mountOf, type Spread } from './cloth-prior.ts';

/** The displacement of a point of the loaded cloth in one advance, or minus it: what observations and questions are made of. */
export interface Term {
  readonly sign: 1 | -1;
  readonly advance: number;
  readonly at: Point;
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
  term(at: Point, advance: number, sign?: 1 | -1): Term;
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

/**
 * dx = s − e·x − (τ − γ)·y − q·σ(y)·x and dy = s' − e'·y + (τ + γ)·x − q'·∫σ, with turn τ, shear γ, draw-in e, e' and what
 * stitching adds to it q, q', where σ falls from 1 to 0 at the front of what is stitched. Each amount has a part that the quilt keeps and one
 * of each advance. The waviness is a squared exponential, alike but independent along x and y; most of it is the cloth's own.
 */
export function displacementOf(
  prior: ClothPrior,
  wave: { readonly size: number; readonly scale: number },
): Displacement {
  const { origin } = prior;
  const slipOf = (advance: number): Point => mountOf(prior, advance).slip;
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
  const size = wave.size ** 2;
  const decay = 1 / (2 * wave.scale ** 2);
  const ownIn = (trend: number, advance: number): number =>
    trend === TREND.shiftX ? slipOf(advance).x ** 2 : trend === TREND.shiftY ? slipOf(advance).y ** 2 : own[trend]!;

  return {
    term(at, advance, sign = 1) {
      const x = at.x - origin.x;
      const y = at.y - origin.y;
      const { stitched, depth } = stitchedAbove(at.y, mountOf(prior, advance).front);
      const trends = Float64Array.of(1, 0, 0, 1, -y, x, y, x, -x, 0, 0, -y, -stitched * x, 0, 0, -depth);
      return { sign, advance, at, trends };
    },
    expected({ sign, advance, trends }) {
      const mount = mountOf(prior, advance);
      let { x, y } = mount.at;
      for (let i = 0; i < TRENDS; i++) {
        x += spreads[i]!.mean * trends[2 * i]!;
        y += spreads[i]!.mean * trends[2 * i + 1]!;
      }
      return { x: sign * x, y: sign * y };
    },
    covariance(a, b) {
      const together = a.advance === b.advance;
      const d2 = (a.at.x - b.at.x) ** 2 + (a.at.y - b.at.y) ** 2;
      const waviness = size * Math.exp(-d2 * decay) * (together ? 1 : 1 - prior.ownWaves);
      let xx = waviness;
      let yy = waviness;
      let xy = 0;
      let yx = 0;
      for (let i = 0; i < TRENDS; i++) {
        const variance = kept[i]! + (together ? ownIn(i, a.advance) : 0);
        const ax = a.trends[2 * i]! * variance;
        const ay = a.trends[2 * i + 1]! * variance;
        xx += ax * b.trends[2 * i]!;
        xy += ax * b.trends[2 * i + 1]!;
        yx += ay * b.trends[2 * i]!;
        yy += ay * b.trends[2 * i + 1]!;
      }
      const sign = a.sign * b.sign;
      return { xx: sign * xx, xy: sign * xy, yx: sign * yx, yy: sign * yy };
    },
    weighted(terms, weights) {
      const amounts = new Map<number, Float64Array>();
      const amountsIn = (advance: number): Float64Array => {
        const known = amounts.get(advance) ?? amountsOf(advance);
        amounts.set(advance, known);
        return known;
      };
      const amountsOf = (advance: number): Float64Array => {
        const out = new Float64Array(TRENDS);
        terms.forEach((term, j) => {
          for (let i = 0; i < TRENDS; i++) {
            const variance = kept[i]! + (term.advance === advance ? ownIn(i, advance) : 0);
            out[i]! +=
              term.sign * variance * (term.trends[2 * i]! * weights[j]!.x + term.trends[2 * i + 1]! * weights[j]!.y);
          }
        });
        return out;
      };
      return ({ sign, advance, at, trends }) => {
        const amount = amountsIn(advance);
        let x = 0;
        let y = 0;
        for (let i = 0; i < TRENDS; i++) {
          x += amount[i]! * trends[2 * i]!;
          y += amount[i]! * trends[2 * i + 1]!;
        }
        for (let j = 0; j < terms.length; j++) {
          const term = terms[j]!;
          const d2 = ((term.at.x - at.x) ** 2 + (term.at.y - at.y) ** 2) * decay;
          if (d2 > FARTHEST) continue;
          const alike = term.sign * size * Math.exp(-d2) * (term.advance === advance ? 1 : 1 - prior.ownWaves);
          x += alike * weights[j]!.x;
          y += alike * weights[j]!.y;
        }
        return { x: sign * x, y: sign * y };
      };
    },
    withTrend(a, trend, advance) {
      const variance = a.sign * (kept[trend]! + (advance === a.advance ? ownIn(trend, a.advance) : 0));
      return { x: variance * a.trends[2 * trend]!, y: variance * a.trends[2 * trend + 1]! };
    },
    trend: (index) => spreads[index]!,
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
