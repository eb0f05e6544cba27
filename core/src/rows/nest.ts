import { leastBetween } from '../geometry/golden-section.ts';
import { widestGaps } from './even-gap.ts';
import { nestedPitches } from './pitches.ts';
import { alternateOf, type Repeat, type RowLook } from './repeat.ts';

/** Shifts tried before the best of them are looked for between their neighbours, how many of these, and how closely: steps of a search. */
interface Care {
  readonly tried: number;
  readonly refined: number;
  readonly steps: number;
}
/** Rows nest tightest in narrow places. */
const TIGHTEST: Care = { tried: 192, refined: 6, steps: 20 };
/** How even they look changes slowly. */
const MOST_EVEN: Care = { tried: 48, refined: 2, steps: 10 };

/** The shift of every second row, as a part of a repeat, at which rows nest tightest. */
export function tightestShift(row: Repeat, look: RowLook, clearance: number): number {
  const other = alternateOf(row, { look, shift: 0 });
  return leastShift(TIGHTEST, (shift) => {
    const { down, back } = nestedPitches(row, other, clearance, shift * row.period);
    return down + back;
  });
}

/** The shift at which the widest gap of the whole cloth is smallest, so that it looks most even. */
export function mostEvenShift(row: Repeat, look: RowLook, clearance: number): number {
  const other = alternateOf(row, { look, shift: 0 });
  return leastShift(MOST_EVEN, (shift) => {
    const { within, between } = widestGaps(row, other, clearance, shift * row.period);
    return Math.max(within, between);
  });
}

/** The best of evenly spread tries, searched beside each of the best that is no worse than its neighbours. Ties go to the smallest shift. */
function leastShift({ tried, refined, steps }: Care, pitch: (shift: number) => number): number {
  const found = Array.from({ length: tried }, (_, i) => pitch(i / tried));
  const valleys = found
    .map((value, i) => ({ value, i }))
    .filter(({ value, i }) => value <= found[(i + 1) % tried]! && value <= found[(i + tried - 1) % tried]!)
    .sort((a, b) => a.value - b.value || a.i - b.i)
    .slice(0, refined);
  let [best, least] = [valleys[0]!.i / tried, valleys[0]!.value];
  for (const { i } of valleys) {
    const fine = leastBetween(pitch, (i - 1) / tried, (i + 1) / tried, steps);
    const there = pitch(fine);
    if (there < least - 1e-9) [best, least] = [fine, there];
  }
  return ((best % 1) + 1) % 1;
}
