import type { RunAnswer } from '@gorse/contract';
import { farthestStitch, type QuiltRecord, type StitchedRun } from '@gorse/core';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { runCloth, runPoints } from '../../api/queries.ts';
import { planner } from '../../planning-worker/planned-store.ts';
import { tellError } from '../../ui/notices.ts';
import type { FoundAgain } from './landmarks.ts';

/** A run that lies stitched on the cloth, up to its last hole. A run that was given up stays where it was stitched. */
export interface StitchedLine extends StitchedRun {
  readonly id: string;
  readonly name: string;
}

/** What lies stitched on the cloth. */
export function useStitched(runs: readonly RunAnswer[]): readonly StitchedLine[] {
  const begun = runs.filter((run) => run.state.stitch > 0);
  const points = useQueries({ queries: begun.map(({ id }) => runPoints(id)) });
  const cloths = useQueries({ queries: begun.map(({ id }) => runCloth(id)) });
  const key = begun
    .map(
      (run, i) =>
        `${run.id} ${farthestStitch(run.events)} ${points[i]?.isSuccess === true} ${cloths[i]?.isSuccess === true}`,
    )
    .join();
  return useMemo(
    () =>
      begun.flatMap(({ id, name, advance, events }, i): StitchedLine[] => {
        const [frame, cloth] = [points[i]?.data, cloths[i]?.data];
        if (!frame || !cloth) return [];
        return [{ id, name: name.split(' · ')[0]!, advance, cloth, frame, upTo: farthestStitch(events) }];
      }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all that matters of both lists
    [key],
  );
}

/** Teaches runs to the worker, and has it look for what can be found again of them. */
export function useFoundAgain(stitched: readonly StitchedLine[], quilt: QuiltRecord): readonly FoundAgain[] {
  const [found, setFound] = useState<readonly FoundAgain[]>([]);
  const { loading, grid } = quilt;
  useEffect(() => {
    let stale = false;
    const find = async ({ id, name, advance, upTo, cloth, frame }: StitchedLine): Promise<FoundAgain> => {
      if (!taught.has(id)) await planner().learnRun(id, [...cloth], [...frame]);
      taught.add(id);
      const ref = { id, advance, upTo };
      return { ...ref, landmarks: await planner().landmarksOf(name, ref, { loading, grid }) };
    };
    // A run from before cloth points were kept is drawn, but nothing is held to it.
    Promise.all(stitched.filter(({ cloth }) => cloth.length > 0).map(find))
      .then((all) => {
        if (!stale) setFound(all);
      })
      .catch(tellError);
    return () => {
      stale = true;
    };
  }, [stitched, loading, grid]);
  return found;
}

/** Runs taught to the worker: their points never change. */
const taught = new Set<string>();
