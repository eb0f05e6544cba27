import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { applyToPoint, inverse } from '../geometry/affine.ts';
import type { ClothPoint, FramePoint, Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { INVERSE_STEP } from '../tolerances.ts';
import { type ClothPrior, USUAL_CLOTH } from './cloth-prior.ts';
import type { Touch } from './touch.ts';

/** Doubt of a position: variances along x and y and their covariance, in mm². */
export interface Doubt {
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/** The estimated map from cloth to frame for one pass, with its doubt. */
export interface LineUp {
  readonly touches: readonly Touch[];
  /** The best estimate of where a point of the cloth lies on the frame. */
  toFrame(p: ClothPoint): FramePoint;
  /** Where on the planned cloth a frame position is; inverse of `toFrame` within `INVERSE_STEP`. */
  toCloth(p: FramePoint): ClothPoint;
  doubt(p: ClothPoint): Doubt;
}

/**
 * Estimates how the cloth lies. Its displacement on the frame is one Gaussian process: an affine trend whose six numbers have the
 * prior's doubts (shift, turn, shear, draw-in), plus a smooth waviness, plus touch noise; conditioned on the touches
 * (Rasmussen & Williams 2006, ch. 2.7). Several sizes of waviness are weighed by how well they explain the touches
 * (marginal likelihood), so that the doubt stays honest on cloth smoother or wavier than usual.
 * With no touch it is the prior itself. O(touches³).
 */
export function estimateLineUp(touches: readonly Touch[], prior: ClothPrior = USUAL_CLOTH): LineUp {
  const { lie } = prior;
  const back = inverse(lie);
  const loaded = estimateLoaded(
    touches.map(({ cloth, frame }) => ({ cloth: applyToPoint(lie, cloth), frame })),
    prior,
  );
  return {
    touches,
    toFrame: (p) => loaded.toFrame(applyToPoint(lie, p)),
    toCloth: (p) => applyToPoint(back, loaded.toCloth(p)),
    doubt: (p) => loaded.doubt(applyToPoint(lie, p)),
  };
}

/** The same with the cloth as it is loaded, so that x runs along the poles. */
function estimateLoaded(touches: readonly Touch[], prior: ClothPrior): Omit<LineUp, 'touches'> {
  const origin = middle(touches);
  const models = prior.waves.map((wave) => condition(touches, origin, prior, wave));
  const best = Math.max(...models.map((m) => m.logEvidence));
  const raw = models.map((m) => m.belief * Math.exp(m.logEvidence - best));
  const sum = raw.reduce((a, b) => a + b, 0);
  const weights = raw.map((w) => w / sum);

  const toFrame = (p: ClothPoint): FramePoint => {
    let x = p.x;
    let y = p.y;
    models.forEach((model, i) => {
      const d = model.mean(p);
      x += weights[i]! * d.x;
      y += weights[i]! * d.y;
    });
    return { x, y };
  };
  const toCloth = (p: FramePoint): ClothPoint => {
    let guess: ClothPoint = { x: p.x, y: p.y };
    for (let i = 0; i < 100; i++) {
      const miss = toFrame(guess);
      const step = { x: p.x - miss.x, y: p.y - miss.y };
      guess = { x: guess.x + step.x, y: guess.y + step.y };
      if (Math.abs(step.x) + Math.abs(step.y) < INVERSE_STEP) break;
    }
    return guess;
  };
  const doubt = (p: ClothPoint): Doubt => {
    const centre = toFrame(p);
    let xx = 0;
    let xy = 0;
    let yy = 0;
    models.forEach((model, i) => {
      const own = model.doubt(p);
      const d = model.mean(p);
      const dx = p.x + d.x - centre.x;
      const dy = p.y + d.y - centre.y;
      xx += weights[i]! * (own.xx + dx * dx);
      xy += weights[i]! * (own.xy + dx * dy);
      yy += weights[i]! * (own.yy + dy * dy);
    });
    return { xx, xy, yy };
  };
  return { toFrame, toCloth, doubt };
}

/** Maps needle points or lines to the frame, point by point. */
export function polylineToFrame(lineUp: LineUp, line: Polyline): Float64Array<ArrayBuffer> {
  const out = new Float64Array(line.length);
  for (let i = 0; i < line.length; i += 2) {
    const p = lineUp.toFrame({ x: line[i]!, y: line[i + 1]! });
    out[i] = p.x;
    out[i + 1] = p.y;
  }
  return out;
}

/** 95 % of two normal coordinates lie within this many standard deviations (√5.991). */
const SIGMAS_95 = 2.4477;

export interface DoubtEllipse {
  /** Half axes in mm of the ellipse that holds the true place in 95 of 100 cases. */
  readonly major: number;
  readonly minor: number;
  /** Radians from the x axis to the major axis. */
  readonly angle: number;
}

export function doubtEllipse({ xx, xy, yy }: Doubt): DoubtEllipse {
  const mean = (xx + yy) / 2;
  const spread = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
  return {
    major: SIGMAS_95 * Math.sqrt(mean + spread),
    minor: SIGMAS_95 * Math.sqrt(Math.max(0, mean - spread)),
    angle: Math.atan2(2 * xy, xx - yy) / 2,
  };
}

interface Conditioned {
  readonly belief: number;
  readonly logEvidence: number;
  /** Expected displacement. */
  mean(p: Point): Point;
  doubt(p: Point): Doubt;
}

/** Turning about the middle of what was touched keeps the doubt of shift and turn apart. */
function middle(touches: readonly Touch[]): Point {
  const n = Math.max(1, touches.length);
  return touches.reduce((s, t) => ({ x: s.x + t.cloth.x / n, y: s.y + t.cloth.y / n }), { x: 0, y: 0 });
}

function condition(
  touches: readonly Touch[],
  origin: Point,
  prior: ClothPrior,
  wave: ClothPrior['waves'][number],
): Conditioned {
  const kernel = displacementKernel(origin, prior, wave);
  const { loadedAt } = prior;
  const drawn = (p: Point): Point => ({
    x: loadedAt.x - prior.drawIn.along * (p.x - origin.x),
    y: loadedAt.y - prior.drawIn.across * (p.y - origin.y),
  });
  const n = touches.length;
  if (n === 0) return { belief: wave.belief, logEvidence: 0, mean: drawn, doubt: (p) => kernel(p, p) };

  const covariance = new Matrix(2 * n, 2 * n);
  const residual = new Matrix(2 * n, 1);
  touches.forEach((a, i) => {
    const expected = drawn(a.cloth);
    residual.set(2 * i, 0, a.frame.x - a.cloth.x - expected.x);
    residual.set(2 * i + 1, 0, a.frame.y - a.cloth.y - expected.y);
    touches.slice(0, i + 1).forEach((b, j) => {
      const k = kernel(a.cloth, b.cloth);
      setBoth(covariance, 2 * i, 2 * j, k.xx);
      setBoth(covariance, 2 * i, 2 * j + 1, k.xy);
      setBoth(covariance, 2 * i + 1, 2 * j, k.yx);
      setBoth(covariance, 2 * i + 1, 2 * j + 1, k.yy);
    });
    for (const axis of [2 * i, 2 * i + 1])
      covariance.set(axis, axis, covariance.get(axis, axis) + prior.touchNoise ** 2);
  });
  const cholesky = new CholeskyDecomposition(covariance);
  const alpha = cholesky.solve(residual).to1DArray();
  const lower = cholesky.lowerTriangularMatrix;
  let logEvidence = 0;
  for (let i = 0; i < 2 * n; i++) logEvidence -= 0.5 * residual.get(i, 0) * alpha[i]! + Math.log(lower.get(i, i));

  return {
    belief: wave.belief,
    logEvidence,
    mean(p) {
      let { x, y } = drawn(p);
      for (let i = 0; i < n; i++) {
        const k = kernel(p, touches[i]!.cloth);
        x += k.xx * alpha[2 * i]! + k.xy * alpha[2 * i + 1]!;
        y += k.yx * alpha[2 * i]! + k.yy * alpha[2 * i + 1]!;
      }
      return { x, y };
    },
    doubt(p) {
      const cross = new Matrix(2 * n, 2);
      touches.forEach((t, i) => {
        const k = kernel(t.cloth, p);
        cross.set(2 * i, 0, k.xx);
        cross.set(2 * i, 1, k.xy);
        cross.set(2 * i + 1, 0, k.yx);
        cross.set(2 * i + 1, 1, k.yy);
      });
      const explained = cross.transpose().mmul(cholesky.solve(cross));
      const own = kernel(p, p);
      return { xx: own.xx - explained.get(0, 0), xy: own.xy - explained.get(0, 1), yy: own.yy - explained.get(1, 1) };
    },
  };
}

/** Both halves at once: rounding must not make the matrix unsymmetric. */
function setBoth(matrix: Matrix, row: number, column: number, value: number): void {
  matrix.set(row, column, value);
  matrix.set(column, row, value);
}

interface Block {
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

/**
 * Covariance of the displacements at two points of the cloth. The trend is dx = s − e·x − (τ − γ)·y, dy = s' − e'·y + (τ + γ)·x with
 * turn τ, shear γ and draw-in e, e'; the waviness is a squared exponential, alike but independent along x and y.
 */
function displacementKernel(
  origin: Point,
  prior: ClothPrior,
  wave: { readonly size: number; readonly scale: number },
): (a: Point, b: Point) => Block {
  const shift = prior.shift ** 2;
  const both = prior.turn ** 2 + prior.shear ** 2;
  const mixed = prior.turn ** 2 - prior.shear ** 2;
  const along = prior.drawIn.alongDoubt ** 2;
  const across = prior.drawIn.acrossDoubt ** 2;
  const size = wave.size ** 2;
  const decay = 1 / (2 * wave.scale ** 2);
  return (a, b) => {
    const ax = a.x - origin.x;
    const ay = a.y - origin.y;
    const bx = b.x - origin.x;
    const by = b.y - origin.y;
    const waviness = size * Math.exp(-((ax - bx) ** 2 + (ay - by) ** 2) * decay);
    return {
      xx: shift + along * ax * bx + both * ay * by + waviness,
      xy: -mixed * ay * bx,
      yx: -mixed * ax * by,
      yy: shift + across * ay * by + both * ax * bx + waviness,
    };
  };
}
