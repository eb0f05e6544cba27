import { designIdsOf, type PlanRecords } from '@gorse/core';
import { useEffect, useState } from 'react';
import type { ShownPasses } from '../../planning-worker/pass-planner.ts';
import { planner, teach } from '../../planning-worker/planned-store.ts';
import { tellError } from '../../ui/notices.ts';

/** The quilt's passes with all they take, worked out in the worker; the last answer stays until the next is there. */
export function usePasses(records: PlanRecords): { readonly shown: ShownPasses | null; readonly waiting: boolean } {
  const [answer, setAnswer] = useState<{ readonly shown: ShownPasses; readonly of: unknown } | null>(null);
  const { quilts, regions, recipes, placements, rowSets } = records;
  useEffect(() => {
    let stale = false;
    const ask = async (): Promise<void> => {
      await Promise.all(designIdsOf(records).map(teach));
      const shown = await planner().passes(records);
      if (!stale) setAnswer({ shown, of: quilts });
    };
    ask().catch(tellError);
    return () => {
      stale = true;
    };
    // Touches and landmarks don't matter here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [quilts, regions, recipes, placements, rowSets]);
  return { shown: answer?.shown ?? null, waiting: answer?.of !== quilts };
}
