import {
  checkPlacement,
  type Distortion,
  loadingMap,
  type PlanProblem,
  type Point,
  resolvePlacement,
  type Totals,
} from '@gorse/core';
import { expose, transfer } from 'comlink';
import { buffersOf, type Levels, levelsOf } from './levels.ts';
import { lineUpPlanner } from './line-up-planner.ts';
import { passPlanner } from './pass-planner.ts';
import type { PlanRequest } from './requests.ts';
import { rowPlanner } from './row-planner.ts';

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

const designs = new Map<string, readonly Float64Array[]>();

const planner = {
  knows: (designId: string): boolean => designs.has(designId),

  learn(designId: string, strokes: readonly Float64Array[]): void {
    designs.set(designId, strokes);
  },

  ...rowPlanner(designs),
  ...lineUpPlanner(designs),
  ...passPlanner(designs),

  plan({ placement, recipe, region, quilt }: PlanRequest): Planned {
    const strokes = designs.get(recipe.designId);
    const resolved = strokes && resolvePlacement(strokes, recipe, region.ring, quilt.machine.motion);
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
        quilt.machine.frame,
        loadingMap(quilt.loading, quilt.grid),
      ),
    };
    return transfer(planned, buffersOf([runs, ...levels.map((level) => level.lines)]));
  },
};

export type Planner = typeof planner;
expose(planner);
