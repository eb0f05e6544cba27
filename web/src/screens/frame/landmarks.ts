import {
  applyToPoint,
  cornerLandmarks,
  distance,
  joinTargets,
  loadingMap,
  type NamedPlace,
  type NamedTarget,
  pieceTargets,
  type PlanRecords,
  quiltOf,
  touchAt,
  type TouchRecord,
  touchesOf,
} from '@gorse/core';
import type { StitchedRef } from '../../planning-worker/line-up-planner.ts';
import type { Piece } from './pieces.ts';

/** A landmark within this distance of a patch's corner is that corner, mm. */
export const SAME_CORNER = 0.05;

/** A point that can be found on the plan and on the cloth, with the touch made there in this advance. */
export interface Landmark extends NamedPlace {
  readonly touch: TouchRecord | undefined;
  /** By hand: chalked, or added on the map. */
  readonly chalked: boolean;
}

/** A run that lies stitched, with what can be found again of it. */
export interface FoundAgain extends StitchedRef {
  readonly landmarks: readonly NamedPlace[];
}

/** All that can be touched now: corners of patches, points of what was stitched before the quilt was last moved, and marks made by hand. */
export function landmarksOf(
  records: PlanRecords,
  stitched: readonly FoundAgain[],
  advance: number,
  /** Whose corners are called by its own name. */
  atHand: string | null = null,
): Landmark[] {
  const touches = touchesOf(records);
  const own = (place: NamedPlace, chalked: boolean): Landmark => ({
    ...place,
    chalked,
    touch: touchAt(place, touches, advance),
  });
  return [
    ...cornerLandmarks(records, lieOf(records), atHand).map((place) => own(place, false)),
    ...stitchedBefore(stitched, advance).map((place) => own(place, false)),
    // What was chalked in this very advance can't tell where it lies: it is known by the head alone.
    ...Object.values(records.landmarks)
      .filter(({ since }) => since === null || since.advance !== advance)
      .map((place) => own(place, true)),
  ];
}

/** Corners of a patch that a fit by corners still wants touched, as indices of landmarks. */
export function cornersLeftOf(landmarks: readonly Landmark[], piece: Piece | undefined): number[] {
  if (piece?.fit !== 'corners') return [];
  const isCorner = ({ cloth, since }: Landmark): boolean =>
    since === null && piece.ring.some((corner) => distance(corner, cloth) < SAME_CORNER);
  return landmarks.flatMap((one, i) => (!one.touch && isCorner(one) ? [i] : []));
}

/** Where the coming pieces must lie right: everywhere on them, and closest where they meet what is stitched. */
export function targetsOf(
  records: PlanRecords,
  pieces: readonly Piece[],
  stitched: readonly FoundAgain[],
  advance: number,
): NamedTarget[] {
  const { lineUpRules } = quiltOf(records);
  const lie = lieOf(records);
  const rings = pieces.map((piece) => piece.ring);
  return [
    ...pieces.flatMap((piece) => pieceTargets(inSentence(piece.name), piece.ring, lie, lineUpRules.elsewhere)),
    ...joinTargets(stitchedBefore(stitched, advance), rings, lineUpRules.joins),
  ];
}

/** The lowest point stitched in this advance that can be found again: it will still be in reach when the quilt is rolled on. */
export function lowestStitched(
  records: PlanRecords,
  stitched: readonly FoundAgain[],
  advance: number,
): NamedPlace | null {
  const lie = lieOf(records);
  const down = ({ cloth }: NamedPlace): number => applyToPoint(lie, cloth).y;
  const here = stitched.filter((run) => run.advance === advance).flatMap((run) => run.landmarks);
  return here.reduce<NamedPlace | null>((best, one) => (best && down(best) >= down(one) ? best : one), null);
}

const stitchedBefore = (stitched: readonly FoundAgain[], advance: number): NamedPlace[] =>
  stitched.filter((run) => run.advance !== advance).flatMap((run) => run.landmarks);

/** `Row 3` in the middle of a sentence; `B2` stays. */
export const inSentence = (name: string): string => name.replace(/^Rows?\b/, (word) => word.toLowerCase());

const lieOf = (records: PlanRecords) => {
  const { loading, grid } = quiltOf(records);
  return loadingMap(loading, grid);
};
