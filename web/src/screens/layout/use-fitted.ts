import type { RecipeStages } from '@gorse/core';
import { useEffect, useState } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { tellError } from '../../ui/notices.ts';

type All = ReadonlyMap<RecipeStages, Fitted>;
const NONE: All = new Map();

/** How recipes would come out in a patch, each as soon as it is worked out. @param all the same list as long as it is the same */
export function useFitted(regionId: string, all: readonly RecipeStages[]): All {
  const [found, setFound] = useState<{ readonly of: string; readonly fitted: All }>({ of: regionId, fitted: NONE });
  useEffect(() => {
    const left = new AbortController();
    const isLeft = (): boolean => left.signal.aborted;
    const look = async (): Promise<void> => {
      let fitted: All = NONE;
      for (const stages of all) {
        await planner.teach(usePlan.getState().records, stages.designId);
        if (isLeft()) return;
        const one = await planner.of(usePlan.getState().records).fittedIn(regionId, stages);
        if (isLeft()) return;
        if (!one) continue;
        fitted = new Map([...fitted, [stages, one]]);
        setFound({ of: regionId, fitted });
      }
    };
    look().catch(tellError);
    return () => left.abort();
  }, [regionId, all]);
  return found.of === regionId ? found.fitted : NONE;
}
