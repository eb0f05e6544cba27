import type { Lie } from '../cloth/loading.ts';
import type { MapGraph } from '../cloth/map-graph.ts';
import type { NamedPlace } from '../plan/landmarks.ts';
import { type PlanRecords, touchesOf } from '../plan/plan-document.ts';
import type { QuiltPass } from '../plan/quilt-passes.ts';
import type { TouchRecord } from '../plan/records.ts';
import type { NamedTarget } from '../plan/targets.ts';
import { advanceNow, type AdvanceState } from '../run/advances.ts';
import { type AtHand, atHand, type FrameRun } from './at-hand.ts';
import { type HeadNow, type Instruction, nextInstruction } from './instruction.ts';
import {
  cornersLeftOf,
  type FoundAgain,
  type KeptUntouched,
  keptUntouchedOf,
  type Landmark,
  landmarksOf,
  targetsOf,
} from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';
import type { FramePiece } from './pieces-in-passes.ts';
import { type Rolling, rollingFor } from './rolling.ts';
import { bestLandmark, type Wishes } from './wanted.ts';

/** A quilt on the frame, as it is planned and as the log has it. */
export interface OnFrame<Run extends FrameRun> {
  readonly records: PlanRecords;
  readonly graph: MapGraph;
  readonly pieces: readonly FramePiece[];
  readonly passes: readonly QuiltPass[];
  readonly advances: AdvanceState;
  readonly runs: readonly Run[];
  /** The run that is loaded. */
  readonly live: Run | null;
  /** The piece that she chose; null where she leaves that to Gorse. */
  readonly chosenId: string | null;
}

/** The piece at hand, and what will be stitched in its pass with it. */
export interface Task<Run extends FrameRun> extends AtHand<Run> {
  readonly coming: readonly FramePiece[];
}

export function taskAt<Run extends FrameRun>(on: OnFrame<Run>): Task<Run> {
  const { records, graph, pieces, passes, advances, runs, live, chosenId } = on;
  const isInReach = (one: FramePiece): boolean => rollingFor(records, graph, one, passes, advances, null).within;
  const found = atHand(pieces, runs, chosenId, live, isInReach);
  const { piece, done } = found;
  return { ...found, coming: pieces.filter((one) => one.pass === piece?.pass && (!done.has(one.id) || one === piece)) };
}

/** What the task is lined up on, and where that must be right: what the line-up is asked about. */
export interface LineUpTask {
  readonly landmarks: readonly Landmark[];
  readonly targets: readonly NamedTarget[];
  /** Landmarks that the piece's fit still wants touched, as indices. */
  readonly cornersLeft: readonly number[];
  /** What is kept free of it, and wasn't touched. */
  readonly keptUntouched: readonly KeptUntouched[];
}

export function lineUpTask(
  records: PlanRecords,
  lie: Lie,
  corners: readonly NamedPlace[],
  { piece, coming }: { readonly piece: FramePiece | undefined; readonly coming: readonly FramePiece[] },
  stitched: readonly FoundAgain[],
  advance: number,
  said: Pick<Said, 'byCorners'>,
): LineUpTask {
  const landmarks = landmarksOf(records, corners, stitched, advance);
  return {
    landmarks,
    targets: targetsOf(records, lie, coming, stitched, advance),
    cornersLeft: cornersLeftOf(landmarks, piece, piece !== undefined && said.byCorners === piece.id),
    keptUntouched: keptUntouchedOf(landmarks, records, piece),
  };
}

/** Whether all corners of a piece's patch were touched: it lies by itself then, as it does where its fit goes through touches. */
function isTouchedRound({ corners }: FramePiece, touches: readonly TouchRecord[], graph: MapGraph): boolean {
  const on = new Set(touches.flatMap((touch) => (touch.on === null ? [] : [touch.on])));
  return corners.length > 0 && corners.every((id) => (graph.vertexOf(id)?.ids ?? [id]).some((one) => on.has(one)));
}

