import {
  checkDensity,
  type ClothPoint,
  densityOf,
  type EmptyCircle,
  outlineOf,
  piecesOf,
  type Plan,
  type PlanProblem,
  quiltOf,
} from '@gorse/core';
import { type HeatMap, heatMap } from './heat-map.ts';

export interface ShownDensity {
  readonly map: HeatMap;
  readonly widest: EmptyCircle<ClothPoint>;
  readonly spacing: number;
  /** Patches in the order of the plan. */
  readonly patches: readonly number[];
  readonly problems: readonly PlanProblem[];
}

/** How densely everything planned is stitched, as a picture and as numbers; null when nothing is. */
function shownDensity(plan: Plan): ShownDensity | null {
  const { map, batting } = quiltOf(plan.records);
  const found = densityOf(
    piecesOf(plan).flatMap(({ needle }) => needle),
    map.size,
    Object.values(plan.records.regions).map(({ shape }) => outlineOf(shape)),
  );
  if (!found) return null;
  const [set] = Object.keys(plan.records.rowSets);
  return {
    map: heatMap(found, batting.widestGap),
    widest: found.widest,
    spacing: found.spacing,
    patches: found.patches,
    problems: set === undefined ? [] : checkDensity(set, found, batting),
  };
}

/** The part of the planning worker that is about density. */
export const densityPlanner = (planNow: () => Plan) => ({
  density: (): ShownDensity | null => planNow().get(shownDensity, null),
});
