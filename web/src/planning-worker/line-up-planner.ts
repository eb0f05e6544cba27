import {
  applyToPoint,
  badTouch,
  type Bounds,
  boundsOf,
  type ClothModel,
  clothOnFrame,
  type ClothPoint,
  type DoubtEllipse,
  doubtEllipse,
  type DrawIn,
  drawInOf,
  easedToFrame,
  finishedLength,
  type FramePoint,
  isWorthTouching,
  learnCloth,
  loadingMap,
  measuredRing,
  misfitsOf,
  type NamedPlace,
  type NamedTarget,
  nextTouch,
  type OnPoles,
  partIds,
  placedParts,
  type PlanRecords,
  type Point,
  polylineToFrame,
  quiltOf,
  type QuiltRecord,
  type Resettled,
  resettleRows,
  RESETTLING,
  type Resettling,
  resolvePlacement,
  resolveRows,
  type SafeArea,
  simplify,
  stitchedLandmarks,
  stitchedPlaces,
  type StitchedRun,
  type Touch,
  touchAt,
  type TouchAdvice,
  type TouchRecord,
  type WorstDoubt,
  worstDoubt,
} from '@gorse/core';
import { LOST, type PlanRequest, type RowsRequest } from './requests.ts';
import { ringOf, rowRuns } from './row-planner.ts';

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
  readonly advance: number;
  readonly upTo: number;
}

export interface LineUpRequest {
  readonly plan: PlanRecords;
  readonly mounts: readonly OnPoles[];
  readonly touches: readonly (TouchRecord & Touch)[];
  readonly landmarks: readonly NamedPlace[];
  /** Landmarks that may be asked for now; null: all that are in reach. */
  readonly candidates: readonly number[] | null;
  readonly targets: readonly NamedTarget[];
  readonly stitched: readonly StitchedRef[];
  /** What is drawn, with what it is made of. */
  readonly pieces: readonly string[];
  readonly requests: readonly PlanRequest[];
  readonly rows: readonly RowsRequest[];
  readonly area: SafeArea;
}

export interface LineUpAnswer {
  /** Where each landmark is expected, and how sure that is where the head gets there; null where it doesn't. */
  readonly landmarks: readonly { readonly at: FramePoint; readonly doubt: DoubtEllipse | null }[];
  readonly targets: readonly { readonly at: FramePoint; readonly doubt: DoubtEllipse }[];
  /** The landmark to touch next, and whether that is worth it. */
  readonly advice: (TouchAdvice & { readonly worth: boolean }) | null;
  readonly worst: WorstDoubt | null;
  readonly onFrame: readonly PlannedOnFrame[];
  /** What was stitched in earlier advances, where it lies now by all that is known. */
  readonly stitched: readonly { readonly id: string; readonly lines: readonly Float64Array[] }[];
  /** The touch that disagrees with the others. */
  readonly bad: { readonly id: string; readonly distance: number } | null;
  /** How far each touch of this advance lay from where those before it said, mm; null for the first. */
  readonly misfits: Readonly<Record<string, number | null>>;
}

/** A landmark may lie so much nearer to the edge of the reach than is thought while nothing is touched, mm. */
const UNSURE = 45;
/** Kept from the edge once it is known, mm. */
const EDGE = 5;
/** How far planned lines on the frame may be drawn from their stitches, mm: they are looked at, not stitched. */
const ON_FRAME = 0.15;

const isWithin = (area: SafeArea, { x, y }: FramePoint, margin: number): boolean =>
  x > margin && x < area.width - margin && y > area.top + margin && y < area.bottom - margin;

type Designs = ReadonlyMap<string, readonly Float64Array[]>;
interface LearnedRun {
  readonly cloth: readonly Float64Array[];
  readonly frame: readonly Float64Array[];
}

