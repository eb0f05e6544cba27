import type { Point } from '../geometry/point.ts';

const HIGHEST_DEGREE = 12;
/** Steps within one knot span at most. */
const MOST_STEPS = 2000;

/** A B-spline, rational when it has weights. */
export interface Spline {
  readonly controls: readonly Point[];
  readonly degree: number;
  readonly knots: readonly number[];
  readonly weights?: readonly number[] | undefined;
}

/** Where a spline begins; null when degree, knots and points don't agree. */
export function splineStart(spline: Spline): Point | null {
  const { controls, degree, knots, weights } = spline;
  const n = controls.length;
  const isSound =
    Number.isInteger(degree) &&
    degree >= 1 &&
    degree <= HIGHEST_DEGREE &&
    n > degree &&
    knots.length === n + degree + 1 &&
    knots.every((knot, i) => Number.isFinite(knot) && (i === 0 || knot >= knots[i - 1]!)) &&
    (weights === undefined || (weights.length === n && weights.every((w) => w > 0 && Number.isFinite(w))));
  const first = isSound ? knots.findIndex((knot, i) => i >= degree && i < n && knots[i + 1]! > knot) : -1;
  return first < 0 ? null : deBoor(spline, knots[first]!, first);
}

/**
 * Appends a sound spline (without its start) to `out` as `x, y` pairs. Each span is cut in equal parameter steps, as many as doubling needs until
 * the middle of every step lies within `tolerance` of its chord. It ends early where `out` has more than `most` numbers.
 */
export function flattenSplineInto(out: number[], spline: Spline, tolerance: number, most: number): void {
  const { controls, degree, knots } = spline;
  for (let span = degree; span < controls.length && out.length <= most; span++) {
    const from = knots[span]!;
    const to = knots[span + 1]!;
    if (to <= from) continue;
    const steps = stepsFor((t) => deBoor(spline, from + (to - from) * t, span), tolerance);
    for (let i = 1; i <= steps; i++) {
      const p = deBoor(spline, from + ((to - from) * i) / steps, span);
      out.push(p.x, p.y);
    }
  }
}

function stepsFor(at: (t: number) => Point, tolerance: number): number {
  for (let steps = 4; steps < MOST_STEPS; steps *= 2) {
    let good = true;
    for (let i = 0; i < steps && good; i++) {
      const a = at(i / steps);
      const b = at((i + 1) / steps);
      const middle = at((i + 0.5) / steps);
      const off = Math.sqrt((middle.x - (a.x + b.x) / 2) ** 2 + (middle.y - (a.y + b.y) / 2) ** 2);
      good = off <= tolerance || !Number.isFinite(off);
    }
    if (good) return steps;
  }
  return MOST_STEPS;
}

/** De Boor's algorithm (de Boor 1972) on homogeneous coordinates. */
function deBoor({ controls, degree, knots, weights }: Spline, t: number, span: number): Point {
  const x: number[] = [];
  const y: number[] = [];
  const w: number[] = [];
  for (let i = 0; i <= degree; i++) {
    const k = span - degree + i;
    w[i] = weights?.[k] ?? 1;
    x[i] = controls[k]!.x * w[i]!;
    y[i] = controls[k]!.y * w[i]!;
  }
  for (let level = 1; level <= degree; level++) {
    for (let i = degree; i >= level; i--) {
      const low = knots[span - degree + i]!;
      const high = knots[span + 1 + i - level]!;
      const f = high > low ? (t - low) / (high - low) : 0;
      x[i] = x[i - 1]! + (x[i]! - x[i - 1]!) * f;
      y[i] = y[i - 1]! + (y[i]! - y[i - 1]!) * f;
      w[i] = w[i - 1]! + (w[i]! - w[i - 1]!) * f;
    }
  }
  return { x: x[degree]! / w[degree]!, y: y[degree]! / w[degree]! };
}
