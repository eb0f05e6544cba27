import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Point } from '../geometry/point.ts';
import type { Block, Displacement, Term } from './displacement.ts';
import type { Doubt } from './doubt.ts';

/** A sum of displacements: of one place, or how far a place moved from one advance to another. */
export type Terms = readonly Term[];

/** A sum of displacements with what was read of it. */
export interface Observation {
  readonly terms: Terms;
  /** Read, without what was expected. */
  readonly residual: Point;
  readonly noise: number;
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
}

export interface Asked {
  readonly terms: Terms;
  /** L⁻¹ of the covariances with the observations: columns of x and y. */
  readonly white: readonly [Float64Array, Float64Array];
}

/** Gaussian conditioning (Rasmussen & Williams 2006, ch. 2.2). O(observations³), a question O(observations²). */
export function condition(model: Displacement, observations: readonly Observation[]): Conditioned {
  const n = observations.length;
  const covariance = new Matrix(2 * n, 2 * n);
  const residual = new Matrix(2 * n, 1);
  observations.forEach((a, i) => {
    residual.set(2 * i, 0, a.residual.x);
    residual.set(2 * i + 1, 0, a.residual.y);
    for (let j = 0; j <= i; j++) {
      const k = between(model, a.terms, observations[j]!.terms);
      setBoth(covariance, 2 * i, 2 * j, k.xx);
      setBoth(covariance, 2 * i, 2 * j + 1, k.xy);
      setBoth(covariance, 2 * i + 1, 2 * j, k.yx);
      setBoth(covariance, 2 * i + 1, 2 * j + 1, k.yy);
    }
    for (const axis of [2 * i, 2 * i + 1]) covariance.set(axis, axis, covariance.get(axis, axis) + a.noise ** 2);
  });
  const cholesky = n === 0 ? null : new CholeskyDecomposition(covariance);
  const lower = (cholesky?.lowerTriangularMatrix.to2DArray() ?? []).map((row) => Float64Array.from(row));
  const alpha = cholesky?.solve(residual).to1DArray() ?? [];
  let logEvidence = 0;
  for (let i = 0; i < 2 * n; i++) logEvidence -= 0.5 * residual.get(i, 0) * alpha[i]! + Math.log(lower[i]![i]!);

  const learned = model.weighted(
    observations.flatMap(({ terms }) => terms),
    observations.flatMap(({ terms }, i) => terms.map(() => ({ x: alpha[2 * i]!, y: alpha[2 * i + 1]! }))),
  );
  const mean = (terms: Terms): Point => {
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
  const ask = (terms: Terms): Asked => {
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
  };
  return {
    logEvidence,
    mean,
    ask,
    doubt: (terms) => {
      const asked = ask(terms);
      const k = askedTogether(model, asked, asked);
      return { xx: k.xx, xy: k.xy, yy: k.yy };
    },
    trend(index, advance) {
      const spread = model.trend(index);
      const own = advance === null ? 0 : spread.own ** 2;
      const k = new Float64Array(2 * n);
      observations.forEach(({ terms }, i) => {
        for (const term of terms) {
          const { x, y } = model.withTrend(term, index, advance);
          k[2 * i]! += x;
          k[2 * i + 1]! += y;
        }
      });
      const shift = k.reduce((sum, value, i) => sum + value * alpha[i]!, 0);
      forwardInto(k, lower);
      const known = k.reduce((sum, value) => sum + value * value, 0);
      return { mean: spread.mean + shift, variance: spread.doubt ** 2 + own - known };
    },
  };
}

/** Covariance of two questions, given what was read. */
export function askedTogether(model: Displacement, a: Asked, b: Asked): Block {
  const k = between(model, a.terms, b.terms);
  const dot = (u: Float64Array, v: Float64Array): number => {
    let sum = 0;
    for (let i = 0; i < u.length; i++) sum += u[i]! * v[i]!;
    return sum;
  };
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

/** v becomes L⁻¹·v. */
function forwardInto(v: Float64Array, lower: readonly Float64Array[]): void {
  for (let i = 0; i < v.length; i++) {
    const row = lower[i]!;
    let sum = v[i]!;
    for (let j = 0; j < i; j++) sum -= row[j]! * v[j]!;
    v[i] = sum / row[i]!;
  }
}

/** Both halves at once: rounding must not make the matrix unsymmetric. */
function setBoth(matrix: Matrix, row: number, column: number, value: number): void {
  matrix.set(row, column, value);
  matrix.set(column, row, value);
}
