import { type ClothPoint, CORNER_NAMES, distance, type PlanRecords, quiltOf, type TouchRecord } from '@gorse/core';

/** A point that can be found both on the plan and on the cloth. */
export interface Landmark {
  readonly name: string;
  readonly cloth: ClothPoint;
  readonly regionId: string;
  /** The touch that was made there, if any. */
  readonly touch: TouchRecord | undefined;
}

/** With more doubt than this (mm) a landmark may be anywhere: its mark would mislead. */
export const LOST = 60;

/** Two landmarks this near are one. */
const SAME = 0.05;

/** The corners of some patches, each place once. */
export function cornerLandmarks(records: PlanRecords, regionIds: readonly string[]): Landmark[] {
  const touches = Object.values(records.touches);
  // As she sees it: a quarter turn brings the next corner round.
  const turn = quiltOf(records).loading === 'turned' ? 1 : 0;
  const out: Landmark[] = [];
  for (const regionId of regionIds) {
    const region = records.regions[regionId];
    region?.ring.forEach((cloth, i) => {
      if (out.some((known) => distance(known.cloth, cloth) < SAME)) return;
      const touch = touches.find((one) => distance(one.cloth, cloth) < SAME);
      out.push({ name: `${CORNER_NAMES[(i + turn) % 4]!} corner of ${region.name}`, cloth, regionId, touch });
    });
  }
  return out;
}
