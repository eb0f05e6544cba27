import {
  bendsOf,
  bentPlaces,
  type Bounds,
  boundsOf,
  type ClothModel,
  clothOnFrame,
  type ClothPoint,
  doubtEllipse,
  type Disagreement,
  disagreementOf,
  type DrawIn,
  drawInOf,
  easedToFrame,
  type BentEdge,
  type EdgeFollowed,
  edgeFollowed,
  type EdgePlace,
  type EdgesKnown,
  edgeTouched,
  followEdges,
  type Following,
  type FramePoint,
  finishedPieces,
  isWorthTouching,
  learnCloth,
  lieWhen,
  type LineUpView,
  LOST,
  graphOf,
  type MarginsLeft,
  measuredShape,
  misfitsOf,
  type NamedPlace,
  type NamedTarget,
  nextTouch,
  type OnPoles,
  patchHere,
  type PatchHere,
  pieceAsTouched,
  type Plan,
  polylineToFrame,
  quiltOf,
  type Reposition,
  repositioned,
  type RunOfPiece,
  type SafeArea,
  type Shift,
  simplify,
  stitchedLandmarks,
  type StitchedPiece,
  touchesOf,
  touchesWhile,
  type Touching,
  touchOf,
  type Turnable,
  worstDoubt,
} from '@gorse/core';
import { leftBelow, type LeftBelow } from './left-below.ts';
import { carried, drawn, isWithin, marginsOf, ringOf } from './on-frame.ts';

/** What is laid on the frame, by the touches so far. */
export interface PlannedOnFrame {
  readonly id: string;
  readonly runs: readonly Float64Array[];
  /** The patch or row as it is expected to lie. */
  readonly ring: readonly FramePoint[];
  /** What its lines take up; null when it has none. */
  readonly box: Bounds | null;
}

/** What lies stitched of a run, by its name among those the worker has learned. */
export interface StitchedRef {
  readonly id: string;
  readonly pieceId: string;
  readonly advance: number;
  readonly upTo: number;
}

export interface LineUpRequest {
  readonly mounts: readonly OnPoles[];
  readonly landmarks: readonly NamedPlace[];
  /** Landmarks that may be asked for now; null: all that are in reach. */
  readonly candidates: readonly number[] | null;
  readonly targets: readonly NamedTarget[];
  readonly stitched: readonly StitchedRef[];
  /** Ids of the pieces that are drawn. */
  readonly pieces: readonly string[];
  /** The piece whose margins are told; null: none. */
  readonly atHand: string | null;
  readonly area: SafeArea;
}

export interface LineUpAnswer extends LineUpView {
  readonly onFrame: readonly PlannedOnFrame[];
  /** What the piece at hand leaves to the seams of its patch as they lie; null where it fills none. */
  readonly margins: MarginsLeft | null;
  /** What was stitched in earlier advances, where it lies now by all that is known. */
  readonly stitched: readonly { readonly id: string; readonly lines: readonly Float64Array[] }[];
}

/** A landmark may lie so much nearer to the edge of the reach than is thought while nothing is touched, mm. */
const UNSURE = 45;
/** Kept from the edge once it is known, mm. */
const EDGE = 5;
/** How far planned lines on the frame may be drawn from their stitches, mm: they are looked at, not stitched. */
const ON_FRAME = 0.15;

interface LearnedRun {
  readonly cloth: readonly Float64Array[];
  readonly frame: readonly Float64Array[];
}

type NamedRun = StitchedPiece & { readonly id: string };

/** What edges are followed by, beside the plan. */
export interface EdgesRequest extends Pick<Following, 'from' | 'refused'> {
  readonly area: SafeArea;
}

