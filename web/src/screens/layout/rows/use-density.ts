import type { PlanRecords } from '@gorse/core';
import { densityPlanner } from '../../../planning-worker/link.ts';
import type { ShownDensity } from '../../../planning-worker/density-planner.ts';
import { useAsked } from '../../../ui/use-asked.ts';

/** How long the plan must rest before its density is worked out, ms. */
const REST = 350;

/**
 * Density of everything planned, worked out in a worker of its own when the plan has come to rest: null when nothing is stitched, undefined while
 * it isn't known. What it was before is of another quilt, and is never shown.
 */
export function useDensity(records: PlanRecords): ShownDensity | null | undefined {
  const { quilts, regions, recipes, placements, rowSets } = records;
  const ask = async (): Promise<ShownDensity | null> => {
    await densityPlanner.teach(records);
    return densityPlanner.of(records).density();
  };
  const { answer, current } = useAsked('density', [quilts, regions, recipes, placements, rowSets], ask, REST);
  return current ? answer : undefined;
}
