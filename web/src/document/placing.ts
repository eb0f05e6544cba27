import {
  type Border,
  type ClothPoint,
  controlId,
  isControlId,
  isGround,
  type LandmarkRecord,
  makeMap,
  mapPatches,
  type Measured,
  movedWith,
  type PlacementRecord,
  type PlanRecords,
  QUILT_ID,
  quiltOf,
  type RecipeRecord,
  type Region,
  type Setting,
  sizing,
  type TouchRecord,
  withTop,
  USUAL_SPI,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { withoutGonePatches } from './rows.ts';

/** Edits of the plan in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

/** A quarter inch keeps lines off the seam allowance. */
const USUAL_MARGIN = 6.35;

export const newRecipe = (designId: string): RecipeRecord => ({
  id: nanoid(10),
  designId,
  orient: { angle: 0, mirror: false },
  fit: { kind: 'contain', margin: USUAL_MARGIN },
  stitch: { stitchesPerInch: USUAL_SPI, tieOff: 'short' },
});

export const placementIn = (records: PlanRecords, regionId: string): PlacementRecord | undefined =>
  Object.values(records.placements).find((placement) => placement.regionId === regionId);

export const placementsOf = (records: PlanRecords, recipeId: string): PlacementRecord[] =>
  Object.values(records.placements).filter((placement) => placement.recipeId === recipeId);

/** Puts a design into a patch with a recipe of its own; a patch that has one keeps its settings and changes the design. */
export function placeDesign(regionId: string, designId: string): Edit {
  return (records) => {
    const placement = placementIn(records, regionId);
    const recipe = placement && records.recipes[placement.recipeId];
    if (recipe) return setRecipe(recipe.id, { designId })(records);
    const made = newRecipe(designId);
    return placeRecipe(regionId, made.id)({ ...records, recipes: { ...records.recipes, [made.id]: made } });
  };
}

/** Puts a recipe into a patch, in place of what was there. */
export function placeRecipe(regionId: string, recipeId: string): Edit {
  return (records) => {
    const cleared = clearRegion(regionId)(records);
    const id = nanoid(10);
    return {
      ...cleared,
      recipes: { ...cleared.recipes, [recipeId]: records.recipes[recipeId]! },
      placements: { ...cleared.placements, [id]: { id, regionId, recipeId, parts: 1 } },
    };
  };
}

/** Empties a patch; a recipe that nothing uses any more goes too. */
export function clearRegion(regionId: string): Edit {
  return (records) => {
    const placement = placementIn(records, regionId);
    if (!placement) return records;
    const placements = without(records.placements, placement.id);
    const used = Object.values(placements).some((p) => p.recipeId === placement.recipeId);
    return { ...records, placements, recipes: used ? records.recipes : without(records.recipes, placement.recipeId) };
  };
}

export function setRecipe(recipeId: string, change: Partial<Omit<RecipeRecord, 'id'>>): Edit {
  return (records) => {
    const recipe = records.recipes[recipeId];
    return recipe ? { ...records, recipes: { ...records.recipes, [recipeId]: { ...recipe, ...change } } } : records;
  };
}

/** Gives one placement a copy of its recipe, so that it can differ from its siblings. */
export function ownRecipe(placementId: string): Edit {
  return (records) => {
    const placement = records.placements[placementId];
    const recipe = placement && records.recipes[placement.recipeId];
    if (!recipe) return records;
    const id = nanoid(10);
    return {
      ...records,
      recipes: { ...records.recipes, [id]: { ...recipe, id } },
      placements: { ...records.placements, [placementId]: { ...placement, recipeId: id } },
    };
  };
}

/**
 * Changes the quilt's measurements: the setting's patches are made anew and keep their ids, those made by hand or touched go with what they lie
 * on; those that were the top itself go where a setting makes one. Touches go with the corner that they were made on; designs in patches
 * that are gone go too, and touches on their corners.
 */
export function setMap(setting: Setting, borders: readonly Border[]): Edit {
  return (records) => {
    const old = records.regions;
    const map = makeMap(setting, borders);
    const made = mapPatches(map).map((region) =>
      JSON.stringify(old[region.id]) === JSON.stringify(region) ? old[region.id]! : region,
    );
    const before = quiltOf(records).map;
    const stays = (region: Region): boolean =>
      region.origin !== 'setting' && (setting.kind === 'drawn' || !isGround(region, before));
    const others = movedWith(
      Object.values(old).filter(stays),
      { map: before, made: byId(Object.values(old).filter(({ origin }) => origin === 'setting')) },
      { map, made: byId(made) },
    );
    const regions = byId([...made, ...others]);
    const gone = Object.values(records.placements).filter((placement) => !regions[placement.regionId]);
    const cleared = gone.reduce((plan, placement) => clearRegion(placement.regionId)(plan), records);
    const touches = touchesOn(cleared.touches, withTop([...made, ...others], map));
    const isSized = before.setting.kind === 'drawn' && setting.kind === 'drawn';
    const photos = isSized ? movedPhotos(records.photos, sizing(before, map)) : records.photos;
    return withoutGonePatches({
      ...cleared,
      regions,
      touches,
      photos,
      quilts: { [QUILT_ID]: { ...quiltOf(records), map } },
    });
  };
}

/** A photo that a top was traced over stays under what was traced. */
const movedPhotos = (photos: PlanRecords['photos'], move: (at: ClothPoint) => ClothPoint): PlanRecords['photos'] =>
  Object.fromEntries(
    Object.entries(photos).map(([id, photo]) => [
      id,
      { ...photo, points: photo.points.map((point) => ({ ...point, at: move(point.at) })) },
    ]),
  );

const byId = (regions: readonly Region[]): Readonly<Record<string, Region>> =>
  Object.fromEntries(regions.map((region) => [region.id, region]));

/** Touches of the top where their corners lie now, without those whose corner is gone; of what was stitched or marked they stay as they are. */
export function touchesOn(touches: PlanRecords['touches'], regions: readonly Region[]): PlanRecords['touches'] {
  const corners = new Map(
    regions.flatMap(({ id, shape }) => shape.map((one) => [controlId(id, one.id), one.at] as const)),
  );
  const kept = Object.values(touches).flatMap((touch) => {
    if (touch.on === null || !isControlId(touch.on)) return [touch];
    const at = corners.get(touch.on);
    if (!at) return [];
    return [at.x === touch.cloth.x && at.y === touch.cloth.y ? touch : { ...touch, cloth: at }];
  });
  return Object.fromEntries(kept.map((touch) => [touch.id, touch]));
}

/** What a change takes along: the patches whose designs go, by name, how many touches, whether rows heeded a patch that goes, and how many
 * patches that were drawn. */
export interface Lost {
  readonly designs: readonly string[];
  readonly touches: number;
  readonly rows: boolean;
  /** Patches that were drawn. */
  readonly drawn: number;
}

/** Null where nothing goes. */
export function lostBy(before: PlanRecords, after: PlanRecords): Lost | null {
  const designs = Object.values(before.placements).flatMap(({ id, regionId }) =>
    after.placements[id] ? [] : [before.regions[regionId]?.name ?? regionId],
  );
  const touches = Object.keys(before.touches).filter((id) => !after.touches[id]).length;
  const rows = Object.values(before.rowSets).some((set) => after.rowSets[set.id] !== set);
  const drawn = Object.values(before.regions).filter(
    ({ id, origin }) => origin !== 'setting' && !after.regions[id],
  ).length;
  return designs.length > 0 || touches > 0 || rows || drawn > 0 ? { designs, touches, rows, drawn } : null;
}

export const setMeasured =
  (measured: Measured): Edit =>
  (records) => ({ ...records, quilts: { [QUILT_ID]: { ...quiltOf(records), measured } } });

export const addTouch =
  (touch: TouchRecord): Edit =>
  (records) => ({ ...records, touches: { ...records.touches, [touch.id]: touch } });

export const removeTouch =
  (id: string): Edit =>
  (records) => ({ ...records, touches: without(records.touches, id) });

/** Takes back all touches of one advance; what the cloth showed in others stays. */
export const clearTouches =
  (advance: number): Edit =>
  (records) => ({
    ...records,
    touches: Object.fromEntries(Object.entries(records.touches).filter(([, touch]) => touch.advance !== advance)),
  });

export const addLandmark =
  (landmark: LandmarkRecord): Edit =>
  (records) => ({ ...records, landmarks: { ...records.landmarks, [landmark.id]: landmark } });

export const removeLandmark =
  (id: string): Edit =>
  (records) => ({ ...records, landmarks: without(records.landmarks, id) });

/** Stitches a placement in so many parts, one above the other. */
export const splitPlacement =
  (id: string, parts: number): Edit =>
  (records) => {
    const placement = records.placements[id];
    return placement ? { ...records, placements: { ...records.placements, [id]: { ...placement, parts } } } : records;
  };

function without<T>(records: Readonly<Record<string, T>>, id: string): Record<string, T> {
  const rest = { ...records };
  delete rest[id];
  return rest;
}
