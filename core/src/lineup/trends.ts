import { type LoadedPoint, minus } from '../geometry/point.ts';
import { type ClothPrior, FRONT_WIDTH, mountOf } from './cloth-prior.ts';

/** The displacement of a point of the loaded cloth in one advance, or minus it: what observations and questions are made of. */
export interface Term {
  readonly sign: 1 | -1;
  readonly advance: number;
  readonly at: LoadedPoint;
  /** What each trend, of amount 1, displaces here: x then y. */
  readonly trends: Float64Array;
}

/** Trends by index; two more for each seam, along and across. */
export const TREND = {
  shiftX: 0,
  shiftY: 1,
  turn: 2,
  shear: 3,
  along: 4,
  across: 5,
  stitchedAlong: 6,
  stitchedAcross: 7,
  leftAlong: 8,
  leftAcross: 9,
  rightAlong: 10,
  rightAcross: 11,
} as const;
const SEAMS = Object.keys(TREND).length;

/** How far a stretched edge reaches into the cloth, mm: there it is e times less. */
const EDGE_DEPTH = 150;

/**
 * What displaces cloth, as known shapes of unknown amounts. With turn τ, shear γ, draw-in e, e', what stitching adds to it q, q' where σ falls
 * from 1 to 0 at the front of what is stitched, edges l, l', r, r' and a bend k, k' at each seam (of those across the poles at x = a):
 * dx = s − e·x − (τ − γ)·y − q·σ(y)·x + l·exp(−x/d) + r·exp((x − w)/d) + Σ k·max(0, x − a), and
 * dy = s' − e'·y + (τ + γ)·x − q'·∫σ + l'·exp(−x/d) + r'·exp((x − w)/d) + Σ k'·max(0, x − a).
 */
export function termIn(prior: ClothPrior): (at: LoadedPoint, advance: number, sign?: 1 | -1) => Term {
  const width = 2 * prior.origin.x;
  return (at, advance, sign = 1) => {
    const { x, y } = minus(at, prior.origin);
    const { stitched, depth } = stitchedAbove(at.y, mountOf(prior, advance).front);
    const trends = new Float64Array(2 * (SEAMS + 2 * prior.seams.length));
    const set = (trend: number, dx: number, dy: number): void => {
      trends[2 * trend] = dx;
      trends[2 * trend + 1] = dy;
    };
    /** Along by one trend, across by the next, alike. */
    const setBoth = (trend: number, by: number): void => {
      set(trend, by, 0);
      set(trend + 1, 0, by);
    };
    setBoth(TREND.shiftX, 1);
    set(TREND.turn, -y, x);
    set(TREND.shear, y, x);
    set(TREND.along, -x, 0);
    set(TREND.across, 0, -y);
    set(TREND.stitchedAlong, -stitched * x, 0);
    set(TREND.stitchedAcross, 0, -depth);
    setBoth(TREND.leftAlong, besideEdge(at.x));
    setBoth(TREND.rightAlong, besideEdge(width - at.x));
    prior.seams.forEach((seam, i) => setBoth(SEAMS + 2 * i, Math.max(0, at[seam.axis] - seam.at)));
    return { sign, advance, at, trends };
  };
}

const besideEdge = (inside: number): number => Math.exp(-Math.max(0, inside) / EDGE_DEPTH);

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
