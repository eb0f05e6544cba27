import type { RunAnswer } from '@gorse/contract';
import {
  cornersAtHand,
  type FramePiece,
  lieWhen,
  lineUpTask,
  mapGraph,
  markedPatches,
  NO_WISHES,
  type OnFrame,
  type PlanRecords,
  type QuiltPass,
  quiltOf,
  type Said,
  situationAt,
  taskAt,
} from '@gorse/core';
import { startTransition, useMemo, useState } from 'react';
import type { FrameLog } from './use-frame-log.ts';
import { useLineUp } from './use-line-up.ts';
import { useLoaded } from './use-loaded.ts';
import { useSame } from './use-same.ts';
import { useFoundAgain, useStitched } from './use-stitched.ts';

interface Asked {
  readonly records: PlanRecords;
  readonly pieces: readonly FramePiece[];
  readonly passes: readonly QuiltPass[];
  readonly log: FrameLog;
  readonly chosenId: string | null;
}

const SAID_NOTHING: Said = { linedUp: null, wishes: NO_WISHES, byCorners: null, skipRehearsal: false };

/** What she says of the line-up, and takes back. */
export interface Say {
  enough(linedUp: NonNullable<Said['linedUp']>): void;
  /** Rather another landmark than this one, by its id. */
  passOver(id: string): void;
  /** One whose touch was taken back, by its id. */
  askAgain(id: string | null): void;
  touched(): void;
  /** Line this piece up by the corners of its patch, and nothing else. */
  byCorners(pieceId: string): void;
  skipRehearsal(skip: boolean): void;
}

/** The situation at the frame, worked out by the core, with what it is worked out of. */
export function useSituation({ records, pieces, passes, log, chosenId }: Asked) {
  const { advances, advance, mounts, live, runs } = log;
  const { turned } = log.mounted;
  const [said, setSaid] = useState(SAID_NOTHING);
  const { byCorners } = said;
  const { regions, quilts } = records;
  const graph = useMemo(() => mapGraph(markedPatches({ regions, quilts })), [regions, quilts]);
  const on = useMemo(
    (): OnFrame<RunAnswer> => ({ records, graph, pieces, passes, advances, runs, live, chosenId }),
    [records, graph, pieces, passes, advances, runs, live, chosenId],
  );
  const task = useMemo(() => taskAt(on), [on]);
  const { piece, run } = task;
  const coming = useSame(task.coming);
  const stitched = useStitched(runs);
  const resting = useSame(stitched.filter((line) => line.id !== live?.id || live.state.status !== 'stitching'));
  const again = useFoundAgain(resting, records, turned);
  const atHand = piece?.regionId ?? null;
  const lie = useMemo(() => lieWhen(quiltOf({ quilts }), { turned }), [quilts, turned]);
  const corners = useMemo(
    () => cornersAtHand({ regions, quilts }, graph, lie, atHand),
    [regions, quilts, graph, lie, atHand],
  );
  const asked = useMemo(
    () => lineUpTask(records, lie, corners, { piece, coming }, again, advance, { byCorners }),
    [records, lie, corners, piece, coming, again, advance, byCorners],
  );
  const landmarks = useSame(asked.landmarks);
  const targets = useSame(asked.targets);
  const cornersLeft = useSame(asked.cornersLeft);
  const keptUntouched = useSame(asked.keptUntouched);
  const { lineUp, settled } = useLineUp(records, {
    mounts,
    landmarks,
    candidates: cornersLeft.length > 0 ? cornersLeft : null,
    targets,
    stitched: again,
    pieces: useSame(coming.map((one) => one.id)),
    atHand: piece?.id ?? null,
  });
  const { strokes: loaded, start, head } = useLoaded(run, advance);
  const situation = situationAt(
    on,
    task,
    { landmarks, targets, cornersLeft, keptUntouched },
    { lineUp, settled, head },
    said,
  );
  const change = (made: (was: Said) => Said): void => startTransition(() => setSaid(made));
  const say: Say = {
    enough: (linedUp) => change((was) => ({ ...was, linedUp })),
    passOver: (id) => change((was) => ({ ...was, wishes: { ...was.wishes, refused: [...was.wishes.refused, id] } })),
    askAgain: (id) =>
      change((was) => ({
        ...was,
        wishes: { refused: was.wishes.refused.filter((one) => one !== id), repeated: id },
      })),
    touched: () => change((was) => ({ ...was, wishes: NO_WISHES })),
    byCorners: (byCorners) => change((was) => ({ ...was, byCorners })),
    skipRehearsal: (skipRehearsal) => change((was) => ({ ...was, skipRehearsal })),
  };
  return {
    task,
    situation,
    lie,
    landmarks,
    targets,
    keptUntouched,
    lineUp,
    again,
    stitched,
    loaded,
    start,
    head,
    said,
    say,
  };
}
