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
  loadingMap,
  measuredRing,
  nextTouch,
  type PlanProblem,
  type Point,
  polylineToFrame,
  type QuiltRecord,
  resolvePlacement,
  simplify,
  type Totals,
  type Touch,
  worstDoubt,
} from '@gorse/core';
import { expose, transfer } from 'comlink';
import { buffersOf, type Levels, levelsOf } from './levels.ts';
import type { PlanRequest, RowsRequest } from './requests.ts';
import { ringOf, rowPlanner, rowRuns } from './row-planner.ts';

/** A placement worked out for the screen; `null` parts when it can't be. */
export interface Planned {
  readonly placementId: string;
  /** Needle points in cloth space, a run a stroke. */
  readonly runs: readonly Float64Array[];
  readonly levels: Levels;
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

const designs = new Map<string, readonly Float64Array[]>();

/** How far planned rows on the frame may be drawn from their stitches, mm: they are looked at, not stitched. */
const ON_FRAME = 0.15;

const planner = {
  knows: (designId: string): boolean => designs.has(designId),

  learn(designId: string, strokes: readonly Float64Array[]): void {
    designs.set(designId, strokes);
  },

  ...rowPlanner(designs),

  plan({ placement, recipe, region, quilt }: PlanRequest): Planned {
    const strokes = designs.get(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, region.ring);
    const runs = resolved?.runs ?? [];
    const levels = levelsOf(runs);
    const planned: Planned = {
      placementId: placement.id,
      runs,
      levels,
      totals: resolved?.totals ?? null,
      distortion: resolved?.fitted.distortion ?? null,
      frame: resolved?.fitted.frame ?? [],
      problems: checkPlacement(
        placement,
        recipe,
        region,
        resolved,
        GENERIC_FRAME,
        loadingMap(quilt.loading, quilt.grid),
      ),
    };
    return transfer(planned, buffersOf([runs, ...levels.map((level) => level.lines)]));
  },

  /** Lines the plan up with the cloth of a quilt. `landmarks` are all that can be touched, `candidates` those that may be advised, `targets` where it must be sure. */
  lineUp(
    touches: readonly Touch[],
    landmarks: readonly ClothPoint[],
    candidates: readonly ClothPoint[],
    targets: readonly ClothPoint[],
    requests: readonly PlanRequest[],
    rows: readonly RowsRequest[],
    quilt: QuiltRecord,
  ): LineUpAnswer {
    const prior = loadedCloth(GENERIC_FRAME, quilt);
    const lineUp = estimateLineUp(touches, prior);
    const patches = requests.map(({ placement, recipe, region }): PlannedOnFrame => {
      const ring = measuredRing(region, lineUp);
      const resolved = resolvePlacement(designs.get(recipe.designId) ?? [], recipe, ring);
      return {
        placementId: placement.id,
        runs: (resolved?.runs ?? []).map((run) => polylineToFrame(lineUp, run)),
        ring: ring.map((p) => lineUp.toFrame(p)),
      };
    });
    const rowsOnFrame = rows.flatMap((request) =>
      rowRuns(designs, request).map(({ id, runs }): PlannedOnFrame => ({
        placementId: id,
        runs: runs.map((run) => polylineToFrame(lineUp, simplify(run, ON_FRAME))),
        ring: ringOf(runs).map((p) => lineUp.toFrame(p)),
      })),
    );
    return {
      expected: landmarks.map((p) => lineUp.toFrame(p)),
      doubts: landmarks.map((p) => doubtEllipse(lineUp.doubt(p))),
      advice: nextTouch(lineUp, candidates, targets, prior),
      worst: worstDoubt(lineUp, targets)?.doubt ?? 0,
      onFrame: [...patches, ...rowsOnFrame],
    };
  },
};

export type Planner = typeof planner;
expose(planner);
