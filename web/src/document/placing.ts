import {
  type Border,
  type ClothPoint,
  controlId,
  isControlId,
  isEdgeTouch,
  isGround,
  type LandmarkRecord,
  makeMap,
  mapPatches,
  type Measured,
  movedWith,
  type PlanRecords,
  QUILT_ID,
  quiltOf,
  type Region,
  type Setting,
  sizing,
  type TouchRecord,
  withTop,
} from '@gorse/core';
import { clearRegions } from './recipes.ts';
import { withoutGone } from './without-gone.ts';
import { without } from './without.ts';

/** Edits of the plan in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

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
    const gone = Object.values(records.placements).flatMap(({ regionId }) => (regions[regionId] ? [] : [regionId]));
    const cleared = clearRegions(gone)(records);
    const touches = touchesOn(cleared.touches, withTop([...made, ...others], map));
    const isSized = before.setting.kind === 'drawn' && setting.kind === 'drawn';
    const photos = isSized ? movedPhotos(records.photos, sizing(before, map)) : records.photos;
    return withoutGone({
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
 * patches that were drawn and borders that were worked. */
export interface Lost {
  readonly designs: readonly string[];
  readonly touches: number;
  readonly rows: boolean;
  /** Patches that were drawn. */
  readonly drawn: number;
  /** Borders whose design goes with them. */
  readonly borders: number;
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
  const borders = Object.keys(before.borderSets).filter((id) => !after.borderSets[id]).length;
  const lost = { designs, touches, rows, drawn, borders };
  return designs.length > 0 || touches > 0 || rows || drawn > 0 || borders > 0 ? lost : null;
}

export const setMeasured =
  (measured: Measured): Edit =>
  (records) => ({ ...records, quilts: { [QUILT_ID]: { ...quiltOf(records), measured } } });

export const addTouch =
  (touch: TouchRecord): Edit =>
  (records) => ({ ...records, touches: { ...records.touches, [touch.id]: touch } });

export const removeTouches =
  (...ids: readonly string[]): Edit =>
  (records) => ({ ...records, touches: without(records.touches, ...ids) });

/** Takes back all touches that the line-up of one advance has; what the cloth showed in others stays, and so does how edges run. */
export const clearTouches =
  (advance: number): Edit =>
  (records) => ({
    ...records,
    touches: Object.fromEntries(
      Object.entries(records.touches).filter(([, touch]) => touch.advance !== advance || isEdgeTouch(touch)),
    ),
  });

export const addLandmark =
  (landmark: LandmarkRecord): Edit =>
  (records) => ({ ...records, landmarks: { ...records.landmarks, [landmark.id]: landmark } });

export const removeLandmark =
  (id: string): Edit =>
  (records) => ({ ...records, landmarks: without(records.landmarks, id) });
