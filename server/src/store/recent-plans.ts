import type { PlanRecords } from '@gorse/core';
import { LRUCache } from 'lru-cache';

/** Plans kept at once: the ones being worked on. */
const KEPT = 8;

/**
 * The plans that were edited last, as they stand at their revision, so that an edit needn't read hundreds of records to be checked. Only what is
 * committed may be kept, and it may only be used for the very revision that the locked quilt has.
 */
export class RecentPlans {
  private readonly plans = new LRUCache<string, { readonly revision: number; readonly records: PlanRecords }>({
    max: KEPT,
  });

  at(id: string, revision: number): PlanRecords | null {
    const plan = this.plans.get(id);
    return plan?.revision === revision ? plan.records : null;
  }

  keep(id: string, revision: number, records: PlanRecords): void {
    this.plans.set(id, { revision, records });
  }
}
