import type { Affine } from '../geometry/affine.ts';
import { type Bilinear, bilinearJacobian } from '../geometry/bilinear.ts';
import type { Point } from '../geometry/point.ts';

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

export const affineDistortion = (m: Affine): Distortion =>
  distortionOf([{ across: { x: m[0], y: m[1] }, down: { x: m[2], y: m[3] } }]);

/** Derivatives of a bilinear map are linear along each edge, so a grid with the corners in it finds the extremes. */
export function bilinearDistortion(warp: Bilinear): Distortion {
  const grid = Array.from({ length: SAMPLES }, (_, i) => i / (SAMPLES - 1));
  return distortionOf(grid.flatMap((u) => grid.map((v) => bilinearJacobian(warp, u, v))));
}

function distortionOf(jacobians: readonly { readonly across: Point; readonly down: Point }[]): Distortion {
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
