import { askedRows, type Loading, type PlanRecords, type RowSetRecord } from '@gorse/core';
import { useMemo } from 'react';
import { planner } from '../../../planning-worker/link.ts';
import type { ShownChoice } from '../../../planning-worker/row-planner.ts';
import { useAsked } from '../../../ui/use-asked.ts';

const NONE: readonly ShownChoice[] = [];

/** The ranked answers to what matters; null while they are worked out. The worker knows what they depend on. */
export function useChoices(
  set: RowSetRecord | undefined,
  plan: PlanRecords,
  loading?: Loading,
): readonly ShownChoice[] | null {
  const text = set && JSON.stringify(askedRows(set));
  const asked = useMemo(() => (text === undefined ? null : (JSON.parse(text) as ReturnType<typeof askedRows>)), [text]);
  const { quilts, regions, recipes, placements } = plan;
  const ask =
    asked &&
    (async () => {
      await planner.teach(plan, asked.designId);
      return planner.of(plan).choices(asked, loading);
    });
  const { answer, current } = useAsked('choices', [asked, loading, quilts, regions, recipes, placements], ask);
  if (!set) return NONE;
  return current ? (answer ?? NONE) : null;
}
