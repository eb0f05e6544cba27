import type { LongSeam } from '../cloth/long-seams.ts';
import { type Lie, loadingMap } from '../cloth/loading.ts';
import { type FramePoint, framePoint, type LoadedPoint, loadedPoint, type Point } from '../geometry/point.ts';
import { LARGEST_QUILT } from '../tolerances.ts';
import { type Character, CHARACTERS } from './character.ts';

/** How the cloth is put on the frame for one advance. Millimetres. */
export interface Mount {
  /** Where the loaded quilt's top-left corner is expected on the frame: far behind it once the quilt is rolled. */
  readonly at: FramePoint;
  /** How far off that may be, beside what is off since the quilt was loaded: standard deviations along and across the poles. */
  readonly slip: Point;
  /** Above this y of the loaded cloth it was stitched when it was mounted so, and drawn in; -Infinity when nothing was. */
  readonly front: number;
}

/** A strain or angle that the quilt has as a whole, and by how much it differs from one advance to the next: standard deviations. */
export interface Spread {
  readonly mean: number;
  readonly doubt: number;
  readonly own: number;
}

/**
 * What is believed of how cloth lies on the frame before any touch. All are standard deviations unless named otherwise;
 * lengths in mm, angles in radians, strains without unit. The beliefs are broader than any one quilt so that the stated doubt holds.
 */
export interface ClothPrior {
  /** How the quilt was put on the poles. */
  readonly lie: Lie;
  /** What the loaded cloth turns about and draws in to: its middle, where that is known. */
  readonly origin: LoadedPoint;
  /** One for each advance; the last stands for those that follow. Null where the quilt lay the other way round: that tells nothing of how it lies. */
  readonly mounts: readonly (Mount | null)[];
  /** How far off the quilt as a whole may have been loaded. */
  readonly shift: number;
  readonly turn: Spread;
  readonly shear: Spread;
  /** Shrinkage along the poles (x) and across them (y) of all the cloth, against the plan. */
  readonly drawIn: { readonly along: Spread; readonly across: Spread };
  /** What stitching adds to it above the front. */
  readonly stitchedIn: { readonly along: Spread; readonly across: Spread };
  /** Where its slope may jump. */
  readonly seams: readonly LongSeam[];
  /** What it may be like. Touches weigh them; which to make is chosen for the first. */
  readonly characters: readonly Character[];
  /** Part of the waviness's variance that each advance has of its own: rails flex, clamps pull. */
  readonly ownWaves: number;
}

export const NEW_MOUNT: Mount = { at: framePoint(0, 0), slip: { x: 0, y: 0 }, front: -Infinity };

/** How far off the quilt is after it was rolled by hand, mm along and across the poles. */
export const ROLLED_OFF: Point = { x: 12, y: 30 };

/** Over this length the cloth passes from stitched to loose, mm. */
export const FRONT_WIDTH = 150;

/** Found on simulated bands and quilts (`npm run bench`): the stated doubt holds there, and on cloth half or double as wavy; after two touches it is over-cautious. */
export const USUAL_CLOTH: ClothPrior = {
  lie: loadingMap('upright', { width: 0, length: 0 }),
  origin: loadedPoint(0, 0),
  mounts: [NEW_MOUNT],
  shift: 200,
  turn: { mean: 0, doubt: 0, own: 0.0035 },
  shear: { mean: 0, doubt: 0.0024, own: 0.001 },
  drawIn: {
    along: { mean: 0.01, doubt: 0.0029, own: 0.0008 },
    across: { mean: 0.012, doubt: 0.0039, own: 0.0008 },
  },
  stitchedIn: {
    along: { mean: 0.004, doubt: 0.002, own: 0 },
    across: { mean: 0.005, doubt: 0.002, own: 0 },
  },
  seams: [],
  characters: CHARACTERS,
  ownWaves: 0.18,
};

/** Stands for the quilt when all of it is stitched. */
export const FINISHED = -1;
const FINISHED_MOUNT: Mount = { ...NEW_MOUNT, front: 2 * LARGEST_QUILT };

/** Whether it is known how the quilt lay in an advance, in the way that it is asked about. */
export const isMounted = ({ mounts }: Pick<ClothPrior, 'mounts'>, advance: number): boolean => mounts[advance] !== null;

/** The mount of an advance; those that follow the last are like it. Throws on one in which the quilt lay the other way round. */
export function mountOf({ mounts }: ClothPrior, advance: number): Mount {
  if (advance === FINISHED) return FINISHED_MOUNT;
  const mount = mounts[Math.min(advance, mounts.length - 1)];
  if (mount === null) throw new Error(`in advance ${advance} the quilt lay the other way round`);
  return mount ?? NEW_MOUNT;
}
