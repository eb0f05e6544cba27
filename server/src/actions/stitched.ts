import type { RunAnswer } from '@gorse/contract';
import { decodeStrokes, type StitchedRun } from '@gorse/core';
import type { Database } from '../store/database.ts';
import { findRunCloth, findRunPoints, listRuns } from '../store/run-store.ts';

/** A run with what lies stitched of it. */
export interface RunOnCloth extends StitchedRun {
  readonly run: RunAnswer;
}

/** The farthest hole that was ever made: going back doesn't unpick. */
const farthest = (run: RunAnswer): number => run.events.reduce((most, event) => Math.max(most, event.stitch), 0);

/** What lies stitched on a quilt; runs from before cloth points were kept are left out. */
export async function stitchedRuns(database: Database, quiltId: string): Promise<RunOnCloth[]> {
  const begun = (await listRuns(database.read, quiltId)).filter((run) => run.state.stitch > 0);
  const found = await Promise.all(
    begun.map(async (run): Promise<RunOnCloth[]> => {
      const [cloth, frame] = [await findRunCloth(database.read, run.id), await findRunPoints(database.read, run.id)];
      if (!cloth || !frame) return [];
      return [
        { run, cloth: decodeStrokes(cloth), frame: decodeStrokes(frame), advance: run.advance, upTo: farthest(run) },
      ];
    }),
  );
  return found.flat();
}
