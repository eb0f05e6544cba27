import type { PlacementRecord, PlanRecords, QuiltRecord, RecipeRecord, Region, RowSetRecord } from '@gorse/core';

/** A placement made by hand, with all it depends on. */
export interface PlanRequest {
  readonly placement: PlacementRecord;
  readonly recipe: RecipeRecord;
  readonly region: Region;
  readonly quilt: QuiltRecord;
}

/** A set of rows, with all it depends on. */
export interface RowsRequest {
  readonly set: RowSetRecord;
  /** The quilt's record, its patches and what they hold. */
  readonly plan: PlanRecords;
}

/** With more doubt than this (mm) a place may be anywhere: a mark there would mislead. */
export const LOST = 60;
