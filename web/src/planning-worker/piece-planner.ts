import { makersOf, type Plan, passesOf, type QuiltPasses, recordId } from '@gorse/core';
import { aboutRecord, type ShownRecord, shownRecord } from './shown.ts';

/** What has changed since it was last asked for. */
export interface Changed {
  /** By the record's id as one word (`recordId`). */
  readonly records: Readonly<Record<string, ShownRecord>>;
  /** All records that there are. */
  readonly present: readonly string[];
  readonly passes: QuiltPasses;
  /** There is more to work out: ask again. */
  readonly more: number;
  /** Why something could not be worked out, as a sentence each. */
  readonly failures: readonly string[];
}

/** The part of the planning worker that works out all that is stitched. */
export const piecePlanner = (planNow: () => Plan) => {
  /** What the screen was told of each record. */
  const told = new Map<string, unknown>();
  return {
    /** Works out what has changed, for about so many milliseconds, at least one record. */
    changed(budget: number): Changed {
      const plan = planNow();
      const until = performance.now() + budget;
      const makers = makersOf(plan);
      const present = makers.map(recordId);
      for (const id of [...told.keys()]) if (!present.includes(id)) told.delete(id);
      const records: Record<string, ShownRecord> = {};
      const failures: string[] = [];
      let more = 0;
      for (const maker of makers) {
        const id = recordId(maker);
        if (performance.now() > until && Object.keys(records).length > 0) {
          more++;
          continue;
        }
        try {
          const about = plan.get(aboutRecord, maker);
          if (told.get(id) === about) continue;
          told.set(id, about);
          records[id] = shownRecord(plan, about);
        } catch (error) {
          // One that can't be worked out must not hold up the others.
          told.set(id, error);
          failures.push(error instanceof Error ? error.message : String(error));
        }
      }
      return { records, present, passes: plan.get(passesOf, null), more, failures };
    },
  };
};
