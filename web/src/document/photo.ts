import type { PhotoPoint, PhotoRecord, PhotoSize, PlanRecords } from '@gorse/core';

type Edit = (records: PlanRecords) => PlanRecords;

/** The photo under the map, if there is one. */
export const photoOf = ({ photos }: PlanRecords): PhotoRecord | undefined => Object.values(photos)[0];

/** How pale a photo is at first: seams show, and what is drawn over it shows better. */
const USUAL_PALENESS = 0.35;

/** Lays a photo under the map, in place of another; its pixels are kept with the quilt already. */
export const layPhoto =
  (id: string, { width, height }: PhotoSize, points: readonly PhotoPoint[]): Edit =>
  (records) => ({
    ...records,
    photos: { [id]: { id, width, height, points, paleness: USUAL_PALENESS, shown: true } },
  });

export const changePhoto =
  (change: Partial<Pick<PhotoRecord, 'points' | 'paleness' | 'shown'>>): Edit =>
  (records) => {
    const photo = photoOf(records);
    return photo ? { ...records, photos: { [photo.id]: { ...photo, ...change } } } : records;
  };

export const removePhoto: Edit = (records) => ({ ...records, photos: {} });
