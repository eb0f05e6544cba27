import {
  boundsOf,
  boxRing,
  type ClothPoint,
  encodeStrokes,
  estimateLineUp,
  GENERIC_FRAME,
  GENERIC_MOTION,
  type LineUp,
  loadedCloth,
  measuredRing,
  type PlacementRecord,
  type PlanRecords,
  pointCount,
  polylineToFrame,
  quiltOf,
  resolvePlacement,
  resolveRows,
  type RowSetRecord,
  rowsName,
  stitchClock,
  threadLength,
  touchesOf,
} from '@gorse/core';
import { createHash } from 'node:crypto';
import type { Database } from '../store/database.ts';
import { loadDesign } from './designs.ts';
import { found, Refusal } from './refusal.ts';

/** Touches before anything may be stitched: fewer leave the turn unknown. */
const FEWEST_TOUCHES = 2;

/** What will be run: needle points on the frame, with all they were computed from in one hash. */
export interface StitchPlan {
  readonly name: string;
  readonly planHash: string;
  readonly points: Uint8Array;
  readonly holes: readonly number[];
  readonly seconds: number;
  readonly thread: number;
  readonly ring: readonly ClothPoint[];
}

/** Works out one placement, or the rows that a row set generated as one, on the cloth as it was touched, with the same core as the screens. */
export async function makeStitchPlan(
  database: Database,
  records: PlanRecords,
  placementId: string,
): Promise<StitchPlan> {
  const placement = records.placements[placementId];
  const rowSet = Object.values(records.rowSets).find((set) => placementId.startsWith(`${set.id}-`));
  const planned = placement ?? found(rowSet, 'placement');
  const touches = touchesOf(records);
  if (touches.length < FEWEST_TOUCHES) {
    throw new Refusal(
      'refused',
      'Touch at least two landmarks first, so that the plan can be turned to lie on the cloth.',
    );
  }
  const lineUp = estimateLineUp(touches, loadedCloth(GENERIC_FRAME, quiltOf(records)));
  const { name, runs, ring, rule } =
    'regionId' in planned
      ? await patchRuns(database, records, planned, lineUp)
      : await rowRuns(database, records, planned, placementId);
  const onFrame = runs.map((run) => polylineToFrame(lineUp, run)).filter((run) => pointCount(run) > 1);
  if (onFrame.length === 0)
    throw new Refusal('refused', `There is nothing to stitch in ${name}. Choose another design.`);
  const sum = (of: (run: Float64Array) => number): number => onFrame.reduce((total, run) => total + of(run), 0);
  const points = encodeStrokes(onFrame);
  const inputs = JSON.stringify([rule, ring, touches, GENERIC_MOTION]);
  return {
    name,
    planHash: createHash('sha256').update(inputs).update(points).digest('hex'),
    points,
    holes: onFrame.map(pointCount),
    seconds: sum((run) => stitchClock(run, GENERIC_MOTION).at(-1) ?? 0),
    thread: sum((run) => threadLength(run)),
    ring,
  };
}

/** Needle points in cloth space, and what they were made by. */
interface PlannedRuns {
  readonly name: string;
  readonly runs: readonly Float64Array[];
  /** What was filled. */
  readonly ring: readonly ClothPoint[];
  readonly rule: unknown;
}

async function patchRuns(
  database: Database,
  records: PlanRecords,
  placement: PlacementRecord,
  lineUp: LineUp,
): Promise<PlannedRuns> {
  const recipe = found(records.recipes[placement.recipeId], 'recipe');
  const region = found(records.regions[placement.regionId], 'patch');
  const design = await loadDesign(database, recipe.designId);
  const ring = measuredRing(region, lineUp);
  const resolved = resolvePlacement(design.strokes, recipe, ring);
  if (!resolved)
    throw new Refusal('refused', `The margin leaves nothing of ${region.name}. Make it smaller on Layout.`);
  if (resolved.fitted.distortion.folded)
    throw new Refusal(
      'refused',
      `The design folds over itself in ${region.name}. Check the touches of its corners, or fit it without bending.`,
    );
  if (resolved.totals.stitches < 1)
    throw new Refusal('refused', `There is nothing to stitch in ${region.name}. Choose another design.`);
  return { name: `${region.name} · ${design.name}`, runs: resolved.runs, ring, rule: [recipe, region] };
}

async function rowRuns(
  database: Database,
  records: PlanRecords,
  set: RowSetRecord,
  placementId: string,
): Promise<PlannedRuns> {
  const design = await loadDesign(database, set.designId);
  const run = resolveRows(design.strokes, set, records)?.runs.find((one) => one.id === placementId);
  const { rows, runs } = found(run, 'row');
  return { name: `${rowsName(rows)} · ${design.name}`, runs, ring: boxRing(boundsOf(runs)!), rule: set };
}
