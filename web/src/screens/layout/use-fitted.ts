import type { RecipeStages, Shape } from '@gorse/core';
import { useEffect, useState } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { tellError } from '../../ui/notices.ts';

type All = ReadonlyMap<RecipeStages, Fitted>;
const NONE: All = new Map();

/** How recipes come out in a patch, each as soon as it is worked out. @param all the same list as long as it is the same, as is the shape */
export function useFitted(shape: Shape, all: readonly RecipeStages[]): All {
  const [found, setFound] = useState<{ readonly of: Shape; readonly fitted: All }>({ of: shape, fitted: NONE });
  useEffect(() => {
    const left = new AbortController();
    const isLeft = (): boolean => left.signal.aborted;
    const look = async (): Promise<void> => {
      let fitted: All = NONE;
      for (const stages of all) {
        await planner.teach(usePlan.getState().records, ...(stages.designId === null ? [] : [stages.designId]));
        if (isLeft()) return;
        const one = await planner.of(usePlan.getState().records).fittedIn(shape, stages);
        if (isLeft()) return;
        if (!one) continue;
        fitted = new Map([...fitted, [stages, one]]);
        setFound({ of: shape, fitted });
      }
    };
    look().catch(tellError);
    return () => left.abort();
  }, [shape, all]);
  return found.of === shape ? found.fitted : NONE;
}
