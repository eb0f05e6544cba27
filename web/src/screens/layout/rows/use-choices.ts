import type { Loading, PlanRecords, RowSetRecord } from '@gorse/core';
import { useEffect, useState } from 'react';
import { planner, rowsRequest, teach } from '../../../planning-worker/planned-store.ts';
import type { ShownChoice } from '../../../planning-worker/row-planner.ts';

const NONE: readonly ShownChoice[] = [];

/** The ranked answers to what matters; null while they are worked out. They don't depend on which of them was taken. */
export function useChoices(
  set: RowSetRecord | undefined,
  plan: PlanRecords,
  loading?: Loading,
): readonly ShownChoice[] | null {
  const [found, setFound] = useState<{ readonly key: string; readonly choices: readonly ShownChoice[] } | null>(null);
  const { quilts, regions } = plan;
  const key =
    set === undefined ? '' : JSON.stringify([{ ...set, numbers: null, pins: null, exceptions: null }, quilts, loading]);
  useEffect(() => {
    if (!set) return;
    let stale = false;
    const ask = async (): Promise<void> => {
      await teach(set.designId);
      const choices = await planner().choices(rowsRequest({ ...set, exceptions: [] }, plan), loading);
      if (!stale) setFound({ key, choices });
    };
    void ask();
    return () => {
      stale = true;
    };
    // The key says all of the set and the quilt that matters.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, regions]);
  if (!set) return NONE;
  return found?.key === key ? found.choices : null;
}