/** The part of the planning worker that lines up. */
export const lineUpPlanner = (planNow: () => Plan) => {
  const runs = new Map<string, LearnedRun>();
  let last: { readonly model: ClothModel; readonly advance: number } | null = null;

  const stitchedOf = (refs: readonly StitchedRef[]): readonly NamedRun[] =>
    refs.flatMap((ref) => {
      const lines = runs.get(ref.id);
      return lines ? [{ ...ref, ...lines }] : [];
    });

  return {
    learnRun(id: string, cloth: readonly Float64Array[], frame: readonly Float64Array[]): void {
      runs.set(id, { cloth, frame });
    },

    /** What can be found again of learned runs, as the quilt lies. */
    landmarksOf(
      runs: readonly (StitchedRef & { readonly name: string })[],
      when: Turnable,
    ): readonly (readonly NamedPlace[])[] {
      const lie = lieWhen(quiltOf(planNow().records), when);
      return runs.map((ref) => stitchedOf([ref]).flatMap((run) => stitchedLandmarks(ref, run, lie)));
    },

    /** Lines the plan up with the cloth of a quilt as it lies now. */
    lineUp(request: LineUpRequest): LineUpAnswer {
      const plan = planNow();
      const touches = touchesWhile(plan.records, request.mounts);
      const model = learnCloth(touches, clothOnFrame(quiltOf(plan.records), request.mounts));
      last = { model, advance: request.mounts.length - 1 };
      return answerOf(plan, model, request, stitchedOf(request.stitched));
    },

    /** What the quilt has drawn in by, as a whole and as each advance showed it, and what is left below the last stitched row. */
    drawIn({ mounts, runs: stitched }: DrawInRequest): DrawInAnswer {
      const plan = planNow();
      const touches = touchesWhile(plan.records, mounts);
      const model = learnCloth(touches, clothOnFrame(quiltOf(plan.records), mounts));
      const advances = [...new Set(touches.map((touch) => touch.advance))].sort((a, b) => a - b);
      return {
        whole: drawInOf(model, null),
        byAdvance: advances.map((advance) => ({ advance, ...drawInOf(model, advance) })),
        touches: touches.length,
        // Rows lie the other way once it is turned.
        left: mounts.at(-1)?.turned ? null : leftBelow(plan, model, finishedPieces(stitched)),
      };
    },

    /** The patch that was touched at the frame, where the last line-up says that it lies; null while there is none. */
    patchHere(touching: Touching, id: string): PatchHere | null {
      const regions = Object.values(planNow().records.regions);
      return last && patchHere(regions, touching, last.model.lineUp(last.advance), id);
    },

    /** The shift that moves a placement's design so, as it lies by the last line-up; null where it isn't laid. */
    reposition: (placementId: string, how: Reposition): Shift | null =>
      last && repositioned(planNow(), placementId, last.advance, last.model.lineUp(last.advance), how),

    /** A patch with a touch along its edge, and where the seam lies there; null while there is no line-up. */
    touchEdge(
      regionId: string,
      at: FramePoint,
      inside: number,
    ): (BentEdge & { readonly frame: FramePoint }) | { readonly refusal: string } | null {
      const { records } = planNow();
      const region = records.regions[regionId];
      if (!last || !region) return null;
      const lineUp = last.model.lineUp(last.advance);
      const shape = measuredShape(region, planNow().get(graphOf, null), touchesOf(records), last.advance, lineUp);
      const found = edgeTouched(region, shape, lineUp.toCloth(at), inside);
      return 'refusal' in found ? found : { ...found, frame: lineUp.toFrame(found.at) };
    },

    /** How well the edges of a border are known beside a piece of it, and where to touch them next; null where there are none. */
    followEdges(pieceId: string, { from, refused, area }: EdgesRequest): EdgesKnown | null {
      const plan = planNow();
      if (!last) return null;
      const { advance, model } = last;
      const lineUp = model.lineUp(advance);
      const { piece } = pieceAsTouched(plan, pieceId, advance, lineUp);
      if (!piece || !('needle' in piece)) return null;
      const inReach = (p: FramePoint): boolean => isWithin(area, p, EDGE);
      return followEdges(piece, { records: plan.records, advance, lineUp, inReach, from, refused });
    },

    /** A touch along an edge; null while there is no line-up. */
    edgeFollowed: (place: EdgePlace, needle: FramePoint, inside: number): EdgeFollowed | null =>
      last && edgeFollowed(quiltOf(planNow().records), place, needle, last.model.lineUp(last.advance), inside),

    /** The place of the planned cloth that lies at a place of the frame, by the last line-up. */
    clothAt(at: FramePoint): ClothPoint | null {
      return last && last.model.lineUp(last.advance).toCloth(at);
    },
  };
};

