import {
  checkPlacement,
  type ClothPoint,
  type Distortion,
  type DoubtEllipse,
  doubtEllipse,
  estimateLineUp,
  type FramePoint,
  GENERIC_FRAME,
  loadedCloth,
  measuredRing,
  nextTouch,
  type PlacementRecord,
  type PlanProblem,
  type Point,
  polylineToFrame,
  type RecipeRecord,
  type Region,
  resolvePlacement,
  simplify,
  type Totals,
  type Touch,
  worstDoubt,
} from '@gorse/core';
import { expose, transfer } from 'comlink';

export interface PlanRequest {
  readonly placement: PlacementRecord;
  readonly recipe: RecipeRecord;
  readonly region: Region;
}

/** A placement worked out for the screen; `null` parts when it can't be. */
export interface Planned {
  readonly placementId: string;
  /** Needle points in cloth space, a run a stroke. */
  readonly runs: readonly Float64Array[];
  /** The same with fewer points, for looking at from afar. */
  readonly coarse: readonly Float64Array[];
  readonly totals: Totals | null;
  readonly distortion: Distortion | null;
  readonly frame: readonly Point[];
  readonly problems: readonly PlanProblem[];
}

/** The same on the frame, by the touches so far. */
export interface PlannedOnFrame {
  readonly placementId: string;
  readonly runs: readonly Float64Array[];
  /** The patch as it is expected to lie. */
  readonly ring: readonly FramePoint[];
}

export interface LineUpAnswer {
  /** Where each landmark is expected. */
  readonly expected: readonly FramePoint[];
  readonly doubts: readonly DoubtEllipse[];
  /** Index of the landmark to touch next among those asked about, and the largest 95 % doubt in mm before and after. */
  readonly advice: { readonly landmark: number; readonly now: number; readonly after: number } | null;
  readonly worst: number;
  readonly onFrame: readonly PlannedOnFrame[];
}

/** The frame this plan is for; there is one kind for now. */
const PRIOR = loadedCloth(GENERIC_FRAME);

/** Largest error of the coarse lines, mm: half a pixel where they are used. */
const COARSE = 0.2;

const designs = new Map<string, readonly Float64Array[]>();

const planner = {
  knows: (designId: string): boolean => designs.has(designId),

  learn(designId: string, strokes: readonly Float64Array[]): void {
    designs.set(designId, strokes);
  },

  plan({ placement, recipe, region }: PlanRequest): Planned {
    const strokes = designs.get(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, region.ring);
    const runs = resolved?.runs ?? [];
    const coarse = runs.map((run) => simplify(run, COARSE));
    const planned: Planned = {
      placementId: placement.id,
      runs,
      coarse,
      totals: resolved?.totals ?? null,
      distortion: resolved?.fitted.distortion ?? null,
      frame: resolved?.fitted.frame ?? [],
      problems: checkPlacement(placement, recipe, region, resolved, GENERIC_FRAME),
    };
    return transfer(
      planned,
      [...runs, ...coarse].map((run) => run.buffer),
    );
  },

  /** Lines the plan up with the cloth. `landmarks` are all that can be touched, `candidates` those that may be advised, `targets` where it must be sure. */
  lineUp(
    touches: readonly Touch[],
    landmarks: readonly ClothPoint[],
    candidates: readonly ClothPoint[],
    targets: readonly ClothPoint[],
    requests: readonly PlanRequest[],
  ): LineUpAnswer {
    const lineUp = estimateLineUp(touches, PRIOR);
    const onFrame = requests.map(({ placement, recipe, region }): PlannedOnFrame => {
      const ring = measuredRing(region, lineUp);
      const resolved = resolvePlacement(designs.get(recipe.designId) ?? [], recipe, ring);
      return {
        placementId: placement.id,
        runs: (resolved?.runs ?? []).map((run) => polylineToFrame(lineUp, run)),
        ring: ring.map((p) => lineUp.toFrame(p)),
      };
    });
    return {
      expected: landmarks.map((p) => lineUp.toFrame(p)),
      doubts: landmarks.map((p) => doubtEllipse(lineUp.doubt(p))),
      advice: nextTouch(lineUp, candidates, targets, PRIOR),
      worst: worstDoubt(lineUp, targets)?.doubt ?? 0,
      onFrame,
    };
  },
};

export type Planner = typeof planner;
expose(planner);
