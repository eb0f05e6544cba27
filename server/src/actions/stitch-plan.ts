import {
  type ClothPoint,
  encodeStrokes,
  estimateLineUp,
  GENERIC_FRAME,
  GENERIC_MOTION,
  loadedCloth,
  measuredRing,
  type PlanRecords,
  pointCount,
  polylineToFrame,
  resolvePlacement,
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

/** Works out one placement on the cloth as it was touched, with the same core as the screens. */
export async function makeStitchPlan(
  database: Database,
  records: PlanRecords,
  placementId: string,
): Promise<StitchPlan> {
  const placement = found(records.placements[placementId], 'placement');
  const recipe = found(records.recipes[placement.recipeId], 'recipe');
  const region = found(records.regions[placement.regionId], 'patch');
  const touches = touchesOf(records);
  if (touches.length < FEWEST_TOUCHES) {
    throw new Refusal(
      'refused',
      'Touch at least two landmarks first, so that the plan can be turned to lie on the cloth.',
    );
  }
  const design = await loadDesign(database, recipe.designId);
  const lineUp = estimateLineUp(touches, loadedCloth(GENERIC_FRAME));
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
  const onFrame = resolved.runs.map((run) => polylineToFrame(lineUp, run)).filter((run) => pointCount(run) > 1);
  const sum = (of: (run: Float64Array) => number): number => onFrame.reduce((total, run) => total + of(run), 0);
  const points = encodeStrokes(onFrame);
  const inputs = JSON.stringify([recipe, region, touches, GENERIC_MOTION]);
  return {
    name: `${region.name} · ${design.name}`,
    planHash: createHash('sha256').update(inputs).update(points).digest('hex'),
    points,
    holes: onFrame.map(pointCount),
    seconds: sum((run) => stitchClock(run, GENERIC_MOTION).at(-1) ?? 0),
    thread: sum((run) => threadLength(run)),
    ring,
  };
}
