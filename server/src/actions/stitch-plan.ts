import {
  advanceNow,
  type AdvanceState,
  beyondArea,
  type Bounds,
  boundsOf,
  boxRing,
  clothOnFrame,
  type ClothPoint,
  easedToFrame,
  encodeStrokes,
  learnCloth,
  type LineUp,
  lineUpRefusal,
  measuredRing,
  mountedNow,
  partIds,
  type Place,
  placedParts,
  type PlacementRecord,
  type PlanRecords,
  pointCount,
  polylineToFrame,
  quiltOf,
  resolvePlacement,
  resolveRows,
  type RowSetRecord,
  rollToMiddle,
  rowsName,
  type SafeArea,
  safeArea,
  stitchClock,
  stitchedPlaces,
  threadLength,
  touchesOf,
} from '@gorse/core';
import { createHash } from 'node:crypto';
import type { Database } from '../store/database.ts';
import { loadDesign } from './designs.ts';
import { found, Refusal } from './refusal.ts';
import type { RunOnCloth } from './stitched.ts';

/** Touches in this advance before anything may be stitched: fewer leave the turn unknown. */
const FEWEST_TOUCHES = 2;

/** What will be run: needle points on the frame, with all they were computed from in one hash. */
export interface StitchPlan {
  readonly name: string;
  readonly planHash: string;
  readonly points: Uint8Array;
  /** The same on the planned cloth, hole for hole. */
  readonly cloth: Uint8Array;
  readonly advance: number;
  readonly holes: readonly number[];
  readonly seconds: number;
  readonly thread: number;
  readonly ring: readonly ClothPoint[];
}

/** What a quilt's stitches are computed from, beside its plan. */
export interface ClothState {
  readonly advances: AdvanceState;
  readonly stitched: readonly RunOnCloth[];
}

/** Works out one placement, a part of one, or the rows that a row set generated as one, on the cloth as it was touched, with the same core as the screens. */
export async function makeStitchPlan(
  database: Database,
  records: PlanRecords,
  state: ClothState,
  placementId: string,
): Promise<StitchPlan> {
  const rowSet = Object.values(records.rowSets).find((set) => placementId.startsWith(`${set.id}-`));
  const placement = Object.values(records.placements).find((one) => partIds(one).includes(placementId));
  const planned = placement ?? found(rowSet, 'placement');
  const { lineUp } = linedUp(records, state);
  const { name, runs, ring, rule } =
    'regionId' in planned
      ? await patchRuns(database, records, planned, placementId, lineUp)
      : await rowRuns(database, records, planned, placementId);
  return planOf(name, runs, ring, rule, records, state);
}

/** Lines laid on the cloth as it lies now, to be stitched. */
export function planOf(
  name: string,
  runs: readonly Float64Array[],
  ring: readonly ClothPoint[],
  rule: unknown,
  records: PlanRecords,
  state: ClothState,
): StitchPlan {
  const { model, advance, touches } = linedUp(records, state);
  const cloth = runs.filter((run) => pointCount(run) > 1);
  if (cloth.length === 0) throw new Refusal('refused', `There is nothing to stitch in ${name}. Choose another design.`);
  const { lineUpRules, machine } = quiltOf(records);
  const toFrame = easedToFrame(model, advance, neighbours(state.stitched, cloth, lineUpRules.ease), lineUpRules.ease);
  const onFrame = cloth.map((run) => polylineToFrame({ toFrame }, run));
  const refusal = reachRefusal(name, boundsOf(onFrame)!, safeArea(machine.frame, mountedNow(state.advances).rolled));
  if (refusal !== null) throw new Refusal('refused', refusal);
  const sum = (of: (run: Float64Array) => number): number => onFrame.reduce((total, run) => total + of(run), 0);
  const points = encodeStrokes(onFrame);
  const inputs = JSON.stringify([rule, ring, touches, state.advances.mounts, lineUpRules, machine]);
  return {
    name,
    planHash: createHash('sha256').update(inputs).update(points).digest('hex'),
    points,
    cloth: encodeStrokes(cloth),
    advance,
    holes: onFrame.map(pointCount),
    seconds: sum((run) => stitchClock(run, machine.motion).at(-1) ?? 0),
    thread: sum((run) => threadLength(run)),
    ring,
  };
}

/** Why lines can't be stitched where they lie, and what to do; null when the head reaches all of them. */
function reachRefusal(name: string, box: Bounds, area: SafeArea): string | null {
  const { x, y } = beyondArea(box, area);
  if (x !== 0)
    return `${name} reaches past the ${x < 0 ? 'left' : 'right'} end of the rails. Move the quilt along the poles, and line up anew.`;
  if (y === 0) return null;
  return rollToMiddle(box, area) === null
    ? `${name} is deeper than the frame reaches. Stitch it in parts, make it smaller, or load the quilt the other way.`
    : `${name} lies too ${y < 0 ? 'near' : 'far from'} the take-up pole. Roll the quilt a little ${y < 0 ? 'back' : 'on'}, and line up again.`;
}

/** The line-up of the quilt as it lies now. Refuses when too little was touched since it was rolled, or clamps are off. */
function linedUp(records: PlanRecords, { advances }: ClothState) {
  const refusal = lineUpRefusal(advances);
  if (refusal !== null) throw new Refusal('refused', refusal);
  const advance = advanceNow(advances);
  const touches = touchesOf(records);
  if (touches.filter((touch) => touch.advance === advance).length < FEWEST_TOUCHES) {
    throw new Refusal(
      'refused',
      'Touch at least two landmarks first, so that the plan can be turned to lie on the cloth.',
    );
  }
  const model = learnCloth(touches, clothOnFrame(quiltOf(records), advances.mounts));
  return { model, advance, touches, lineUp: model.lineUp(advance) };
}

/** What is stitched near some lines: they are eased to it. */
function neighbours(stitched: readonly RunOnCloth[], lines: readonly Float64Array[], ease: number): Place[] {
  const box = boundsOf(lines)!;
  return stitched
    .flatMap((run) => stitchedPlaces(run))
    .filter(
      ({ cloth: { x, y } }) => x > box.minX - ease && x < box.maxX + ease && y > box.minY - ease && y < box.maxY + ease,
    );
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
  partId: string,
  lineUp: LineUp,
): Promise<PlannedRuns> {
  const recipe = found(records.recipes[placement.recipeId], 'recipe');
  const region = found(records.regions[placement.regionId], 'patch');
  const design = await loadDesign(database, recipe.designId);
  const ring = measuredRing(region, lineUp);
  const resolved = resolvePlacement(design.strokes, recipe, ring, quiltOf(records).machine.motion);
  if (!resolved)
    throw new Refusal('refused', `The margin leaves nothing of ${region.name}. Make it smaller on Layout.`);
  if (resolved.fitted.distortion.folded)
    throw new Refusal(
      'refused',
      `The design folds over itself in ${region.name}. Check the touches of its corners, or fit it without bending.`,
    );
  if (resolved.totals.stitches < 1)
    throw new Refusal('refused', `There is nothing to stitch in ${region.name}. Choose another design.`);
  const part = found(
    placedParts(records, placement, region, recipe, resolved).find(({ id }) => id === partId),
    'placement',
  );
  return { name: `${part.name} · ${design.name}`, runs: part.runs, ring, rule: [recipe, region, partId] };
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
