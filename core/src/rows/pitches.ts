import { contactGap } from './contact-gap.ts';
import type { Repeat } from './repeat.ts';

/** How far down each row lies from the one before, mm, when rows are nested at a clearance: of the second kind below the first, and back. */
export interface Pitches {
  readonly down: number;
  readonly back: number;
}

/** Nested pitches of two kinds of rows in turn. Rows always face each other, since they repeat. `along`: the second is moved so far on besides. */
export function nestedPitches(row: Repeat, other: Repeat, clearance: number, along = 0): Pitches {
  const down = contactGap(row, other, clearance, along) ?? 0;
  return { down, back: row === other && along === 0 ? down : (contactGap(other, row, clearance, -along) ?? 0) };
}
