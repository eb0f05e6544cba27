import type { Point } from '../geometry/point.ts';
import type { Warp } from './warp.ts';

/** What a fit does to a design; every part is the one farthest from none over the patch. */
export interface Distortion {
  /** Size against the drawn size: 1.12 is 12 % larger. */
  readonly scale: number;
  /** Stretch across and down beyond that size: 0.008 is 0.8 % too wide. */
  readonly across: number;
  readonly down: number;
  /** How far a right angle is off, in radians. */
  readonly shear: number;
  /** The design lies over itself somewhere: the Jacobian isn't positive. */
  readonly folded: boolean;
}

const SAMPLES = 5;
const GRID = Array.from({ length: SAMPLES }, (_, i) => i / (SAMPLES - 1));

/** Told from a grid over the box with its corners in it, where a bilinear map has its extremes. */
export function distortionOf(warp: Warp): Distortion {
  const jacobians = GRID.flatMap((u) => GRID.map((v) => warp.jacobian(u, v)));
  const areas = jacobians.map(({ across, down }) => across.x * down.y - across.y * down.x);
  const scale = Math.sqrt(areas.reduce((sum, a) => sum + Math.abs(a), 0) / areas.length);
  const largest = (values: readonly number[]): number =>
    values.reduce((most, v) => (Math.abs(v) > Math.abs(most) ? v : most), 0);
  return {
    scale,
    across: largest(jacobians.map(({ across }) => norm(across) / scale - 1)),
    down: largest(jacobians.map(({ down }) => norm(down) / scale - 1)),
    shear: largest(jacobians.map(({ across, down }) => Math.PI / 2 - angleBetween(across, down))),
    folded: areas.some((a) => !(a > 0)),
  };
}

const norm = (p: Point): number => Math.sqrt(p.x * p.x + p.y * p.y);
const angleBetween = (a: Point, b: Point): number => Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);
