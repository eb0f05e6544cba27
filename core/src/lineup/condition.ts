import type { Point } from '../geometry/point.ts';
import { backwardInto, choleskyInto, dot, forwardInto } from '../geometry/cholesky.ts';
import type { Block, Displacement } from './displacement.ts';
import type { Doubt } from './doubt.ts';
import type { Term } from './trends.ts';

/** A sum of displacements: of one place, or how far a place moved from one advance to another. */
export type Terms = readonly Term[];

/** A sum of displacements with what was read of it. */
export interface Observation {
  readonly terms: Terms;
  /** Read, without what was expected. */
  readonly residual: Point;
  readonly noise: number;
}

/** An observation against what others say of it. */
export interface Misfit {
  /** Read, without what they say, mm. */
  readonly off: Point;
  /** How unsure they are of it, noise of the reading included. */
  readonly doubt: Doubt;
}

/** One model of the cloth, conditioned on what was read. */
export interface Conditioned {
  readonly logEvidence: number;
  readonly mean: (terms: Terms) => Point;
  readonly doubt: (terms: Terms) => Doubt;
  /** What is known of a question: its covariance with another follows from both. */
  readonly ask: (terms: Terms) => Asked;
  /** Expected amount of a trend and its variance, in one advance or (null) of the quilt. */
  readonly trend: (index: number, advance: number | null) => { readonly mean: number; readonly variance: number };
  /** An observation (by its index) against all the others. */
  readonly againstOthers: (observation: number) => Misfit;
  /** The same against those before it, and the logarithm of how likely they were. */
  readonly againstEarlier: (observation: number) => Misfit & { readonly logEvidence: number };
}

export interface Asked {
  readonly terms: Terms;
  /** L⁻¹ of the covariances with the observations: columns of x and y. */
  readonly white: readonly [Float64Array, Float64Array];
}

/** A model with what was read of it: the covariance's lower half L, L⁻¹ times the residuals, and the covariance's inverse times them. */
interface Read {
  readonly model: Displacement;
  readonly observations: readonly Observation[];
  readonly lower: readonly Float64Array[];
  readonly whitened: Float64Array;
  readonly alpha: Float64Array;
}

/** Gaussian conditioning (Rasmussen & Williams 2006, ch. 2.2 and 5.4.2). O(observations³), a question O(observations²). */
export function condition(model: Displacement, observations: readonly Observation[]): Conditioned {
  const read = readings(model, observations);
  const ask = (terms: Terms): Asked => askOf(read, terms);
  return {
    logEvidence: evidenceUpTo(read, 2 * observations.length),
    mean: meanOf(read),
    ask,
    doubt(terms) {
      const asked = ask(terms);
      const { xx, xy, yy } = askedTogether(model, asked, asked);
      return { xx, xy, yy };
    },
    trend: (index, advance) => trendOf(read, index, advance),
    againstOthers: (observation) => misfitToOthers(read, observation),
    againstEarlier: (observation) => misfitToEarlier(read, observation),
  };
}

function readings(model: Displacement, observations: readonly Observation[]): Read {
  const n = observations.length;
  const lower = Array.from({ length: 2 * n }, (_, row) => new Float64Array(row + 1));
  observations.forEach((a, i) => {
    const [x, y] = [lower[2 * i]!, lower[2 * i + 1]!];
    for (let j = 0; j <= i; j++) {
      const k = between(model, a.terms, observations[j]!.terms);
      x[2 * j] = k.xx;
      if (j < i) x[2 * j + 1] = k.xy;
      y[2 * j] = k.yx;
      y[2 * j + 1] = k.yy;
    }
    x[2 * i]! += a.noise ** 2;
    y[2 * i + 1]! += a.noise ** 2;
  });
  choleskyInto(lower);
  const whitened = Float64Array.from({ length: 2 * n }, (_, i) => {
    const { residual } = observations[i >> 1]!;
    return i % 2 === 0 ? residual.x : residual.y;
  });
  forwardInto(whitened, lower);
  const alpha = whitened.slice();
  backwardInto(alpha, lower);
  return { model, observations, lower, whitened, alpha };
}

/** Logarithm of how likely the first rows were, but for a constant. */
function evidenceUpTo({ lower, whitened }: Read, row: number): number {
  let sum = 0;
  for (let i = 0; i < row; i++) sum += -0.5 * whitened[i]! ** 2 - Math.log(lower[i]![i]!);
  return sum;
}

