import { type ClothPoint, type PlanRecords, quiltOf, touchesOf } from '@gorse/core';
import { useEffect, useState } from 'react';
import { planner, planRequests, rowsRequests, teach } from '../../planning-worker/planned-store.ts';
import type { LineUpAnswer } from '../../planning-worker/planning-worker.ts';
import type { Landmark } from './landmarks.ts';

interface LineUpState {
  /** The last line-up worked out; it stays until the next is there. */
  readonly lineUp: LineUpAnswer | null;
  /** It is by the touches as they are now: only then may its advice be followed. */
  readonly settled: boolean;
}

/** The line-up by the touches so far, worked out in the worker; the next touch is one of `own`, for what must be sure at `targets`. */
export function useLineUp(
  records: PlanRecords,
  landmarks: readonly Landmark[],
  own: readonly Landmark[],
  targets: readonly ClothPoint[],
): LineUpState {
  const [answer, setAnswer] = useState<{ lineUp: LineUpAnswer; landmarks: readonly Landmark[] } | null>(null);
  const { quilts, touches, regions, recipes, placements, rowSets } = records;
  useEffect(() => {
    let stale = false;
    const requests = planRequests(records);
    const rows = rowsRequests(records);
    const ask = async (): Promise<void> => {
      await Promise.all(
        [...requests.map(({ recipe }) => recipe.designId), ...rows.map(({ set }) => set.designId)].map(teach),
      );
      const open = own.filter((one) => !one.touch);
      const found = await planner().lineUp(
        touchesOf(records),
        landmarks.map((one) => one.cloth),
        open.map((one) => one.cloth),
        targets,
        requests,
        rows,
        quiltOf(records),
      );
      if (stale) return;
      const advised = found.advice && open[found.advice.landmark];
      setAnswer({
        lineUp: {
          ...found,
          advice: found.advice && advised ? { ...found.advice, landmark: landmarks.indexOf(advised) } : null,
        },
        landmarks,
      });
    };
    void ask();
    return () => {
      stale = true;
    };
    // The other kinds of records don't matter here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [quilts, touches, regions, recipes, placements, rowSets, landmarks, own, targets]);
  // Landmarks hold their touches, so that the same landmarks mean the same touches.
  return { lineUp: answer?.lineUp ?? null, settled: answer?.landmarks === landmarks };
}