/** The part of the planning worker that lines up. */
export const lineUpPlanner = (designs: Designs) => {
  const runs = new Map<string, LearnedRun>();
  let last: { readonly model: ClothModel; readonly advance: number } | null = null;

  const stitchedOf = (refs: readonly StitchedRef[]): readonly (StitchedRun & { readonly id: string })[] =>
    refs.flatMap((ref) => {
      const lines = runs.get(ref.id);
      return lines ? [{ ...ref, ...lines }] : [];
    });

  return {
    learnRun(id: string, cloth: readonly Float64Array[], frame: readonly Float64Array[]): void {
      runs.set(id, { cloth, frame });
    },

    /** What can be found again of a learned run, as the quilt is loaded. */
    landmarksOf(
      name: string,
      ref: StitchedRef,
      { loading, grid }: Pick<QuiltRecord, 'loading' | 'grid'>,
    ): NamedPlace[] {
      return stitchedOf([ref]).flatMap((run) => stitchedLandmarks(name, run, loadingMap(loading, grid)));
    },

    /** Lines the plan up with the cloth of a quilt as it lies now. */
    lineUp(request: LineUpRequest): LineUpAnswer {
      const { plan, touches, landmarks, targets, area } = request;
      const advance = request.mounts.length - 1;
      const quilt = quiltOf(plan);
      const prior = clothOnFrame(quilt, request.mounts);
      const model = learnCloth(touches, prior);
      last = { model, advance };
      const found = landmarks.map((place) => {
        const at = model.find(place, advance);
        if (!isWithin(area, at, EDGE)) return { at, doubt: null };
        const doubt = doubtEllipse(model.doubt(place, advance));
        return { at, doubt: doubt.major <= LOST || isWithin(area, at, UNSURE) ? doubt : null };
      });
      const open = (request.candidates ?? landmarks.map((_, i) => i)).filter(
        (i) => found[i]!.doubt !== null && !touchAt(landmarks[i]!, touches, advance),
      );
      const advice = nextTouch(
        model,
        open.map((i) => landmarks[i]!),
        targets,
        advance,
      );
      const bad = badTouch(touches, prior, advance);
      const stitched = stitchedOf(request.stitched);
      const toFrame = easedToFrame(
        model,
        advance,
        stitched.flatMap((run) => stitchedPlaces(run)),
        quilt.lineUpRules.ease,
      );
      return {
        landmarks: found,
        targets: targets.map((target) => ({
          at: model.find(target, advance),
          doubt: doubtEllipse(model.doubt(target, advance)),
        })),
        advice: advice && { ...advice, landmark: open[advice.landmark]!, worth: isWorthTouching(advice) },
        worst: worstDoubt(model, targets, advance),
        onFrame: drawn(designs, request, model, advance).map(({ id, lines }) => {
          const onFrame = lines.map((line) => polylineToFrame({ toFrame }, simplify(line, ON_FRAME)));
          return { id, runs: onFrame, ring: ringOf(lines).map(toFrame), box: boundsOf(onFrame) };
        }),
        stitched: stitched
          .filter((run) => run.advance !== advance)
          .map((run) => ({ id: run.id, lines: carried(run, model, advance, area) })),
        bad: bad && { id: touches[bad.touch]!.id, distance: bad.distance },
        misfits: Object.fromEntries(
          misfitsOf(model, touches).flatMap((misfit, i) =>
            touches[i]!.advance === advance ? [[touches[i]!.id, misfit]] : [],
          ),
        ),
      };
    },

    /** What the quilt has drawn in by, as a whole and as each advance showed it, and what is left below the last stitched row. */
    drawIn({ plan, mounts, touches, rows, stitchedRows }: DrawInRequest): DrawInAnswer {
      const prior = clothOnFrame(quiltOf(plan), mounts);
      const model = learnCloth(touches, prior);
      const advances = [...new Set(touches.map((touch) => touch.advance))].sort((a, b) => a - b);
      return {
        whole: drawInOf(model, null),
        byAdvance: advances.map((advance) => ({ advance, ...drawInOf(model, advance) })),
        left: rows ? leftBelow(designs, model, rows, new Set(stitchedRows)) : null,
      };
    },

    /** The place of the planned cloth that lies at a place of the frame, by the last line-up. */
    clothAt(at: FramePoint): ClothPoint | null {
      return last && last.model.lineUp(last.advance).toCloth(at);
    },
  };
};