function meanOf({ model, observations, alpha }: Read): (terms: Terms) => Point {
  const learned = model.weighted(
    observations.flatMap(({ terms }) => terms),
    observations.flatMap(({ terms }, i) => terms.map(() => ({ x: alpha[2 * i]!, y: alpha[2 * i + 1]! }))),
  );
  return (terms) => {
    let x = 0;
    let y = 0;
    for (const term of terms) {
      const e = model.expected(term);
      const d = learned(term);
      x += e.x + d.x;
      y += e.y + d.y;
    }
    return { x, y };
  };
}

function askOf({ model, observations, lower }: Read, terms: Terms): Asked {
  const n = observations.length;
  const white = [new Float64Array(2 * n), new Float64Array(2 * n)] as const;
  observations.forEach((observation, i) => {
    const k = between(model, observation.terms, terms);
    white[0][2 * i] = k.xx;
    white[1][2 * i] = k.xy;
    white[0][2 * i + 1] = k.yx;
    white[1][2 * i + 1] = k.yy;
  });
  forwardInto(white[0], lower);
  forwardInto(white[1], lower);
  return { terms, white };
}

function trendOf({ model, observations, lower, alpha }: Read, index: number, advance: number | null) {
  const spread = model.trend(index);
  const own = advance === null ? 0 : spread.own ** 2;
  const k = new Float64Array(2 * observations.length);
  observations.forEach(({ terms }, i) => {
    for (const term of terms) {
      const { x, y } = model.withTrend(term, index, advance);
      k[2 * i]! += x;
      k[2 * i + 1]! += y;
    }
  });
  const mean = spread.mean + dot(k, alpha);
  forwardInto(k, lower);
  return { mean, variance: spread.doubt ** 2 + own - dot(k, k) };
}

function misfitToOthers({ lower, alpha }: Read, observation: number): Misfit {
  const [p, q] = [2 * observation, 2 * observation + 1];
  const columns = [p, q].map((row) => {
    const unit = new Float64Array(alpha.length);
    unit[row] = 1;
    forwardInto(unit, lower, row);
    return unit;
  }) as [Float64Array, Float64Array];
  // What the inverse covariance holds of it is the inverse of its own doubt.
  const doubt = inverted({
    xx: dot(columns[0], columns[0]),
    xy: dot(columns[0], columns[1]),
    yy: dot(columns[1], columns[1]),
  });
  const [x, y] = [alpha[p]!, alpha[q]!];
  return { off: { x: doubt.xx * x + doubt.xy * y, y: doubt.xy * x + doubt.yy * y }, doubt };
}

function misfitToEarlier(read: Read, observation: number): Misfit & { readonly logEvidence: number } {
  const { lower, whitened } = read;
  const [p, q] = [2 * observation, 2 * observation + 1];
  const [a, b, c] = [lower[p]![p]!, lower[q]![p]!, lower[q]![q]!];
  return {
    off: { x: a * whitened[p]!, y: b * whitened[p]! + c * whitened[q]! },
    doubt: { xx: a * a, xy: a * b, yy: b * b + c * c },
    logEvidence: evidenceUpTo(read, p),
  };
}

/** Covariance of two questions, given what was read. */
export function askedTogether(model: Displacement, a: Asked, b: Asked): Block {
  const k = between(model, a.terms, b.terms);
  return {
    xx: k.xx - dot(a.white[0], b.white[0]),
    xy: k.xy - dot(a.white[0], b.white[1]),
    yx: k.yx - dot(a.white[1], b.white[0]),
    yy: k.yy - dot(a.white[1], b.white[1]),
  };
}

function between(model: Displacement, a: Terms, b: Terms): Block {
  let xx = 0;
  let xy = 0;
  let yx = 0;
  let yy = 0;
  for (const s of a) {
    for (const t of b) {
      const k = model.covariance(s, t);
      xx += k.xx;
      xy += k.xy;
      yx += k.yx;
      yy += k.yy;
    }
  }
  return { xx, xy, yx, yy };
}

function inverted({ xx, xy, yy }: Doubt): Doubt {
  const det = xx * yy - xy * xy;
  return { xx: yy / det, xy: -xy / det, yy: xx / det };
}