/** What she said, beside what she does. */
export interface Said {
  /** Of the line-up: good enough as it is (true), or that she wants to touch more (false). */
  readonly linedUp: { readonly advance: number; readonly piece: string | null; readonly enough: boolean } | null;
  readonly wishes: Wishes;
  /** The piece that is lined up by the corners of its patch, whatever else could be touched. */
  readonly byCorners: string | null;
  readonly skipRehearsal: boolean;
}

/** What is known of the cloth and the head now. */
export interface Known {
  /** Null until there is one for how the quilt lies now. */
  readonly lineUp: LineUpView | null;
  /** It is by all touches: only then may its advice be followed. */
  readonly settled: boolean;
  readonly head: HeadNow | null;
}

export interface Situation {
  readonly instruction: Instruction;
  readonly rolling: Rolling;
  /** Index of the landmark to touch next; null while it isn't known. Never changed under her hands. */
  readonly wanted: number | null;
  /** Touches of this advance, the earliest first. */
  readonly touches: readonly TouchRecord[];
  /** What is lined up by itself: a piece whose fit goes through touches, or whose corners were touched; null for all that comes in the pass together. */
  readonly linedUpAs: string | null;
}

/** By so many touches at least, and with no more doubt than this, mm, it is known whether all lies in reach. */
const REACH_TOUCHES = 2;
const REACH_DOUBT = 10;

/** The one thing to do next, and all that it follows from. Null when there is no piece. */
export function situationAt<Run extends FrameRun>(
  { records, graph, passes, advances, runs }: OnFrame<Run>,
  { piece, run }: Task<Run>,
  { landmarks, cornersLeft, keptUntouched }: LineUpTask,
  { lineUp, settled, head }: Known,
  said: Said,
): Situation | null {
  if (!piece) return null;
  const advance = advanceNow(advances);
  const touches = touchesOf(records).filter((touch) => touch.advance === advance);
  const isByItself = piece.exactAt.length > 0 || said.byCorners === piece.id || isTouchedRound(piece, touches, graph);
  const linedUpAs = isByItself ? piece.id : null;
  const own = said.linedUp?.advance === advance && said.linedUp.piece === linedUpAs ? said.linedUp.enough : null;
  // What was good enough for the first row of a pass is for the others: she is asked for no more touches between rows.
  const begun = runs.some((one) => one.advance === advance);
  const enough = own ?? (linedUpAs === null && begun ? true : null);
  const isKnown = touches.length >= REACH_TOUCHES && (lineUp?.worst?.doubt ?? Infinity) < REACH_DOUBT;
  // Once something of the pass was loaded, what comes after is rolled to only when it is its turn.
  const reckoned = lineUp?.onFrame.filter(({ id }) => !begun || id === piece.id) ?? null;
  const rolling = rollingFor(records, graph, piece, passes, advances, isKnown ? reckoned : null);
  const isTouchable = keptUntouched.some(({ corners }) => corners.some((i) => lineUp?.landmarks[i]?.doubt));
  const instruction = nextInstruction({
    advances,
    within: rolling.within,
    turn: rolling.turn,
    tooDeep: piece.pass < 0,
    touches: touches.length,
    cornersLeft: cornersLeft.length,
    linedUp: enough === true,
    advised: settled,
    // What goes through its touches exactly is as sure as it gets once they are made.
    worth:
      enough === false ? lineUp?.advice != null || isTouchable : linedUpAs === null && lineUp?.advice?.worth === true,
    run,
    head,
    skipRehearsal: said.skipRehearsal,
  });
  const liked = [...cornersLeft, ...keptUntouched.flatMap(({ corners }) => corners)];
  const wanted = settled && lineUp ? bestLandmark(landmarks, lineUp, liked, said.wishes) : null;
  return { instruction, rolling, wanted, touches, linedUpAs };
}
