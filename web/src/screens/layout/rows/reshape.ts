import { askedRows, type PlanRecords, type RowNumber, type RowNumbers } from '@gorse/core';
import { create } from 'zustand';
import { tellError } from '../../../ui/notices.ts';
import { planner } from '../../../planning-worker/link.ts';
import { cancel, edit, preview, usePlan } from '../../../document/plan-store.ts';
import { changeRows, newRowSet, rowSetOf, setRows, takeNumbers } from '../../../document/rows.ts';

/** What the worker is asked about rows before an edit can be made: one thing at a time. */
export const useReshaping = create<{ readonly working: boolean; readonly refusal: string | null }>(() => ({
  working: false,
  refusal: null,
}));

async function asking(work: () => Promise<void>): Promise<void> {
  useReshaping.setState({ working: true, refusal: null });
  try {
    await work();
  } catch (error) {
    cancel();
    tellError(error);
  } finally {
    useReshaping.setState({ working: false });
  }
}

/** Between the rows of a design that can't say how near they look right, mm. */
const HALF_INCH = 12.7;

/** Lays rows of a design: at its usual clearance, as the best answer says. With rows there already, only the design changes. */
export const layRowsOf = (designId: string): Promise<void> =>
  asking(async () => {
    const { committed } = usePlan.getState();
    await planner.teach(committed, designId);
    const worker = planner.of(committed);
    const before = rowSetOf(committed);
    const begun = before ? { ...before, designId } : newRowSet(designId, 0);
    const usual = await worker.usualClearance(begun);
    const bridged = usual === null ? { ...begun, join: { kind: 'bridge', gap: 0 } as const } : begun;
    const clearance = before?.wish.clearance ?? usual ?? (await worker.usualClearance(bridged)) ?? HALF_INCH;
    const set = { ...bridged, wish: { ...bridged.wish, clearance } };
    const [best] = await planner.of(committed).choices(askedRows(set));
    edit('rows', setRows(best ? { ...set, numbers: best.numbers, exceptions: [] } : set));
  });

/** A change that the numbers depend on: they are solved anew, what is pinned kept, and it all is one undo step. */
export const reshapeRows = (mark: string, change: (records: PlanRecords) => PlanRecords): Promise<void> =>
  asking(async () => {
    const next = change(usePlan.getState().committed);
    const set = rowSetOf(next);
    if (!set) {
      edit(mark, change);
      return;
    }
    // What was asked for shows at once; its numbers follow.
    preview(change);
    await planner.teach(next);
    const pinned = set.pins[0];
    const kept = pinned === undefined ? null : await planner.of(next).pull(set, pinned, valueOf(set.numbers, pinned));
    const numbers = kept ?? (await planner.of(next).choices(askedRows(set)))[0]?.numbers;
    edit(mark, (records) => (numbers ? takeNumbers(set.id, numbers)(change(records)) : change(records)));
  });

/** One number pulled by hand; the others follow, or it is said why not. */
export const pullNumber = (pulled: RowNumber, value: number): Promise<void> =>
  asking(async () => {
    const { committed } = usePlan.getState();
    const set = rowSetOf(committed);
    if (!set) return;
    const numbers = await planner.of(committed).pull(set, pulled, value);
    if (numbers) edit(NUMBER_NAMES[pulled], takeNumbers(set.id, numbers));
    else
      useReshaping.setState({
        refusal:
          set.pins.length > 0
            ? `That can’t be done while ${set.pins.map((pin) => NUMBER_NAMES[pin]).join(' and ')} ${set.pins.length === 1 ? 'is' : 'are'} pinned. Unpin one.`
            : 'That can’t be done in this area: rows would lie over each other or fall off. Try a value nearer to what is there.',
      });
  });

export const NUMBER_NAMES: Readonly<Record<RowNumber, string>> = {
  rows: 'rows',
  height: 'row height',
  clearance: 'clearance',
  margin: 'margins',
};

const valueOf = (numbers: RowNumbers, which: RowNumber): number =>
  which === 'height' ? numbers.scale : numbers[which];

/** Alternate rows shifted so that they nest tightest, or look most even. */
export const shiftBest = (by: 'tight' | 'even'): Promise<void> =>
  asking(async () => {
    const { committed } = usePlan.getState();
    const set = rowSetOf(committed);
    const shift = set && (await planner.of(committed).bestShift(set, by));
    if (set && shift !== null && shift !== undefined)
      await reshapeRows('shift of alternate rows', changeRows(set.id, { alternate: { ...set.alternate, shift } }));
  });
