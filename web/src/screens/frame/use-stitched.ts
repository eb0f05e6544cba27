import type { RunAnswer } from '@gorse/contract';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api } from '../../api/api.ts';
import { KEYS } from '../../api/queries.ts';
import { planner } from '../../planning-worker/planned-store.ts';
import type { StitchedByName } from './landmarks.ts';

/** A run that lies stitched on the cloth, up to its last hole. A run that was given up stays where it was stitched. */
export interface StitchedLine extends StitchedByName {
  readonly id: string;
  readonly placementId: string;
  readonly finished: boolean;
}

/** What lies stitched on the cloth, taught to the worker as well. */
export function useStitched(runs: readonly RunAnswer[]): readonly StitchedLine[] {
  const begun = runs.filter((run) => run.state.stitch > 0);
  const points = useQueries({
    queries: begun.map((run) => ({
      queryKey: KEYS.runPoints(run.id),
      queryFn: () => api.runPoints(run.id),
      staleTime: Infinity,
    })),
  });
  const cloths = useQueries({
    queries: begun.map((run) => ({
      queryKey: KEYS.runCloth(run.id),
      // A run from before cloth points were kept has none: it is drawn, but nothing is held to it.
      queryFn: () => api.runCloth(run.id).catch(() => []),
      staleTime: Infinity,
    })),
  });
  const key = begun
    .map((run, i) => `${run.id} ${farthest(run)} ${points[i]?.isSuccess === true} ${cloths[i]?.isSuccess === true}`)
    .join();
  return useMemo(
    () =>
      begun.flatMap((run, i): StitchedLine[] => {
        const [frame, cloth] = [points[i]?.data, cloths[i]?.data];
        if (!frame || !cloth) return [];
        return [
          {
            id: run.id,
            placementId: run.placementId,
            finished: run.state.status === 'finished',
            name: run.name.split(' · ')[0]!,
            advance: run.advance,
            cloth,
            frame,
            upTo: farthest(run),
          },
        ];
      }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all that matters of both lists
    [key],
  );
}

/** The runs that the worker knows by now, as they are named to it. */
export function useTaught(stitched: readonly StitchedLine[]): readonly StitchedLine[] {
  const [taught, setTaught] = useState<readonly StitchedLine[]>([]);
  useEffect(() => {
    let stale = false;
    const teach = async (): Promise<void> => {
      for (const { id, cloth, frame } of stitched) {
        if (known.has(id) || cloth.length === 0) continue;
        await planner().learnRun(id, [...cloth] as Float64Array[], [...frame] as Float64Array[]);
        known.add(id);
      }
      if (!stale) setTaught(stitched.filter(({ id }) => known.has(id)));
    };
    void teach();
    return () => {
      stale = true;
    };
  }, [stitched]);
  return taught;
}

/** Runs taught to the worker: their points never change. */
const known = new Set<string>();

/** The farthest hole that was ever made: going back doesn't unpick. */
const farthest = (run: RunAnswer): number => run.events.reduce((most, event) => Math.max(most, event.stitch), 0);
