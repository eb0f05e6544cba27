import { contactGap, type RowLines } from './contact-gap.ts';

/** Widest clearance that is looked for, mm. */
const WIDEST = 2000;
const EXACT = 1e-3;

/**
 * The least distance between two rows when the lower one lies `offset` mm further down than its own coordinates say; negative by how far it
 * would have to go down to be clear, when they overlap. Null when they never face each other. Solved from the contact gap, which grows with it.
 */
export function rowClearance(upper: RowLines, lower: RowLines, offset: number): number | null {
  const touching = contactGap(upper, lower, 0);
  if (touching !== null && touching > offset) return offset - touching;
  // Rows beside each other meet only by going round a corner.
  if (touching === null && contactGap(upper, lower, WIDEST) === null) return null;
  let [low, high] = [0, Math.min(WIDEST, Math.max(EXACT, offset - (touching ?? -WIDEST)))];
  while (high - low > EXACT) {
    const middle = (low + high) / 2;
    const gap = contactGap(upper, lower, middle);
    if (gap === null || gap <= offset) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
