import type { BlockGrid } from '../cloth/block-grid.ts';
import type { Region } from '../cloth/region.ts';
import type { FitRule, Orient } from '../fit/fit.ts';
import type { ClothPoint, FramePoint } from '../geometry/point.ts';
import type { TieOff } from '../stitch/tie-off.ts';

/** The quilt itself; there is one, with the id `quilt`. */
export interface QuiltRecord {
  readonly id: string;
  readonly name: string;
  readonly grid: BlockGrid;
}

export type RegionRecord = Region;

/** How a design is worked; shared by all placements that should look alike. */
export interface RecipeRecord {
  readonly id: string;
  readonly designId: string;
  readonly orient: Orient;
  readonly fit: FitRule;
  readonly stitch: { readonly stitchesPerInch: number; readonly tieOff: TieOff };
}

/** A recipe put into one region. */
export interface PlacementRecord {
  readonly id: string;
  readonly regionId: string;
  readonly recipeId: string;
}

/** A landmark and the frame position read on it. */
export interface TouchRecord {
  readonly id: string;
  /** What was touched: `B2, upper left corner`. */
  readonly name: string;
  readonly cloth: ClothPoint;
  readonly frame: FramePoint;
  /** Milliseconds since 1970; a later touch of a landmark stands for an earlier one. */
  readonly at: number;
}

/** Record type of each kind. */
export interface PlanKinds {
  readonly quilts: QuiltRecord;
  readonly regions: RegionRecord;
  readonly recipes: RecipeRecord;
  readonly placements: PlacementRecord;
  readonly touches: TouchRecord;
}

export type PlanKind = keyof PlanKinds;
export const PLAN_KINDS: readonly PlanKind[] = ['quilts', 'regions', 'recipes', 'placements', 'touches'];

export const QUILT_ID = 'quilt';
