import {
  checkDensity,
  type ClothPoint,
  densityField,
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
    stitchedLines(plan),
    map.size,
    Object.values(plan.records.regions).map(({ shape }) => outlineOf(shape)),
  );
  if (!found) return null;
  const [set] = Object.keys(plan.records.rowSets);
  return {
    map: heatMap(found.field, found.widest.diameter, batting.widestGap),
    widest: found.widest,
    spacing: found.spacing,
    patches: found.patches,
    problems: set === undefined ? [] : checkDensity(set, found, batting),
  };
}

const stitchedLines = (plan: Plan) => piecesOf(plan).flatMap(({ needle }) => needle);

/** Cells of the rough picture, mm. */
const ROUGH = 8;

/** A rough picture of it, soon there; its numbers come only when they are right. */
function roughDensity(plan: Plan): HeatMap | null {
  const { map, batting } = quiltOf(plan.records);
  const seen = densityField(stitchedLines(plan), map.size, ROUGH);
  if (!seen) return null;
  const farthest = seen.field.distance.reduce((most, distance) => Math.max(most, distance), 0);
  return heatMap(seen.field, 2 * farthest, batting.widestGap);
}

/** The part of the planning worker that is about density. */
export const densityPlanner = (planNow: () => Plan) => ({
  roughDensity: (): HeatMap | null => roughDensity(planNow()),
  density: (): ShownDensity | null => planNow().get(shownDensity, null),
});
