import type { DesignAnswer } from '@gorse/contract';
import type { Suggestion } from '@gorse/core';
import { useEffect, useMemo, useState } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import { tellError } from '../../ui/notices.ts';
import { newestRevisions } from '../designs/library-filter.ts';

/** So many are worth choosing among. */
const MOST = 12;
const NONE: readonly Suggestion[] = [];

/** What suits a patch, the most suited first; worked out when it is chosen. */
export function useSuggestions(regionId: string, designs: readonly DesignAnswer[]): readonly Suggestion[] {
  const [found, setFound] = useState<{ readonly of: string; readonly suits: readonly Suggestion[] }>({
    of: '',
    suits: NONE,
  });
  const offered = useMemo(
    () => newestRevisions(designs).map(({ id, kind, facts }) => ({ id, kind, facts })),
    [designs],
  );
  useEffect(() => {
    const left = new AbortController();
    planner
      .of(usePlan.getState().records)
      .suggest(regionId, offered, MOST)
      .then((suits) => {
        if (!left.signal.aborted) setFound({ of: regionId, suits });
      })
      .catch(tellError);
    return () => left.abort();
  }, [regionId, offered]);
  return found.of === regionId ? found.suits : NONE;
}
