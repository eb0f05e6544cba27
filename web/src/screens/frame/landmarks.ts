import {
  type AdvanceState,
  advanceNow,
  cornerLandmarks,
  distance,
  joinTargets,
  loadingMap,
  namedLandmarks,
  type NamedPlace,
  type NamedTarget,
  pieceTargets,
  type PlanRecords,
  quiltOf,
  stitchedLandmarks,
  type StitchedRun,
  type TouchRecord,
} from '@gorse/core';
import type { Piece } from './pieces.ts';

/** A point that can be found on the plan and on the cloth, with the touch made there in this advance. */
export interface Landmark extends NamedPlace {
  readonly touch: TouchRecord | undefined;
  /** By hand: chalked, or added on the map. */
  readonly chalked: boolean;
}

/** With more doubt than this (mm) a landmark may be anywhere: its mark would mislead. */
export const LOST = 60;

/** A run that lies stitched, by name. */
export interface StitchedByName extends StitchedRun {
  readonly name: string;
}

/** All that can be touched now: corners of patches, points of what was stitched before the quilt was last moved, and marks made by hand. */
export function landmarksOf(
  records: PlanRecords,
  stitched: readonly StitchedByName[],
  advances: AdvanceState,
  /** Whose corners are called by its own name. */
  atHand: string | null = null,
): Landmark[] {
  const advance = advanceNow(advances);
  const lie = lieOf(records);
  const known = Object.values(records.touches).filter((touch) => touch.advance === advance);
  const own = (place: NamedPlace, chalked: boolean): Landmark => ({
    ...place,
    chalked,
    touch: known.find((touch) => isSame(touch, place)),
  });
  return [
    ...cornerLandmarks(records, lie, atHand).map((place) => own(place, false)),
    ...stitched
      .filter((run) => run.advance !== advance)
      .flatMap((run) => namedLandmarks(run.name, stitchedLandmarks(run, lie)))
      .map((place) => own(place, false)),
    // What was chalked in this very advance can't tell where it lies: it is known by the head alone.
    ...Object.values(records.landmarks)
      .filter(({ since }) => since === null || since.advance !== advance)
      .map((place) => own(place, true)),
  ];
}

/** Where the coming pieces must lie right: everywhere on them, and closest where they meet what is stitched. */
export function targetsOf(
  records: PlanRecords,
  pieces: readonly Piece[],
  stitched: readonly StitchedByName[],
  advances: AdvanceState,
): NamedTarget[] {
  const lie = lieOf(records);
  const { lineUpRules } = quiltOf(records);
  const points = stitched
    .filter((run) => run.advance !== advanceNow(advances))
    .flatMap((run) => namedLandmarks(run.name, stitchedLandmarks(run, lie)));
  return [
    ...pieces.flatMap((piece) => pieceTargets(inSentence(piece.name), piece.ring, lie, lineUpRules.elsewhere)),
    ...joinTargets(
      points,
      pieces.map((piece) => piece.ring),
      lineUpRules.joins,
    ),
  ];
}

/** `Row 3` in the middle of a sentence; `B2` stays. */
export const inSentence = (name: string): string => name.replace(/^Rows?\b/, (word) => word.toLowerCase());

const lieOf = (records: PlanRecords) => {
  const { loading, grid } = quiltOf(records);
  return loadingMap(loading, grid);
};

/** Two landmarks this near are one, mm. */
const SAME = 0.05;

const isSame = (a: NamedPlace, b: NamedPlace): boolean =>
  a.since?.advance === b.since?.advance && distance(a.cloth, b.cloth) < SAME;