/** All that a request asks of a cloth that was learned. */
function answerOf(
  plan: Plan,
  model: ClothModel,
  { mounts, landmarks, candidates, targets, pieces, atHand, area }: LineUpRequest,
  stitched: readonly NamedRun[],
): LineUpAnswer {
  const advance = mounts.length - 1;
  const touches = touchesWhile(plan.records, mounts);
  const found = landmarks.map((place) => foundIn(model, place, advance, area));
  const open = (candidates ?? landmarks.map((_, i) => i)).filter(
    (i) => found[i]!.doubt !== null && !touchOf(landmarks[i]!, touches, advance),
  );
  const wanted = open.map((i) => landmarks[i]!);
  const laid = drawn(plan, pieces, model, advance);
  const advice = nextTouch(model, wanted, targets, advance);
  const lineUp = model.lineUp(advance);
  const bendOf = bendsOf(plan.records, advance, lineUp);
  const { ease } = quiltOf(plan.records).lineUpRules;
  const eased = easedToFrame(model, advance, bentPlaces(stitched, bendOf), ease);
  const toFrameOf = (piece: string) => {
    const bend = bendOf(piece);
    return (p: ClothPoint): FramePoint => eased(p, bend);
  };
  return {
    landmarks: found,
    targets: targets.map((target) => ({
      at: model.find(target, advance),
      doubt: doubtEllipse(model.doubt(target, advance)),
    })),
    advice: advice && { ...advice, landmark: open[advice.landmark]!, worth: isWorthTouching(advice) },
    worst: worstDoubt(model, targets, advance),
    onFrame: laid.map(({ id, lines }) => {
      const toFrame = toFrameOf(id);
      const onFrame = lines.map((line) => polylineToFrame({ toFrame }, simplify(line, ON_FRAME)));
      return { id, runs: onFrame, ring: ringOf(lines).map(toFrame), box: boundsOf(onFrame) };
    }),
    stitched: stitched
      .filter((run) => run.advance !== advance)
      .map((run) => ({ id: run.id, lines: carried(run, model, advance, area) })),
    margins: marginsOf(
      plan,
      laid.find(({ id }) => id === atHand),
      model,
      toFrameOf(atHand ?? ''),
      advance,
    ),
    disagreement: named(disagreementOf(model, touches, advance), touches),
    misfits: Object.fromEntries(
      misfitsOf(model, touches).flatMap((misfit, i) =>
        touches[i]!.advance === advance ? [[touches[i]!.id, misfit]] : [],
      ),
    ),
  };
}

/** A disagreement by the ids of its touches. */
const named = (found: Disagreement | null, touches: readonly { readonly id: string }[]): LineUpView['disagreement'] =>
  found && {
    touches: found.touches.map((i) => touches[i]!.id),
    again: found.again === null ? null : touches[found.again]!.id,
    distance: found.distance,
  };

/** Where a landmark is thought to lie; no doubt is told of one that the head can't reach. */
function foundIn(model: ClothModel, place: NamedPlace, advance: number, area: SafeArea) {
  const at = model.find(place, advance);
  if (!isWithin(area, at, EDGE)) return { at, doubt: null };
  const doubt = doubtEllipse(model.doubt(place, advance));
  return { at, doubt: doubt.major <= LOST || isWithin(area, at, UNSURE) ? doubt : null };
}

export interface DrawInRequest extends Pick<LineUpRequest, 'mounts'> {
  readonly runs: readonly RunOfPiece[];
}

export interface DrawInAnswer {
  readonly whole: DrawIn;
  /** Told by so many. */
  readonly touches: number;
  readonly byAdvance: readonly (DrawIn & { readonly advance: number })[];
  readonly left: LeftBelow | null;
}
