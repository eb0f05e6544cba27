import type { PlanRecords } from '@gorse/core';
import { densityPlanner } from '../../../planning-worker/link.ts';
import { madeOf } from '../../../planning-worker/made-of.ts';
import type { HeatMap } from '../../../planning-worker/heat-map.ts';
import type { Sharpness, ShownDensity } from '../../../planning-worker/density-planner.ts';
import { useAsked } from '../../../ui/use-asked.ts';

/** How long the plan must rest before its density is worked out, ms. */
const REST = 350;

/** Density of everything planned. What it was before is of another quilt, and is never shown. */
export interface KnownDensity {
  /** A rough picture at first, then a sharp one; null while there is none. */
  readonly picture: HeatMap | null;
  /** Null when nothing is stitched, undefined while it isn't known. */
  readonly density: ShownDensity | null | undefined;
}

/** Worked out in a worker of its own when the plan has come to rest; the picture while it is shown. */
export function useDensity(records: PlanRecords, shown: boolean): KnownDensity {
  const about = madeOf(records);
  const worker = async () => {
    await densityPlanner.teach(records);
    return densityPlanner.of(records);
  };
  const picture = (sharpness: Sharpness) => (shown ? async () => (await worker()).densityPicture(sharpness) : null);
  // Asked later, it is answered later.
  const rough = useAsked('rough density', about, picture('rough'), REST);
  const density = useAsked('density', about, async () => (await worker()).density(), REST);
  const sharp = useAsked('sharp density', about, picture('sharp'), REST);
  return { density: now(density), picture: now(sharp) ?? now(rough) ?? null };
}

/** Of this quilt and plan, or nothing. */
const now = <T>({ answer, current }: { readonly answer: T | undefined; readonly current: boolean }): T | undefined =>
  current ? answer : undefined;
