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

/** Told at the corners of all cells between the warp's breaks, where what is bilinear within has its extremes. */
export function distortionOf(warp: Warp): Distortion {
  const { u, v } = warp.breaks;
  const across = new Range();
  const down = new Range();
  let [area, cells, shear] = [0, 0, 0];
  let folded = false;
  for (let j = 1; j < v.length; j++) {
    for (let i = 1; i < u.length; i++) {
      const [du, dv] = [u[i]! - u[i - 1]!, v[j]! - v[j - 1]!];
      let own = 0;
      for (let corner = 0; corner < 4; corner++) {
        const s = corner & 1 ? 1 - INSIDE : INSIDE;
        const t = corner & 2 ? 1 - INSIDE : INSIDE;
        const { across: a, down: b } = warp.jacobian(u[i - 1]! + s * du, v[j - 1]! + t * dv);
        const grown = a.x * b.y - a.y * b.x;
        folded ||= !(grown > 0);
        own += Math.abs(grown) / 4;
        across.take(Math.sqrt(a.x * a.x + a.y * a.y));
        down.take(Math.sqrt(b.x * b.x + b.y * b.y));
        const off = Math.PI / 2 - Math.atan2(grown, a.x * b.x + a.y * b.y);
        if (Math.abs(off) > Math.abs(shear)) shear = off;
      }
      area += own * du * dv;
      cells += du * dv;
    }
  }
  const scale = Math.sqrt(area / cells);
  return { scale, across: across.farthestFrom(scale), down: down.farthestFrom(scale), shear, folded };
}

/** The least and the most of some sizes. */
class Range {
  private least = Infinity;
  private most = 0;

  take(size: number): void {
    if (size < this.least) this.least = size;
    if (size > this.most) this.most = size;
  }

  /** What differs most from a size, as the part by which it is larger. */
  farthestFrom(size: number): number {
    const [most, least] = [this.most / size - 1, this.least / size - 1];
    return most >= -least ? most : least;
  }
}

/** Corners of a cell are looked at from within it. */
const INSIDE = 1e-7;
