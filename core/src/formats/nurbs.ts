import { flattenCubicInto, flattenQuadraticInto } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';

const HIGHEST_DEGREE = 12;
/** Control points times degree: working out a span takes about as long as that. */
const MOST_WORK = 1_000_000;
/** Steps within one knot span. */
const FEWEST_STEPS = 4;
const MOST_STEPS = 2000;

/** A B-spline, rational when it has weights. */
export interface Spline {
  readonly controls: readonly Point[];
  readonly degree: number;
  readonly knots: readonly number[];
  readonly weights?: readonly number[] | undefined;
}

/** Where a spline begins; null when degree, knots and points don't agree, or it is too long to be worked out. */
export function splineStart(spline: Spline): Point | null {
  const { controls, degree, knots, weights } = spline;
  const n = controls.length;
  const isSound =
    Number.isInteger(degree) &&
    degree >= 1 &&
    degree <= HIGHEST_DEGREE &&
    n > degree &&
    n * degree <= MOST_WORK &&
    knots.length === n + degree + 1 &&
    knots.every((knot, i) => Number.isFinite(knot) && (i === 0 || knot >= knots[i - 1]!)) &&
    (weights === undefined || (weights.length === n && weights.every((w) => w > 0 && Number.isFinite(w))));
  const first = isSound ? knots.findIndex((knot, i) => i >= degree && i < n && knots[i + 1]! > knot) : -1;
  return first < 0 ? null : pointAt(spline, knots[first]!, first);
}

/**
 * Appends a sound spline (without its start) to `out` as `x, y` pairs. A span of degree 2 or 3 without weights is a Bézier curve; any other is cut
 * in equal parameter steps, as many as doubling needs until the middle of every step lies within `tolerance` of its chord. It ends early where
 * `out` has more than `most` numbers.
 */
export function flattenSplineInto(out: number[], spline: Spline, tolerance: number, most: number): void {
  const { controls, degree, knots, weights } = spline;
  for (let span = degree; span < controls.length && out.length <= most; span++) {
    const from = knots[span]!;
    const to = knots[span + 1]!;
    if (to <= from) continue;
    const bezier = (ends: number): Point => polarForm(spline, span, from, to, ends);
    if (degree === 3 && !weights) {
      flattenCubicInto(out, bezier(0), bezier(1), bezier(2), bezier(3), tolerance);
    } else if (degree === 2 && !weights) {
      flattenQuadraticInto(out, bezier(0), bezier(1), bezier(2), tolerance);
    } else {
      const line = spanLine((t) => pointAt(spline, from + (to - from) * t, span), tolerance);
      for (let i = 1; i < line.length; i++) out.push(line[i]!.x, line[i]!.y);
    }
  }
}

/** Points of a span at equal steps of its parameter, each worked out once. */
function spanLine(at: (t: number) => Point, tolerance: number): readonly Point[] {
  let line = Array.from({ length: FEWEST_STEPS + 1 }, (_, i) => at(i / FEWEST_STEPS));
  while (line.length <= MOST_STEPS) {
    const steps = line.length - 1;
    const middles = Array.from({ length: steps }, (_, i) => at((i + 0.5) / steps));
    const isFine = middles.every(({ x, y }, i) => {
      const [a, b] = [line[i]!, line[i + 1]!];
      const off = Math.sqrt((x - (a.x + b.x) / 2) ** 2 + (y - (a.y + b.y) / 2) ** 2);
      return off <= tolerance || !Number.isFinite(off);
    });
    if (isFine) break;
    const coarse = line;
    line = Array.from({ length: 2 * steps + 1 }, (_, i) => (i % 2 === 0 ? coarse : middles)[i >> 1]!);
  }
  return line;
}

/** Of the span being worked out, in homogeneous coordinates: one place for all, since there are millions. */
const X = new Float64Array(HIGHEST_DEGREE + 1);
const Y = X.slice();
const W = X.slice();

const pointAt = (spline: Spline, t: number, span: number): Point => polarForm(spline, span, t, t, 0);

/**
 * The polar form of a span at `from`, and so many times at `to` instead (Ramshaw 1987), by de Boor's algorithm (1972) on homogeneous coordinates:
 * the span's point where both are the same, and its Bézier points where they are its ends.
 */
function polarForm(
  { controls, degree, knots, weights }: Spline,
  span: number,
  from: number,
  to: number,
  ends: number,
): Point {
  for (let i = 0; i <= degree; i++) {
    const k = span - degree + i;
    const weight = weights?.[k] ?? 1;
    W[i] = weight;
    X[i] = controls[k]!.x * weight;
    Y[i] = controls[k]!.y * weight;
  }
  for (let level = 1; level <= degree; level++) {
    const t = level <= ends ? to : from;
    for (let i = degree; i >= level; i--) {
      const low = knots[span - degree + i]!;
      const high = knots[span + 1 + i - level]!;
      const f = high > low ? (t - low) / (high - low) : 0;
      X[i] = X[i - 1]! + (X[i]! - X[i - 1]!) * f;
      Y[i] = Y[i - 1]! + (Y[i]! - Y[i - 1]!) * f;
      W[i] = W[i - 1]! + (W[i]! - W[i - 1]!) * f;
    }
  }
  return { x: X[degree]! / W[degree]!, y: Y[degree]! / W[degree]! };
}
