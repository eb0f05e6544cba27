import { designIdsOf, diffPlans, EMPTY_RECORDS, type PlanRecords } from '@gorse/core';
import { type Remote, wrap } from 'comlink';
import { api } from '../api/api.ts';
import { KEYS, queryClient } from '../api/queries.ts';
import type { Planner } from './planner.ts';

/** A planning worker, started when it is first asked, that knows the designs and the plan it is asked about. */
export interface PlannerLink {
  /** Asks about these records; what differs from those asked about before goes ahead. Designs must have been taught. */
  of(records: PlanRecords): Remote<Planner>;
  /** Asks about the records it was last asked about. */
  now(): Remote<Planner>;
  /** Brings the strokes of the designs of a plan, and of others, each once. One that the library hasn't is left out. */
  teach(records: PlanRecords, ...others: readonly string[]): Promise<void>;
}

function plannerLink(): PlannerLink {
  let remote: Remote<Planner> | null = null;
  let sent = EMPTY_RECORDS;
  const ask = (): Remote<Planner> =>
    (remote ??= wrap<Planner>(new Worker(new URL('./planning-worker.ts', import.meta.url), { type: 'module' })));
  const learning = new Map<string, Promise<void>>();
  const learn = (designId: string): Promise<void> => {
    const known = learning.get(designId);
    if (known) return known;
    const taught = queryClient
      .query({ queryKey: KEYS.strokes(designId), queryFn: () => api.designStrokes(designId), staleTime: Infinity })
      .then((strokes) => ask().learn(designId, strokes))
      .catch(() => void learning.delete(designId));
    learning.set(designId, taught);
    return taught;
  };
  return {
    of(records) {
      const diff = diffPlans(sent, records);
      sent = records;
      // Messages are taken in the order they are sent, so that the next question finds the plan as it is meant.
      if (diff.length > 0) void ask().follow(diff);
      return ask();
    },
    now: ask,
    async teach(records, ...others) {
      await Promise.all([...designIdsOf(records), ...others].map(learn));
    },
  };
}

/** The worker that plans while she works, and one for what takes long and must not hold it up. */
export const planner = plannerLink();
export const densityPlanner = plannerLink();
