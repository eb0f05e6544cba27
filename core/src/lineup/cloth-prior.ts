import { type Affine, IDENTITY } from '../geometry/affine.ts';
import type { FramePoint } from '../geometry/point.ts';

/**
 * What is believed of how cloth lies on the frame before any touch. All are standard deviations unless named otherwise;
 * lengths in mm, angles in radians, strains without unit. The beliefs are broader than any one quilt so that the stated doubt holds.
 */
export interface ClothPrior {
  /** How the quilt was put on the poles: from cloth space to the cloth as loaded. An isometry. */
  readonly lie: Affine;
  /** Where the loaded quilt's top-left corner is expected on the frame. */
  readonly loadedAt: FramePoint;
  readonly shift: number;
  readonly turn: number;
  readonly shear: number;
  /** Shrinkage along the poles (x) and across them (y): mean and doubt. */
  readonly drawIn: {
    readonly along: number;
    readonly alongDoubt: number;
    readonly across: number;
    readonly acrossDoubt: number;
  };
  /** Candidates for the waviness left over: size in mm along each axis, and the length in mm over which it is alike. Touches weigh them. */
  readonly waves: readonly { readonly size: number; readonly scale: number; readonly belief: number }[];
  /** Of one reading, for each axis. */
  readonly touchNoise: number;
}

/** Found on simulated bands (`npm run bench`): the stated doubt holds there, and on cloth half or double as wavy; after two touches it is over-cautious. */
export const USUAL_CLOTH: ClothPrior = {
  lie: IDENTITY,
  loadedAt: { x: 0, y: 0 },
  shift: 200,
  turn: 0.0035,
  shear: 0.0026,
  drawIn: { along: 0.01, alongDoubt: 0.003, across: 0.012, acrossDoubt: 0.004 },
  waves: [
    { size: 0.3, scale: 120, belief: 0.22 },
    { size: 0.55, scale: 120, belief: 0.4 },
    { size: 1.4, scale: 110, belief: 0.38 },
  ],
  touchNoise: 0.3,
};
