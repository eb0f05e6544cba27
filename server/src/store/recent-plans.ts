import type { PlanRecords } from '@gorse/core';
import { LRUCache } from 'lru-cache';

/** Records kept at once: of plans of usual size some hundreds, of the largest a few. */
const KEPT = 100_000;

/**
 * The plans that were edited or read last, as they stand at their revision, so that hundreds of records needn't be read again. Only what is
 * committed may be kept, and it may only be used for the very revision that the locked quilt has.
 */
export class RecentPlans {
  private readonly plans = new LRUCache<string, { readonly revision: number; readonly records: PlanRecords }>({
    maxSize: KEPT,
    sizeCalculation: ({ records }) =>
      1 + Object.values(records).reduce((sum, kind) => sum + Object.keys(kind).length, 0),
  });

  at(id: string, revision: number): PlanRecords | null {
    const plan = this.plans.get(id);
    return plan?.revision === revision ? plan.records : null;
  }

  keep(id: string, revision: number, records: PlanRecords): void {
    this.plans.set(id, { revision, records });
  }
}
