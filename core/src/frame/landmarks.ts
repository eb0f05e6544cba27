import type { Lie } from '../cloth/loading.ts';
import type { MapGraph } from '../cloth/map-graph.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { cornerLandmarks, markedPatches, markLandmark, type NamedPlace, touchOf } from '../plan/landmarks.ts';
import { type PlanRecords, quiltOf, touchesOf } from '../plan/plan-document.ts';
import type { TouchRecord } from '../plan/records.ts';
import { joinTargets, type NamedTarget, pieceTargets } from '../plan/targets.ts';
import type { FramePiece } from './pieces-in-passes.ts';

/** A point that can be found on the plan and on the cloth, with the touch made there in this advance. */
export interface Landmark extends NamedPlace {
  readonly touch: TouchRecord | undefined;
  /** By hand: chalked, or added on the map. */
  readonly byHand: boolean;
}

/** A run that lies stitched, with what can be found again of it. */
export interface FoundAgain {
  readonly id: string;
  readonly pieceId: string;
  readonly advance: number;
  /** The farthest hole that was made, counted over all strokes. */
  readonly upTo: number;
  readonly landmarks: readonly NamedPlace[];
}

/** The corners of all patches as the quilt is loaded; those of the patch at hand are called by its own name. They stay while nothing but touches is added. */
export const cornersAtHand = (
  records: Pick<PlanRecords, 'regions' | 'quilts'>,
  graph: MapGraph,
  lie: Lie,
  atHand: string | null = null,
): NamedPlace[] => cornerLandmarks(graph, markedPatches(records), lie, atHand);

/** All that can be touched now: corners of patches, points of what was stitched before the quilt was last moved, and marks made by hand. */
export function landmarksOf(
  records: PlanRecords,
  corners: readonly NamedPlace[],
  stitched: readonly FoundAgain[],
  advance: number,
): Landmark[] {
  const touches = touchesOf(records);
  const own = (place: NamedPlace, byHand: boolean): Landmark => ({
    ...place,
    byHand,
    touch: touchOf(place, touches, advance),
  });
  return [
    ...corners.map((place) => own(place, false)),
    ...stitchedBefore(stitched, advance).map((place) => own(place, false)),
    // What was chalked in this very advance can't tell where it lies: it is known by the head alone.
    ...Object.values(records.landmarks)
      .filter(({ since }) => since === null || since.advance !== advance)
      .map((mark) => own(markLandmark(mark), true)),
  ];
}

/**
 * Places of a piece's patch that are still to be touched, as indices of landmarks: those that its fit goes through exactly, or all its corners where
 * it is lined up by them.
 */
export function cornersLeftOf(
  landmarks: readonly Landmark[],
  piece: Pick<FramePiece, 'exactAt' | 'corners'> | undefined,
  byCorners: boolean,
): number[] {
  const wanted = new Set(piece && [...piece.exactAt, ...(byCorners ? piece.corners : [])]);
  return landmarks.flatMap(({ ids, touch }, i) => (!touch && ids.some((id) => wanted.has(id)) ? [i] : []));
}

/** Where the coming pieces must lie right: everywhere on them, and closest where they meet what is stitched. */
export function targetsOf(
  records: Pick<PlanRecords, 'quilts'>,
  lie: Lie,
  pieces: readonly FramePiece[],
  stitched: readonly FoundAgain[],
  advance: number,
): NamedTarget[] {
  const { lineUpRules } = quiltOf(records);
  return [
    ...pieces.flatMap((piece) => pieceTargets(piece, lie, lineUpRules.elsewhere)),
    ...joinTargets(stitchedBefore(stitched, advance), pieces, lineUpRules.joins),
  ];
}

/** The lowest point stitched in this advance that can be found again: it will still be in reach when the quilt is rolled on. */
export function lowestStitched(lie: Lie, stitched: readonly FoundAgain[], advance: number): NamedPlace | null {
  const down = ({ cloth }: NamedPlace): number => applyToPoint(lie, cloth).y;
  const here = stitched.filter((run) => run.advance === advance).flatMap((run) => run.landmarks);
  return here.reduce<NamedPlace | null>((best, one) => (best && down(best) >= down(one) ? best : one), null);
}

const stitchedBefore = (stitched: readonly FoundAgain[], advance: number): NamedPlace[] =>
  stitched.filter((run) => run.advance !== advance).flatMap((run) => run.landmarks);
