import {
  advanceNow,
  type AdvanceState,
  type AsTouched,
  bendsOf,
  bentPlaces,
  beyondArea,
  type Bounds,
  boundsOf,
  type ClothPoint,
  clothOnFrame,
  easedToFrame,
  edgeTouchesOf,
  encodeStrokes,
  type FramePoint,
  learnCloth,
  lineUpRefusal,
  mountedNow,
  pieceAsTouched,
  pieceRef,
  piecesOfRecord,
  type Plan,
  type PlanRecords,
  pointCount,
  polylineToFrame,
  quiltOf,
  rollToMiddle,
  type SafeArea,
  type StitchedPiece,
  safeArea,
  sewingOf,
  stitchClock,
  type StitchedPlace,
  threadLength,
  touchesOf,
  touchesWhile,
} from '@gorse/core';
import { createHash } from 'node:crypto';
import { notFound, Refusal } from '../refusal.ts';

/** Touches in this advance before anything may be stitched: fewer leave the turn unknown. */
const FEWEST_TOUCHES = 2;

/** What will be run: needle points on the frame, with all they were computed from in one hash. */
export interface StitchPlan {
  readonly name: string;
  readonly planHash: string;
  /** Hash of the touches, and all else, that say where the cloth lies. */
  readonly linedUp: string;
  readonly points: Uint8Array;
  /** The same on the planned cloth, hole for hole. */
  readonly cloth: Uint8Array;
  readonly advance: number;
  readonly holes: readonly number[];
  readonly seconds: number;
  readonly thread: number;
}

/** What a quilt's stitches are computed from, beside its plan. */
export interface ClothState {
  readonly advances: AdvanceState;
  readonly stitched: readonly StitchedPiece[];
}

/** A piece of a quilt, to be stitched as the cloth lies. */
export interface PieceToStitch extends ClothState {
  readonly records: PlanRecords;
  readonly pieceId: string;
}

/** Works a piece out on the cloth as it was touched, with the same core as the screens. Gives the design that it is of, too. */
export function makeStitchPlan(plan: Plan, asked: PieceToStitch): StitchPlan & { readonly designId: string | null } {
  const { records, pieceId } = asked;
  const ref = pieceRef(pieceId);
  if (!ref || !plan.get(piecesOfRecord, ref).some(({ id }) => id === pieceId)) throw notFound('piece');
  const { lineUp, advance } = linedUp(records, asked);
  const found = pieceAsTouched(plan, pieceId, advance, lineUp);
  if (found.fault !== null) throw refusalOf(found);
  const { piece } = found;
  const made = layAgain({ ...asked, name: piece.name, needle: piece.needle, rule: [piece.ref, piece.rule] });
  return { ...made, designId: piece.designId };
}

function refusalOf({ piece, fault }: Exclude<AsTouched, { fault: null }>): Refusal {
  const name = piece?.name ?? 'this piece';
  switch (fault) {
    case 'gone':
      return notFound('piece');
    case 'noDesign':
      return new Refusal('refused', `The design of ${name} is missing from the library. Put another one there.`);
    case 'unfitted':
      return new Refusal(
        'refused',
        `The design can’t be fitted into ${name}: mend what the checks on Layout say first.`,
      );
    case 'folded':
      return new Refusal(
        'refused',
        `The design folds over itself in ${name}. Check the touches of its corners, or fit it without bending.`,
      );
    case 'empty':
      return new Refusal('refused', `There is nothing to stitch in ${name}. Choose another design.`);
  }
}

/** Lines on the planned cloth, and what they were made by. */
export interface LinesToLay extends PieceToStitch {
  readonly name: string;
  readonly needle: readonly Float64Array[];
  readonly rule: unknown;
}

