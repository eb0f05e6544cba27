import { contactGap } from './contact-gap.ts';
import { widestGaps } from './even-gap.ts';
import { alternateOf, type Repeat, type RowLook } from './repeat.ts';

/** How far down each row lies from the one before, mm, when rows are nested at a clearance: of the second kind below the first, and back. */
export interface Pitches {
  readonly down: number;
  readonly back: number;
}

/** Nested pitches of two kinds of rows in turn. Rows always face each other, since they repeat. */
export function nestedPitches(row: Repeat, other: Repeat, clearance: number): Pitches {
  const down = contactGap(row, other, clearance) ?? 0;
  return { down, back: row === other ? down : (contactGap(other, row, clearance) ?? 0) };
}

/** Shifts tried before the best is looked for between its neighbours. */
const TRIED = 48;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The shift of every second row, as a part of a repeat, at which rows nest tightest. */
export const tightestShift = (row: Repeat, look: RowLook, clearance: number): number =>
  leastShift((shift) => {
    const { down, back } = nestedPitches(row, alternateOf(row, { look, shift }), clearance);
    return down + back;
  });

/** The shift at which the widest gap of the whole cloth is smallest, so that it looks most even. */
export const mostEvenShift = (row: Repeat, look: RowLook, clearance: number): number =>
  leastShift((shift) => {
    const { within, between } = widestGaps(row, alternateOf(row, { look, shift }), clearance);
    return Math.max(within, between);
  });

/** The best of evenly spread tries, then a golden-section search beside it (Kiefer 1953). Ties go to the smallest shift. */
function leastShift(pitch: (shift: number) => number): number {
  let best = 0;
  let least = pitch(0);
  for (let i = 1; i < TRIED; i++) {
    const found = pitch(i / TRIED);
    if (found < least - 1e-9) [best, least] = [i / TRIED, found];
  }
  let [low, high] = [best - 1 / TRIED, best + 1 / TRIED];
  for (let k = 0; k < 24; k++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (pitch(a) <= pitch(b)) high = b;
    else low = a;
  }
  const fine = (low + high) / 2;
  const chosen = pitch(fine) < least - 1e-9 ? fine : best;
  return ((chosen % 1) + 1) % 1;
}
