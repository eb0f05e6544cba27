import { type ClothPoint, cornerMean, type PlanRecords, touchesOf } from '@gorse/core';
import { useEffect, useState } from 'react';
import { planner, planRequests, teach } from '../../planning-worker/planned-store.ts';
import type { LineUpAnswer } from '../../planning-worker/planning-worker.ts';
import type { Landmark } from './landmarks.ts';

/** Where the placement at hand must be sure: the patch's corners, the middles of its edges and its middle. */
function targetsOf(ring: readonly ClothPoint[]): ClothPoint[] {
  const middles = ring.map((a, i) => cornerMean([a, ring[(i + 1) % ring.length]!]));
  return [...ring, ...middles, cornerMean(ring)];
}

interface LineUpState {
  /** The last line-up worked out; it stays until the next is there. */
  readonly lineUp: LineUpAnswer | null;
  /** It is by the touches as they are now: only then may its advice be followed. */
  readonly settled: boolean;
}

/** The line-up by the touches so far, worked out in the worker. */
export function useLineUp(records: PlanRecords, landmarks: readonly Landmark[], regionId: string | null): LineUpState {
  const [answer, setAnswer] = useState<{ lineUp: LineUpAnswer; landmarks: readonly Landmark[] } | null>(null);
  const { touches, regions, recipes, placements } = records;
  useEffect(() => {
    let stale = false;
    const requests = planRequests(records);
    const ask = async (): Promise<void> => {
      await Promise.all(requests.map((request) => teach(request.recipe.designId)));
      const ring = (regionId === null ? undefined : regions[regionId])?.ring ?? [];
      const open = landmarks.filter((one) => !one.touch);
      const found = await planner().lineUp(
        touchesOf(records),
        landmarks.map((one) => one.cloth),
        open.map((one) => one.cloth),
        targetsOf(ring),
        requests,
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
  }, [touches, regions, recipes, placements, landmarks, regionId]);
  // Landmarks hold their touches, so that the same landmarks mean the same touches.
  return { lineUp: answer?.lineUp ?? null, settled: answer?.landmarks === landmarks };
}
