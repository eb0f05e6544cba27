import type { RunAnswer } from '@gorse/contract';
import {
  applyToPolyline,
  boundsOf,
  decodeStrokes,
  farthestStitch,
  lieWhen,
  type PlanRecords,
  quiltOf,
  type StitchedPiece,
  type StitchedRun,
  stitchedStrokes,
  type Turnable,
} from '@gorse/core';
import type { Database } from '../store/database.ts';
import { findRunCloth, findRunPoints, listRuns } from '../store/run-store.ts';
import { found } from '../refusal.ts';

/** A run with what lies stitched of it. */
export interface RunOnCloth extends StitchedPiece {
  readonly run: RunAnswer;
}

/** What lies stitched on a quilt; runs from before cloth points were kept are left out. */
export async function stitchedRuns(database: Database, quiltId: string): Promise<RunOnCloth[]> {
  const begun = (await listRuns(database.read, quiltId)).filter((run) => run.state.stitch > 0);
  const lines = await Promise.all(
    begun.map(async (run): Promise<RunOnCloth[]> => {
      const [cloth, frame] = [await findRunCloth(database.read, run.id), await findRunPoints(database.read, run.id)];
      const strokes = { cloth: decodeStrokes(found(cloth, 'run')), frame: decodeStrokes(found(frame, 'run')) };
      return strokes.cloth.length === 0
        ? []
        : [{ run, pieceId: run.pieceId, ...strokes, advance: run.advance, upTo: farthestStitch(run.events) }];
    }),
  );
  return lines.flat();
}

/** How far down the quilt is stitched as it lies, turned or not, mm; null when nothing is. */
export function frontOf(records: PlanRecords, stitched: readonly StitchedRun[], when: Turnable): number | null {
  const lie = lieWhen(quiltOf(records), when);
  const lines = stitched.flatMap((run) => stitchedStrokes(run).map(({ cloth }) => applyToPolyline(lie, cloth)));
  return boundsOf(lines)?.maxY ?? null;
}
