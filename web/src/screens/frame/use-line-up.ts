import {
  designIdsOf,
  type NamedTarget,
  type OnPoles,
  type PlanRecords,
  quiltOf,
  safeArea,
  touchesOf,
} from '@gorse/core';
import { useEffect, useState } from 'react';
import type { LineUpAnswer, StitchedRef } from '../../planning-worker/line-up-planner.ts';
import { planner, planRequests, rowsRequests, teach } from '../../planning-worker/planned-store.ts';
import { tellError } from '../../ui/notices.ts';
import type { Landmark } from './landmarks.ts';

export interface LineUpState {
  /** The last line-up worked out; it stays until the next is there. */
  readonly lineUp: LineUpAnswer | null;
  /** It is by the touches as they are now: only then may its advice be followed. */
  readonly settled: boolean;
}

interface Asked {
  readonly records: PlanRecords;
  readonly mounts: readonly OnPoles[];
  readonly landmarks: readonly Landmark[];
  readonly candidates: readonly number[] | null;
  readonly targets: readonly NamedTarget[];
  readonly stitched: readonly StitchedRef[];
  readonly pieces: readonly string[];
}

/** The line-up by the touches so far, worked out in the worker. */
export function useLineUp({ records, mounts, landmarks, candidates, targets, stitched, pieces }: Asked): LineUpState {
  const [answer, setAnswer] = useState<{ readonly lineUp: LineUpAnswer; readonly of: readonly unknown[] } | null>(null);
  const asked = [landmarks, targets, candidates, pieces, mounts] as const;
  const { quilts, touches, regions, recipes, placements, rowSets } = records;
  useEffect(() => {
    let stale = false;
    const requests = planRequests(records);
    const rows = rowsRequests(records);
    const { frame } = quiltOf(records).machine;
    const ask = async (): Promise<void> => {
      await Promise.all(designIdsOf(records).map(teach));
      const lineUp = await planner().lineUp({
        plan: records,
        mounts,
        touches: touchesOf(records),
        landmarks: landmarks.map(({ name, cloth, since }) => ({ name, cloth, since })),
        candidates,
        targets,
        stitched: stitched.map(({ id, advance, upTo }) => ({ id, advance, upTo })),
        pieces,
        requests,
        rows,
        area: safeArea(frame, mounts.at(-1)!.rolled),
      });
      if (!stale) setAnswer({ lineUp, of: asked });
    };
    ask().catch(tellError);
    return () => {
      stale = true;
    };
    // The other kinds of records don't matter here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [
    quilts,
    touches,
    regions,
    recipes,
    placements,
    rowSets,
    mounts,
    landmarks,
    candidates,
    targets,
    stitched,
    pieces,
  ]);
  // Landmarks hold their touches, so that the same landmarks mean the same touches. An answer of another advance is of another lie of the cloth; one from before the clamps came off tells how far to roll.
  const current = answer !== null && answer.of.at(-1) === mounts;
  return {
    lineUp: current ? answer.lineUp : null,
    settled: current && asked.every((part, i) => part === answer.of[i]),
  };
}