export interface DrawInRequest extends Pick<LineUpRequest, 'plan' | 'mounts' | 'touches'> {
  readonly rows: RowsRequest | null;
  /** Numbers of the rows that are stitched, from 0. */
  readonly stitchedRows: readonly number[];
}

export interface DrawInAnswer {
  readonly whole: DrawIn;
  readonly byAdvance: readonly (DrawIn & { readonly advance: number })[];
  readonly left: LeftBelow | null;
}

/** What is left of the cloth below the last stitched row, as it will measure when finished, and what can be made of it. */
export interface LeftBelow {
  readonly row: number;
  readonly length: number;
  readonly bound: number;
  readonly planned: number;
  readonly answers: readonly (Resettled & { readonly school: Resettling })[];
}

function leftBelow(
  designs: Designs,
  model: ClothModel,
  { set, plan }: RowsRequest,
  stitched: ReadonlySet<number>,
): LeftBelow | null {
  const strokes = designs.get(set.designId);
  const resolved = strokes && resolveRows(strokes, set, plan);
  const last = resolved?.rows.findLast((row) => stitched.has(row.row));
  if (!resolved || !last) return null;
  const { bed, toCloth } = resolved.placed;
  const place = (y: number): Point => applyToPoint(toCloth, { x: bed.width / 2, y });
  const from = last.top + last.height;
  const { length, bound } = finishedLength(model, place(from), place(bed.length));
  const answers = RESETTLING.flatMap((school) => {
    const found = resettleRows(set, resolved, stitched, length, school);
    return found ? [{ school, ...found }] : [];
  });
  return answers.length === 0 ? null : { row: last.row, length, bound, planned: bed.length - from, answers };
}

/** The pieces asked for as lines of the planned cloth; patches as they were touched. */
function drawn(
  designs: Designs,
  { plan, pieces, requests, rows }: LineUpRequest,
  model: ClothModel,
  advance: number,
): { readonly id: string; readonly lines: readonly Float64Array[] }[] {
  const asked = new Set(pieces);
  const lineUp = model.lineUp(advance);
  const patches = requests.flatMap(({ placement, recipe, region }) => {
    if (!partIds(placement).some((id) => asked.has(id))) return [];
    const strokes = designs.get(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, measuredRing(region, lineUp));
    if (!resolved) return [];
    return placedParts(plan, placement, region, recipe, resolved)
      .filter(({ id }) => asked.has(id))
      .map(({ id, runs }) => ({ id, lines: runs }));
  });
  const inRows = rows.flatMap((request) => rowRuns(designs, request).filter(({ id }) => asked.has(id)));
  return [...patches, ...inRows.map(({ id, runs }) => ({ id, lines: runs }))];
}

/** Stitched lines, carried with the cloth from the advance they were stitched in to this one; those that are rolled up are out of sight. */
function carried(run: StitchedRun, model: ClothModel, advance: number, area: SafeArea): Float64Array[] {
  const rough = stitchedPlaces(run, ROUGHLY_APART).map((place) => model.find(place, advance));
  if (!rough.some((p) => isWithin(area, p, -ROUGHLY_APART))) return [];
  const places = stitchedPlaces(run, CARRIED_APART);
  const line = new Float64Array(2 * places.length);
  places.forEach((place, i) => {
    const { x, y } = model.find(place, advance);
    line[2 * i] = x;
    line[2 * i + 1] = y;
  });
  return boundsOf([line]) ? [line] : [];
}
/** A stitched line is drawn by points this far apart, mm. */
const CARRIED_APART = 3;
const ROUGHLY_APART = 150;
