import { keepOutsFor, keptPatches } from '../cloth/keep-out.ts';
import type { Lie } from '../cloth/loading.ts';
import { controlId, type MapGraph } from '../cloth/map-graph.ts';
import { outlineOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { ringBounds } from '../geometry/polygon.ts';
import { type Bounds, boxesMeet } from '../geometry/polyline.ts';
import { cornerLandmarks, markedPatches, markLandmark, type NamedPlace, touchOf } from '../plan/landmarks.ts';
import { pieceRef, recordId } from '../plan/piece-ref.ts';
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

/** A patch that is kept free of a piece and that nobody touched in this advance; its corners as indices of landmarks. */
export interface KeptUntouched {
  readonly name: string;
  readonly corners: readonly number[];
}

/** Those that lie where a piece does, as planned: its stitches stay off where they were planned, not where they are. */
export function keptUntouchedOf(
  landmarks: readonly Landmark[],
  records: Pick<PlanRecords, 'keepOuts' | 'regions'>,
  piece: Pick<FramePiece, 'id' | 'regionId' | 'outline'> | undefined,
): readonly KeptUntouched[] {
  const ref = piece && pieceRef(piece.id);
  if (!ref || piece.outline.length === 0) return [];
  const { minX, minY, maxX, maxY } = ringBounds(piece.outline);
  const grown = (by: number): Bounds => ({ minX: minX - by, minY: minY - by, maxX: maxX + by, maxY: maxY + by });
  const near = keepOutsFor(records.keepOuts, recordId(ref))
    .flatMap((keepOut) => keptPatches(keepOut, records.regions).map((patch) => ({ patch, by: keepOut.clearance })))
    .filter(({ patch, by }) => patch.id !== piece.regionId && boxesMeet(ringBounds(outlineOf(patch.shape)), grown(by)));
  return [...new Set(near.map(({ patch }) => patch))].flatMap(({ id, name, shape }): readonly KeptUntouched[] => {
    const own = new Set(shape.map((control) => controlId(id, control.id)));
    const corners = landmarks.flatMap(({ ids }, i) => (ids.some((one) => own.has(one)) ? [i] : []));
    return corners.every((i) => !landmarks[i]!.touch) && corners.length > 0 ? [{ name, corners }] : [];
  });
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
