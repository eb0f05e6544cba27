import {
  checkDensity,
  type ClothPoint,
  densityOf,
  densityPicture,
  type EmptyCircle,
  outlineOf,
  piecesOf,
  type Plan,
  type PlanProblem,
  quiltOf,
} from '@gorse/core';
import { type HeatMap, heatMap } from './heat-map.ts';

export interface ShownDensity {
  readonly widest: EmptyCircle<ClothPoint>;
  readonly spacing: number;
  /** Patches in the order of the plan. */
  readonly patches: readonly number[];
  readonly problems: readonly PlanProblem[];
}

/** How densely everything planned is stitched, in numbers; null when nothing is. */
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
    widest: found.widest,
    spacing: found.spacing,
    patches: found.patches,
    problems: set === undefined ? [] : checkDensity(set, found, batting),
  };
}

const stitchedLines = (plan: Plan) => piecesOf(plan).flatMap(({ needle }) => needle);

/** Cells of the picture, mm: rough ones are soon there. */
const CELL = { rough: 10, sharp: 2 } as const;
export type Sharpness = keyof typeof CELL;

/** The same as a picture; null when nothing is stitched. */
function shownPicture(plan: Plan, sharpness: Sharpness): HeatMap | null {
  const { map, batting } = quiltOf(plan.records);
  const field = densityPicture(stitchedLines(plan), map.size, CELL[sharpness]);
  return field && heatMap(field, batting.widestGap);
}

/** The part of the planning worker that is about density. */
export const densityPlanner = (planNow: () => Plan) => ({
  densityPicture: (sharpness: Sharpness): HeatMap | null => shownPicture(planNow(), sharpness),
  density: (): ShownDensity | null => planNow().get(shownDensity, null),
});
