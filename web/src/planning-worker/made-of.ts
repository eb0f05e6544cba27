import type { PlanRecords } from '@gorse/core';

/** The records that all that is stitched comes of: another object of them is another plan. */
export const madeOf = ({
  quilts,
  regions,
  recipes,
  placements,
  rowSets,
  borderSets,
}: PlanRecords): readonly object[] => [quilts, regions, recipes, placements, rowSets, borderSets];
