import type { MapGraph } from '../cloth/map-graph.ts';
import type { FramePoint } from '../geometry/point.ts';
import { boxRing, ringBounds } from '../geometry/polygon.ts';
import { type FrameProfile, mountedAt, reachAfter } from '../passes/frame-profile.ts';
import { beyondArea, rollToMiddle, safeArea } from '../passes/safe-area.ts';
import { type PlanRecords, quiltOf } from '../plan/plan-document.ts';
import type { QuiltPass } from '../plan/quilt-passes.ts';
import { type Seam, seamAt } from '../plan/seam-at.ts';
import { type AdvanceState, mountedNow } from '../run/advances.ts';
import type { Landmark } from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';
import type { FramePiece } from './pieces-in-passes.ts';

/** Whether the quilt has to be rolled for a piece, and to where. */
export interface Rolling {
  /** The piece lies within the reach as the quilt is rolled now. */
  readonly within: boolean;
  /** The quilt has to be taken off first, and turned by a quarter. */
  readonly turn: boolean;
  /** The pass that is rolled to. */
  readonly pass: number;
  /** What will be rolled up then, mm of the loaded quilt. */
  readonly from: number;
  /** The seam that tells when it is there. */
  readonly seam: Seam | null;
  /** As lined up, what comes lies so much too near the take-up pole (below 0) or too far from it, mm. */
  readonly beyond: number;
}

/** Where the seam lies that tells how far the quilt is rolled, and how far it has to come, mm: towards the roll below 0. */
export interface SeamWay extends Pick<Seam, 'name'> {
  readonly edge: readonly [FramePoint, FramePoint];
  readonly by: number;
}

/** Where the line-up, however unsure, sees the seam's corners now. */
export function seamWayOf(
  { seam, from }: Rolling,
  frame: FrameProfile,
  rolled: number,
  landmarks: readonly Landmark[],
  lineUp: Pick<LineUpView, 'landmarks'> | null,
): SeamWay | null {
  const edge = (seam?.ends ?? []).flatMap((end) => {
    const i = landmarks.findIndex(({ ids }) => ids.includes(end));
    return lineUp?.landmarks[i]?.at ?? [];
  });
  const [a, b] = edge;
  if (!seam || !a || !b) return null;
  return { name: seam.name, edge: [a, b], by: mountedAt(frame, from).y - mountedAt(frame, rolled).y };
}

/** Rolled for its own pass, a quilt is off by less than so many times the room kept free: touches tell whether it must be rolled again. */
const ROLLED_FOR = 3;

/**
 * Where a piece is before anything is touched is known by how far the quilt was rolled; once it is lined up, by that. What lies out of reach
 * then is rolled to the middle of it, with all that comes in its pass if nothing of it is stitched yet.
 */
export function rollingFor(
  records: PlanRecords,
  graph: MapGraph,
  piece: FramePiece,
  passes: readonly QuiltPass[],
  advances: AdvanceState,
  /** What is coming in the pass as lined up; null until it is. */
  coming: LineUpView['onFrame'] | null,
): Rolling {
  const { frame } = quiltOf(records).machine;
  const mounted = mountedNow(advances);
  const pass = piece.pass >= 0 ? piece.pass : mounted.pass;
  const planned = passes[piece.pass]?.from ?? piece.top;
  const turn = passes[pass] !== undefined && passes[pass].turned !== mounted.turned;
  const slack = frame.room * (piece.pass === mounted.pass ? ROLLED_FOR : 1);
  const near =
    !turn &&
    piece.top >= mounted.rolled - slack &&
    piece.bottom <= mounted.rolled + reachAfter(frame, mounted.rolled) - 2 * frame.room + slack;
  const area = safeArea(frame, mounted.rolled);
  const own = coming?.find(({ id }) => id === piece.id)?.box;
  if (near && coming && own) {
    const all = ringBounds(coming.flatMap(({ box }) => (box ? boxRing(box) : [])));
    const box = rollToMiddle(all, area) === null ? own : all;
    const beyond = beyondArea(box, area).y;
    const by = rollToMiddle(box, area);
    if (beyond !== 0 && by !== null) {
      const from = mounted.rolled + by;
      return { within: false, turn, pass, from, seam: null, beyond };
    }
  }
  const seam = seamAt(records, graph, planned, passes[pass] ?? mounted);
  return { within: near, turn, pass, from: planned, seam, beyond: 0 };
}
