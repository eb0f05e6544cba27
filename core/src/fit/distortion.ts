import type { Point } from '../geometry/point.ts';
import type { Jacobian, Warp } from './warp.ts';

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

/** Told at the corners of all cells between the warp's breaks, where what is bilinear within has its extremes. */
export function distortionOf(warp: Warp): Distortion {
  let [area, cells] = [0, 0];
  let folded = false;
  const found: Jacobian[] = [];
  const { u, v } = warp.breaks;
  for (let j = 1; j < v.length; j++) {
    for (let i = 1; i < u.length; i++) {
      const [du, dv] = [u[i]! - u[i - 1]!, v[j]! - v[j - 1]!];
      let own = 0;
      for (const s of [INSIDE, 1 - INSIDE])
        for (const t of [INSIDE, 1 - INSIDE]) {
          const one = warp.jacobian(u[i - 1]! + s * du, v[j - 1]! + t * dv);
          const grown = one.across.x * one.down.y - one.across.y * one.down.x;
          folded ||= !(grown > 0);
          own += Math.abs(grown) / 4;
          found.push(one);
        }
      area += own * du * dv;
      cells += du * dv;
    }
  }
  const scale = Math.sqrt(area / cells);
  const most = (of: (one: Jacobian) => number): number =>
    found.reduce((largest, one) => {
      const value = of(one);
      return Math.abs(value) > Math.abs(largest) ? value : largest;
    }, 0);
  return {
    scale,
    across: most(({ across }) => norm(across) / scale - 1),
    down: most(({ down }) => norm(down) / scale - 1),
    shear: most(({ across, down }) => Math.PI / 2 - angleBetween(across, down)),
    folded,
  };
}

/** Corners of a cell are looked at from within it. */
const INSIDE = 1e-7;

const norm = (p: Point): number => Math.sqrt(p.x * p.x + p.y * p.y);
const angleBetween = (a: Point, b: Point): number => Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);
