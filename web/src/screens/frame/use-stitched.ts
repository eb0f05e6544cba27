import type { RunAnswer } from '@gorse/contract';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../api/api.ts';
import { KEYS } from '../../api/queries.ts';
import type { StitchedLine } from './frame-scene.tsx';

/** What lies stitched on the cloth: every run up to its last hole. A run that was given up stays where it was stitched. */
export function useStitched(runs: readonly RunAnswer[]): readonly StitchedLine[] {
  const begun = runs.filter((run) => run.state.stitch > 0);
  const points = useQueries({
    queries: begun.map((run) => ({
      queryKey: KEYS.runPoints(run.id),
      queryFn: () => api.runPoints(run.id),
      staleTime: Infinity,
    })),
  });
  const key = begun.map((run, i) => `${run.id} ${farthest(run)} ${points[i]?.isSuccess === true}`).join();
  return useMemo(
    () =>
      begun.flatMap((run, i) =>
        points[i]?.data
          ? [
              {
                id: run.state.status === 'finished' ? run.placementId : run.id,
                runs: points[i].data,
                upTo: farthest(run),
              },
            ]
          : [],
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all that matters of both lists
    [key],
  );
}

/** The farthest hole that was ever made: going back doesn't unpick. */
const farthest = (run: RunAnswer): number => run.events.reduce((most, event) => Math.max(most, event.stitch), 0);
