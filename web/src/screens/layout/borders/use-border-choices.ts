import { askedBorder, type BorderSetRecord } from '@gorse/core';
import { useMemo } from 'react';
import { usePlan } from '../../../document/plan-store.ts';
import type { ShownBorderChoice } from '../../../planning-worker/border-planner.ts';
import { planner } from '../../../planning-worker/link.ts';
import { madeOf } from '../../../planning-worker/made-of.ts';
import { useAsked } from '../../../ui/use-asked.ts';

/** A drag that goes on isn't answered. */
const REST = 120;

/** The ways a border can be worked, ranked; null until they are worked out. The last ones stay until the next are there. */
export function useBorderChoices(set: BorderSetRecord): {
  readonly choices: readonly ShownBorderChoice[] | null;
  readonly current: boolean;
} {
  const text = JSON.stringify(askedBorder(set));
  const asked = useMemo(() => JSON.parse(text) as ReturnType<typeof askedBorder>, [text]);
  const plan = usePlan(({ records }) => records);
  const ask = async (): Promise<readonly ShownBorderChoice[]> => {
    await planner.teach(plan);
    return planner.of(plan).borders(asked);
  };
  // What is asked tells what of this set matters; it changes with every step of a drag.
  const { [set.id]: _, ...others } = plan.borderSets;
  const about = [asked, ...madeOf({ ...plan, borderSets: NONE }), ...Object.values(others)];
  const { answer, current } = useAsked('border choices', about, ask, REST);
  return { choices: answer ?? null, current };
}

const NONE = {};
