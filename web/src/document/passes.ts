import {
  type LineUpRules,
  type Loading,
  type Machine,
  NO_RULES,
  type PlanRecords,
  QUILT_ID,
  quiltOf,
  type QuiltRecord,
} from '@gorse/core';

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

export const setLineUpRules = (change: Partial<LineUpRules>): Edit =>
  changeQuilt(({ lineUpRules }) => ({ lineUpRules: { ...lineUpRules, ...change } }));

/** Lets a pass begin at a place, or (null) where it is worked out to. */
export const setPassStart = (pass: number, from: number | null): Edit =>
  changeQuilt(({ passes }) => {
    const others = passes.starts.filter((one) => one.pass !== pass);
    return { passes: { ...passes, starts: from === null ? others : [...others, { pass, from }] } };
  });

/** Pins something to a pass, or (null) lets it go where it is worked out to. */
export const setRunPass = (id: string, pass: number | null): Edit =>
  changeQuilt(({ passes }) => {
    const others = passes.runs.filter((one) => one.id !== id);
    return { passes: { ...passes, runs: pass === null ? others : [...others, { id, pass }] } };
  });

/** All passes as they are worked out. */
export const clearPassRules: Edit = changeQuilt(() => ({ passes: NO_RULES }));
