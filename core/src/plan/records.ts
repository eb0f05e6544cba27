import type { Batting } from '../cloth/batting.ts';
import type { BlockGrid } from '../cloth/block-grid.ts';
import type { Loading } from '../cloth/loading.ts';
import type { Region } from '../cloth/region.ts';
import type { FitRule, Orient } from '../fit/fit.ts';
import type { ClothPoint, FramePoint } from '../geometry/point.ts';
import type { RowSet } from '../rows/row-set.ts';
import type { StitchRule } from './stitch-lines.ts';

/** The quilt itself; there is one, with the id `quilt`. */
export interface QuiltRecord {
  readonly id: string;
  readonly name: string;
  readonly grid: BlockGrid;
  readonly loading: Loading;
  readonly batting: Batting;
}

export type RegionRecord = Region;

/** How a design is worked; shared by all placements that should look alike. */
export interface RecipeRecord {
  readonly id: string;
  readonly designId: string;
  readonly orient: Orient;
  readonly fit: FitRule;
  readonly stitch: StitchRule;
}

/** A recipe put into one region. */
export interface PlacementRecord {
  readonly id: string;
  readonly regionId: string;
  readonly recipeId: string;
}

/** A row set generates a placement for each row, or for each chain of joined rows. */
export interface RowSetRecord extends RowSet {
  readonly id: string;
  readonly stitch: StitchRule;
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
  readonly rowSets: RowSetRecord;
  readonly touches: TouchRecord;
}

export type PlanKind = keyof PlanKinds;
export const PLAN_KINDS: readonly PlanKind[] = ['quilts', 'regions', 'recipes', 'placements', 'rowSets', 'touches'];

export const QUILT_ID = 'quilt';
