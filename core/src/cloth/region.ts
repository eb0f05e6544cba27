import type { ClothPoint } from '../geometry/point.ts';

export type RegionKind = 'block' | 'sashing' | 'cornerstone' | 'border';

/** A patch to fill: a quad in cloth space, corners top-left, top-right, bottom-right, bottom-left. */
export interface Region {
  readonly id: string;
  readonly kind: RegionKind;
  /** What it is called on the quilt: `B2`, `left border`. */
  readonly name: string;
  readonly ring: readonly [ClothPoint, ClothPoint, ClothPoint, ClothPoint];
}

export const CORNER_NAMES = ['upper left', 'upper right', 'lower right', 'lower left'] as const;
