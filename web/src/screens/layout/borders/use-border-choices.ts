import { askedBorder, type BorderSetRecord, type PlanRecords } from '@gorse/core';
import { useMemo } from 'react';
import type { ShownBorderChoice } from '../../../planning-worker/border-planner.ts';
import { planner } from '../../../planning-worker/link.ts';
import { useAsked } from '../../../ui/use-asked.ts';

const NONE: readonly ShownBorderChoice[] = [];
/** A drag that goes on isn't answered. */
const REST = 120;

/** The ways a border can be worked, ranked; null while they are worked out. */
export function useBorderChoices(set: BorderSetRecord, plan: PlanRecords): readonly ShownBorderChoice[] | null {
  const text = JSON.stringify(askedBorder(set));
  const asked = useMemo(() => JSON.parse(text) as ReturnType<typeof askedBorder>, [text]);
  const { quilts, regions, recipes, placements, rowSets } = plan;
  const ask = async (): Promise<readonly ShownBorderChoice[]> => {
    await planner.teach(plan);
    return planner.of(plan).borders(asked);
  };
  const about = [asked, quilts, regions, recipes, placements, rowSets];
  const { answer, current } = useAsked('border choices', about, ask, REST);
  return current ? (answer ?? NONE) : null;
}
