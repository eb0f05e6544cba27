import type { RunAnswer } from '@gorse/contract';
import { farthestStitch, type FoundAgain, type PlanRecords, type StitchedPiece } from '@gorse/core';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { runCloth, runPoints } from '../../api/queries.ts';
import { planner } from '../../planning-worker/link.ts';
import { useAsked } from '../../ui/use-asked.ts';

/** A run that lies stitched on the cloth, up to its last hole. A run that was given up stays where it was stitched. */
export interface StitchedLine extends StitchedPiece {
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
      begun.flatMap(({ id, pieceId, name, advance, events }, i): StitchedLine[] => {
        const [frame, cloth] = [points[i]?.data, cloths[i]?.data];
        if (!frame || !cloth) return [];
        return [{ id, pieceId, name, advance, cloth, frame, upTo: farthestStitch(events) }];
      }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all that matters of both lists
    [key],
  );
}

const NONE: readonly FoundAgain[] = [];

/** Teaches runs to the worker, and has it look for what can be found again of them. */
export function useFoundAgain(
  stitched: readonly StitchedLine[],
  records: PlanRecords,
  turned: boolean,
): readonly FoundAgain[] {
  const { quilts } = records;
  const ask = async (): Promise<readonly FoundAgain[]> => {
    // A run from before cloth points were kept is drawn, but nothing is held to it.
    const known = stitched.filter(({ cloth }) => cloth.length > 0);
    const worker = planner.of(records);
    for (const { id, cloth, frame } of known) {
      if (!taught.has(id)) void worker.learnRun(id, [...cloth], [...frame]);
      taught.add(id);
    }
    const refs = known.map(({ id, pieceId, name, advance, upTo }) => ({ id, pieceId, name, advance, upTo }));
    const found = await worker.landmarksOf(refs, { turned });
    return refs.map(({ id, pieceId, advance, upTo }, i) => ({ id, pieceId, advance, upTo, landmarks: found[i]! }));
  };
  return useAsked('found again', [stitched, quilts, turned], ask).answer ?? NONE;
}

/** Runs taught to the worker: their points never change. */
const taught = new Set<string>();
