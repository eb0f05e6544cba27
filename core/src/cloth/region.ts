import type { Shape } from './shape.ts';

export const REGION_KINDS = ['block', 'setting', 'sashing', 'cornerstone', 'border', 'applique'] as const;
export type RegionKind = (typeof REGION_KINDS)[number];

/** What made it: the setting, which makes its own anew when measurements change, or a person, on the map or at the frame. */
export const ORIGINS = ['setting', 'hand', 'touched'] as const;
export type Origin = (typeof ORIGINS)[number];

/** A patch to fill. */
export interface Region {
  readonly id: string;
  readonly kind: RegionKind;
  /** What it is called on the quilt, in the middle of a sentence: `B2`, `left border`. No two are alike; never taken apart. */
  readonly name: string;
  readonly origin: Origin;
  /** All of a family are alike by kind, size and shape. */
  readonly family: string;
  /** Which of the quiet prints of its kind it is drawn in, from 0. */
  readonly print: number;
  readonly shape: Shape;
}
