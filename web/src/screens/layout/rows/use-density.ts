import { designIdsOf, type PlanRecords } from '@gorse/core';
import { useEffect, useState } from 'react';
import {
  densityPlanner,
  planRequests,
  rowsRequests,
  teachDensity,
  usePlanned,
} from '../../../planning-worker/planned-store.ts';
import type { ShownDensity } from '../../../planning-worker/row-planner.ts';

/** How long the plan must rest before its density is worked out, ms. */
const REST = 350;

/** Density of everything planned, worked out in a worker of its own when the plan has come to rest. */
export function useDensity(records: PlanRecords): {
  readonly density: ShownDensity | null;
  /** It is of the plan as it was. */
  readonly stale: boolean;
} {
  const [found, setFound] = useState<{ density: ShownDensity | null; of: readonly unknown[] } | null>(null);
  const waiting = usePlanned((state) => state.waiting > 0);
  const { quilts, regions, recipes, placements, rowSets } = records;
  useEffect(() => {
    if (waiting) return;
    let gone = false;
    const ask = async (): Promise<void> => {
      const rows = rowsRequests(records);
      const patches = planRequests(records);
      await Promise.all(designIdsOf(records).map(teachDensity));
      const density = await densityPlanner().density(rows, patches, records);
      if (!gone) setFound({ density, of: [quilts, regions, recipes, placements, rowSets] });
    };
    const timer = setTimeout(() => void ask(), REST);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // Touches don't matter here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [waiting, quilts, regions, recipes, placements, rowSets]);
  const now = [quilts, regions, recipes, placements, rowSets];
  return { density: found?.density ?? null, stale: !found || found.of.some((part, i) => part !== now[i]) };
}
