import {
  type LineUpRules,
  type Loading,
  type Machine,
  NO_RULES,
  outlineOf,
  type PlacementRecord,
  type PlanRecords,
  QUILT_ID,
  quiltOf,
  type QuiltRecord,
  ringBounds,
  type RowSetRecord,
} from '@gorse/core';
import { changeStages, stagesOf } from './recipes.ts';
import { changeRows } from './rows.ts';

/** Edits of passes in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

const changeQuilt =
  (change: (quilt: QuiltRecord) => Partial<QuiltRecord>): Edit =>
  (records) => {
    const quilt = quiltOf(records);
    return { ...records, quilts: { [QUILT_ID]: { ...quilt, ...change(quilt) } } };
  };

/** Plans the quilt for another frame. Passes set by hand were for the old one, and go. */
export const setMachine = (machine: Machine): Edit => changeQuilt(() => ({ machine, passes: NO_RULES }));

/** Loads the quilt so. Passes set by hand were for the other way, and go. */
export const setLoading = (loading: Loading): Edit => changeQuilt(() => ({ loading, passes: NO_RULES }));

export const setBinding = (binding: number): Edit => changeQuilt(() => ({ binding }));

export const setLineUpRules = (change: Partial<LineUpRules>): Edit =>
  changeQuilt(({ lineUpRules }) => ({ lineUpRules: { ...lineUpRules, ...change } }));

/** Lets a pass begin at a place, or (null) where it is worked out to. */
export const setPassStart = (pass: number, from: number | null): Edit =>
  changeQuilt(({ passes }) => {
    const others = passes.starts.filter((one) => one.pass !== pass);
    return { passes: { ...passes, starts: from === null ? others : [...others, { pass, from }] } };
  });

/** Pins a piece to a pass, or (null) lets it go where it is worked out to. */
export const setPiecePass = (id: string, pass: number | null): Edit =>
  changeQuilt(({ passes }) => {
    const others = passes.pieces.filter((one) => one.id !== id);
    return { passes: { ...passes, pieces: pass === null ? others : [...others, { id, pass }] } };
  });

/** What is left of a design that was made smaller must be wider than this, mm. */
const LEAST_LEFT = 25;
/** Of a reach that a design is made to fit, so that rounding can't push it out again. */
const NEARLY = 0.98;

/** The part of its size that something so deep is made, to fit a reach. */
export const partToReach = (depth: number, reach: number): number => (NEARLY * reach) / depth;

/**
 * Makes the design in a patch smaller, by its margin, so that a pass holds it; all that share its recipe go along. Null where too little of it
 * would be left.
 * @param depth of what is stitched now, and the reach there, mm
 */
export function shrinkToReach(
  records: PlanRecords,
  placement: PlacementRecord,
  depth: number,
  reach: number,
): { readonly part: number; readonly edit: Edit } | null {
  const [recipe, region] = [stagesOf(records, placement), records.regions[placement.regionId]];
  if (!recipe || !region) return null;
  const { minX, maxX, minY, maxY } = ringBounds(outlineOf(region.shape));
  const part = partToReach(depth, reach);
  const { fit } = recipe;
  // What lies in a size of its own is made smaller by that.
  if (fit.kind === 'place')
    return { part, edit: changeStages(placement.id, { fit: { ...fit, scale: fit.scale * part } }) };
  const more = (depth - NEARLY * reach) / 2;
  const margins = fit.margins.map((margin) => margin + more);
  if (Math.min(maxX - minX, maxY - minY) - 2 * Math.max(...margins) < LEAST_LEFT) return null;
  return { part, edit: changeStages(placement.id, { fit: { ...fit, margins } }) };
}

/** Makes rows smaller so that a pass holds each. */
export const shrinkRowsToReach =
  (set: RowSetRecord, depth: number, reach: number): Edit =>
  (records) =>
    changeRows(set.id, {
      numbers: { ...set.numbers, scale: set.numbers.scale * partToReach(depth, reach) },
      exceptions: [],
    })(records);

/** All passes as they are worked out. */
export const clearPassRules: Edit = changeQuilt(() => ({ passes: NO_RULES }));
