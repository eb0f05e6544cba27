import type { DesignAnswer } from '@gorse/contract';
import type { Suggestion } from '@gorse/core';
import { useEffect, useMemo, useState } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { tellError } from '../../ui/notices.ts';
import { newestRevisions } from '../designs/library-filter.ts';

/** A suggestion with its design, and once it is worked out how it lies in the patch. */
export interface Suits extends Suggestion {
  readonly design: DesignAnswer;
  readonly fitted: Fitted | null;
}

/** So many are worth choosing among. */
const MOST = 12;
const NONE: readonly Suits[] = [];

/** What suits a patch, worked out when it is chosen; thumbnails follow one by one. */
export function useSuggestions(regionId: string, designs: readonly DesignAnswer[]): readonly Suits[] {
  const [found, setFound] = useState<{ readonly of: string; readonly suits: readonly Suits[] }>({
    of: '',
    suits: NONE,
  });
  const newest = useMemo(() => newestRevisions(designs), [designs]);
  useEffect(() => {
    const left = new AbortController();
    const look = async (): Promise<void> => {
      const { records } = usePlan.getState();
      const known = new Map(newest.map((design) => [design.id, design]));
      const offered = newest.map(({ id, kind, facts }) => ({ id, kind, facts }));
      const ranked = await planner.of(records).suggest(regionId, offered, MOST);
      let suits = ranked.map((one): Suits => ({ ...one, design: known.get(one.stages.designId)!, fitted: null }));
      if (left.signal.aborted) return;
      setFound({ of: regionId, suits });
      for (const [i, one] of suits.entries()) {
        await planner.teach(records, one.design.id);
        if (left.signal.aborted) return;
        const fitted = await planner.of(usePlan.getState().records).fittedIn(regionId, one.stages);
        if (left.signal.aborted) return;
        suits = suits.with(i, { ...one, fitted });
        setFound({ of: regionId, suits });
      }
    };
    look().catch(tellError);
    return () => left.abort();
  }, [regionId, newest]);
  return found.of === regionId ? found.suits : NONE;
}
