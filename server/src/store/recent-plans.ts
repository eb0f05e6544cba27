import type { PlanRecords } from '@gorse/core';
import { LRUCache } from 'lru-cache';

/** A quilt's plan as it stands. */
export interface PlanNow {
  readonly revision: number;
  readonly records: PlanRecords;
}

/** Records kept at once: of plans of usual size some hundreds, of the largest a few. */
const KEPT = 100_000;

/**
 * The plans that were edited or read last, as they stand, so that reading one doesn't wait behind what is written. This server alone
 * writes to its database, so what is committed here is what stands; what may have been written otherwise must be dropped.
 */
export class RecentPlans {
  private readonly plans = new LRUCache<string, PlanNow>({
    maxSize: KEPT,
    sizeCalculation: ({ records }) =>
      1 + Object.values(records).reduce((sum, kind) => sum + Object.keys(kind).length, 0),
  });
  private drops = 0;

  get(id: string): PlanNow | null {
    return this.plans.get(id) ?? null;
  }

  /** To be taken before reading, and given with what was read. */
  get mark(): number {
    return this.drops;
  }

  /** Keeps what is committed; not what was read before something was dropped, nor an older plan in place of a newer one. */
  keep(id: string, plan: PlanNow, mark = this.drops): void {
    if (mark === this.drops && plan.revision >= (this.plans.peek(id)?.revision ?? 0)) this.plans.set(id, plan);
  }

  /** Nothing is known to stand. */
  clear(): void {
    this.drops += 1;
    this.plans.clear();
  }

  drop(id: string): void {
    this.drops += 1;
    this.plans.delete(id);
  }
}