/** Lines laid on the cloth as it lies now, to be stitched. */
export function layAgain({ records, pieceId, name, needle, rule, ...state }: LinesToLay): StitchPlan {
  const { model, advance, touches, lineUp } = linedUp(records, state);
  const cloth = needle.filter((line) => pointCount(line) > 1);
  const quilt = quiltOf(records);
  const { lineUpRules, machine } = quilt;
  const sewing = sewingOf(quilt);
  const bendOf = bendsOf(records, advance, lineUp);
  const stitched = neighbours(bentPlaces(state.stitched, bendOf), cloth, lineUpRules.ease);
  const eased = easedToFrame(model, advance, stitched, lineUpRules.ease);
  const toFrame = (p: ClothPoint): FramePoint => eased(p, bendOf(pieceId));
  const onFrame = cloth.map((line) => polylineToFrame({ toFrame }, line));
  const refusal = reachRefusal(name, boundsOf(onFrame)!, safeArea(machine.frame, mountedNow(state.advances).rolled));
  if (refusal !== null) throw new Refusal('refused', refusal);
  const sum = (of: (line: Float64Array) => number): number => onFrame.reduce((total, line) => total + of(line), 0);
  const points = encodeStrokes(onFrame);
  const inputs = JSON.stringify([rule, touches, edgeTouchesOf(records), state.advances.mounts, lineUpRules, machine]);
  return {
    name,
    linedUp: lineUpHash(records, state.advances),
    planHash: createHash('sha256').update(inputs).update(points).digest('hex'),
    points,
    cloth: encodeStrokes(cloth),
    advance,
    holes: onFrame.map(pointCount),
    seconds: sum((line) => stitchClock(line, sewing.motion).at(-1) ?? 0),
    thread: sum((line) => threadLength(line, sewing.thickness)),
  };
}

/** Another when anything that says where the cloth lies is another. */
export function lineUpHash(records: PlanRecords, { mounts }: AdvanceState): string {
  const { lineUpRules, loading, map } = quiltOf(records);
  const inputs = JSON.stringify([touchesOf(records), edgeTouchesOf(records), mounts, lineUpRules, loading, map.size]);
  return createHash('sha256').update(inputs).digest('hex');
}

/** Why lines can't be stitched where they lie, and what to do; null when the head reaches all of them. */
function reachRefusal(name: string, box: Bounds, area: SafeArea): string | null {
  const { x, y } = beyondArea(box, area);
  if (x !== 0)
    return `${name} reaches past the ${x < 0 ? 'left' : 'right'} end of the rails. Move the quilt along the poles, and line up anew.`;
  if (y === 0) return null;
  return rollToMiddle(box, area) === null
    ? `${name} is deeper than the frame reaches. Stitch it in parts, make it smaller, or load the quilt the other way.`
    : `${name} lies too ${y < 0 ? 'near' : 'far from'} the take-up pole. Roll the quilt a little ${y < 0 ? 'back' : 'on'}, and line up again.`;
}

/** The line-up of the quilt as it lies now. Refuses when too little was touched since it was rolled, or clamps are off. */
function linedUp(records: PlanRecords, { advances }: ClothState) {
  const refusal = lineUpRefusal(advances);
  if (refusal !== null) throw new Refusal('refused', refusal);
  const advance = advanceNow(advances);
  const touches = touchesWhile(records, advances.mounts);
  if (touches.filter((touch) => touch.advance === advance).length < FEWEST_TOUCHES) {
    throw new Refusal(
      'refused',
      'Touch at least two landmarks first, so that the plan can be turned to lie on the cloth.',
    );
  }
  const model = learnCloth(touches, clothOnFrame(quiltOf(records), advances.mounts));
  return { model, advance, touches, lineUp: model.lineUp(advance) };
}

/** What is stitched near some lines: they are eased to it. */
function neighbours(
  stitched: readonly StitchedPlace[],
  lines: readonly Float64Array[],
  ease: number,
): readonly StitchedPlace[] {
  const box = boundsOf(lines)!;
  return stitched.filter(
    ({ cloth: { x, y } }) => x > box.minX - ease && x < box.maxX + ease && y > box.minY - ease && y < box.maxY + ease,
  );
}
