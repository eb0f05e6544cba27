import type { PlanRecords } from '@gorse/core';
import { planner } from '../../planning-worker/link.ts';
import { madeOf } from '../../planning-worker/made-of.ts';
import type { ShownPasses } from '../../planning-worker/pass-planner.ts';
import { useAsked } from '../../ui/use-asked.ts';

/** The quilt's passes with all they take, worked out in the worker; the last answer stays until the next is there. */
export function usePasses(records: PlanRecords): {
  readonly shown: ShownPasses | undefined;
  readonly waiting: boolean;
} {
  const ask = async (): Promise<ShownPasses> => {
    await planner.teach(records);
    return planner.of(records).passes();
  };
  const { answer, current } = useAsked('passes', madeOf(records), ask);
  return { shown: answer, waiting: !current };
}
