import type { Point } from './point.ts';

/**
 * Appends a cubic Bézier (without its first point) to `out` as `x, y` pairs, with chord error at most `tolerance`.
 * The number of equal parameter steps is Wang's bound: n = √(√3·3·2/8 · max|Δ²| / tolerance) with the second differences Δ².
 */
export function flattenCubicInto(out: number[], p0: Point, p1: Point, p2: Point, p3: Point, tolerance: number): void {
  const ax = Math.abs(p0.x - 2 * p1.x + p2.x);
  const ay = Math.abs(p0.y - 2 * p1.y + p2.y);
  const bx = Math.abs(p1.x - 2 * p2.x + p3.x);
  const by = Math.abs(p1.y - 2 * p2.y + p3.y);
  const second = Math.sqrt(Math.max(ax, bx) ** 2 + Math.max(ay, by) ** 2);
  const steps = stepCount(Math.sqrt((6 * second) / (8 * tolerance)));
  for (let i = 1; i <= steps; i++) {
    const t = i / steps;
    const s = 1 - t;
    const w0 = s * s * s;
    const w1 = 3 * s * s * t;
    const w2 = 3 * s * t * t;
    const w3 = t * t * t;
    out.push(w0 * p0.x + w1 * p1.x + w2 * p2.x + w3 * p3.x, w0 * p0.y + w1 * p1.y + w2 * p2.y + w3 * p3.y);
  }
}

/** A quadratic Bézier, as `flattenCubicInto`. */
export function flattenQuadraticInto(out: number[], p0: Point, p1: Point, p2: Point, tolerance: number): void {
  const second = Math.sqrt((p0.x - 2 * p1.x + p2.x) ** 2 + (p0.y - 2 * p1.y + p2.y) ** 2);
  const steps = stepCount(Math.sqrt((2 * second) / (8 * tolerance)));
  for (let i = 1; i <= steps; i++) {
    const t = i / steps;
    const s = 1 - t;
    out.push(s * s * p0.x + 2 * s * t * p1.x + t * t * p2.x, s * s * p0.y + 2 * s * t * p1.y + t * t * p2.y);
  }
}

export interface EllipticalArc {
  readonly rx: number;
  readonly ry: number;
  /** Angle of the ellipse's first axis, radians. */
  readonly axis: number;
  readonly large: boolean;
  readonly sweep: boolean;
}

/** The points `centre + u·cos t + v·sin t`: a circle or ellipse, also after any affine map. */
export interface ConicFrame {
  readonly centre: Point;
  readonly u: Point;
  readonly v: Point;
}

/** A stretch of a circle or ellipse: from an angle on by a turn, radians, either sign. */
export interface ConicStretch {
  readonly conic: ConicFrame;
  readonly from: number;
  readonly turn: number;
}

/**
 * An SVG elliptical arc (SVG 2, appendix B.2.4) about its centre. Radii too small are grown to reach; null where it is straight: of zero radii,
 * or of no length.
 */
export function conicOfArc(from: Point, arc: EllipticalArc, to: Point): ConicStretch | null {
  let rx = Math.abs(arc.rx);
  let ry = Math.abs(arc.ry);
  if (rx === 0 || ry === 0 || (from.x === to.x && from.y === to.y)) return null;
  const cos = Math.cos(arc.axis);
  const sin = Math.sin(arc.axis);
  const hx = (from.x - to.x) / 2;
  const hy = (from.y - to.y) / 2;
  const x1 = cos * hx + sin * hy;
  const y1 = -sin * hx + cos * hy;
  const reach = Math.sqrt((x1 / rx) ** 2 + (y1 / ry) ** 2);
  if (reach > 1) {
    rx *= reach;
    ry *= reach;
  }
  const a = (rx * y1) ** 2 + (ry * x1) ** 2;
  const k = (arc.large === arc.sweep ? -1 : 1) * Math.sqrt(Math.max(0, (rx * ry) ** 2 - a) / a);
  const cx1 = (k * rx * y1) / ry;
  const cy1 = (-k * ry * x1) / rx;
  const centre = { x: cos * cx1 - sin * cy1 + (from.x + to.x) / 2, y: sin * cx1 + cos * cy1 + (from.y + to.y) / 2 };
  const start = Math.atan2((y1 - cy1) / ry, (x1 - cx1) / rx);
  let turn = Math.atan2((-y1 - cy1) / ry, (-x1 - cx1) / rx) - start;
  if (arc.sweep && turn < 0) turn += 2 * Math.PI;
  if (!arc.sweep && turn > 0) turn -= 2 * Math.PI;
  const conic = { centre, u: { x: rx * cos, y: rx * sin }, v: { x: -ry * sin, y: ry * cos } };
  return { conic, from: start, turn };
}

/** Appends the stretch of a circle or ellipse from angle `from` on by `turn` (radians, either sign), without its first point. */
export function flattenConicInto(
  out: number[],
  conic: ConicFrame,
  from: number,
  turn: number,
  tolerance: number,
): void {
  const { centre, u, v } = conic;
  const radius = Math.sqrt(Math.max(u.x * u.x + u.y * u.y, v.x * v.x + v.y * v.y));
  const step = 2 * Math.acos(Math.max(0, 1 - tolerance / Math.max(radius, tolerance)));
  const steps = stepCount(Math.abs(turn) / step);
  for (let i = 1; i <= steps; i++) {
    const cos = Math.cos(from + (turn * i) / steps);
    const sin = Math.sin(from + (turn * i) / steps);
    out.push(centre.x + u.x * cos + v.x * sin, centre.y + u.y * cos + v.y * sin);
  }
}

/** A curve of a broken file can ask for any number of steps; a hundred thousand draws anything that fits on a quilt. */
const stepCount = (wanted: number): number => Math.max(1, Math.min(100_000, Math.ceil(wanted) || 1));
