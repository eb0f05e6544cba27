import type { BorderSet } from '../borders/border-set.ts';
import type { Batting } from '../cloth/batting.ts';
import type { KeepOut } from '../cloth/keep-out.ts';
import type { Loading } from '../cloth/loading.ts';
import type { Measured } from '../cloth/measured.ts';
import type { QuiltMap } from '../cloth/quilt-map.ts';
import type { Region } from '../cloth/region.ts';
import type { FramePoint } from '../geometry/point.ts';
import type { Place, TouchMethod } from '../lineup/touch.ts';
import type { RejoinRule } from '../mask/rejoin-rule.ts';
import type { Machine } from '../passes/machine.ts';
import type { PhotoPoint, PhotoSize } from '../photo/square-up.ts';
import type { RowSet } from '../rows/row-set.ts';
import type { OwnStages, RecipeStages } from './recipe.ts';
import type { StitchRule } from './stitch-strokes.ts';

/** The quilt itself; there is one, with the id `quilt`. */
export interface QuiltRecord {
  readonly id: string;
  readonly name: string;
  readonly map: QuiltMap;
  readonly loading: Loading;
  readonly batting: Batting;
  /** The real top, as far as it was measured. */
  readonly measured: Measured;
  /** What the binding takes of the top's edge, mm: stitches there are covered or cut through. */
  readonly binding: number;
  /** The frame and machine that it is planned for. */
  readonly machine: Machine;
  readonly lineUpRules: LineUpRules;
  readonly passes: PassRules;
}

/** How well the plan must lie on the cloth; mm. */
export interface LineUpRules {
  /** 95 % bound wanted where stitched lines must meet, and elsewhere. */
  readonly joins: number;
  readonly elsewhere: number;
  /** Over this length a line bends from a stitched neighbour back to its own place. */
  readonly ease: number;
}

/** Passes as set by hand; the rest is worked out. */
export interface PassRules {
  /** Where a pass begins, mm from the loaded quilt's upper edge. */
  readonly starts: readonly { readonly pass: number; readonly from: number }[];
  /** Pieces that are stitched in a pass, whatever else would be best. */
  readonly pieces: readonly { readonly id: string; readonly pass: number }[];
}

export const NO_RULES: PassRules = { starts: [], pieces: [] };

export type RegionRecord = Region;

/** A photo that lies under the map: its pixels are kept with the quilt, under this id. */
export interface PhotoRecord extends PhotoSize {
  readonly id: string;
  /** What it is squared up by, four or more; the first four are the top's corners unless they were moved. */
  readonly points: readonly PhotoPoint[];
  /** From 0, as it is, to 1, which is white. */
  readonly paleness: number;
  readonly shown: boolean;
}

/** How a design is worked; shared by all placements that should look alike. */
export interface RecipeRecord extends RecipeStages {
  readonly id: string;
}

/** A recipe put into one region. */
export interface PlacementRecord {
  readonly id: string;
  readonly regionId: string;
  readonly recipeId: string;
  /** Stitched in so many parts, one above the other, where a patch is deeper than any pass. */
  readonly parts: number;
  /** In what it differs from its recipe. */
  readonly own: OwnStages;
}

/** A row set makes a piece of each row, or of each chain of joined rows. */
export interface RowSetRecord extends RowSet {
  readonly id: string;
  readonly mask: RejoinRule;
  readonly stitch: StitchRule;
}

/** A border set makes a piece of each side, or of each stretch of one that is stitched in one pass. */
export interface BorderSetRecord extends BorderSet {
  readonly id: string;
  readonly mask: RejoinRule;
  readonly stitch: StitchRule;
}

export type KeepOutRecord = KeepOut;

/** A place found again at the frame that the map doesn't have: chalked, or a point of the cloth. */
export interface LandmarkRecord extends Place {
  readonly id: string;
  readonly name: string;
}

/** A landmark and the frame position read on it. */
export interface TouchRecord extends Place {
  readonly id: string;
  /** Id of the control or landmark that it was made on; null for any place of the cloth. */
  readonly on: string | null;
  /** What that was called then. */
  readonly name: string;
  readonly frame: FramePoint;
  readonly advance: number;
  readonly method: TouchMethod;
  /** Milliseconds since 1970. */
  readonly at: number;
}

/** Record type of each kind. */
export interface PlanKinds {
  readonly quilts: QuiltRecord;
  readonly regions: RegionRecord;
  readonly recipes: RecipeRecord;
  readonly placements: PlacementRecord;
  readonly rowSets: RowSetRecord;
  readonly borderSets: BorderSetRecord;
  readonly keepOuts: KeepOutRecord;
  readonly landmarks: LandmarkRecord;
  readonly touches: TouchRecord;
  readonly photos: PhotoRecord;
}

export type PlanKind = keyof PlanKinds;
export const PLAN_KINDS: readonly PlanKind[] = [
  'quilts',
  'regions',
  'recipes',
  'placements',
  'rowSets',
  'borderSets',
  'keepOuts',
  'landmarks',
  'touches',
  'photos',
];

export const QUILT_ID = 'quilt';
