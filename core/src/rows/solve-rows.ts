import type { Pitches } from './nest.ts';

/** What rows are solved from. Lengths in millimetres. */
export interface RowTask {
  /** Length to be filled, from the top edge to the bottom edge, draw-in taken off. */
  readonly length: number;
  /** Height of the design as drawn. */
  readonly height: number;
  /** Nested pitches at the drawn size for a clearance; both grow with it. */
  readonly pitches: (clearance: number) => Pitches;
}

/** Rows that fill a length: scale · height + pitches + both margins = length. A negative margin runs over the edge. */
export interface RowAnswer {
  readonly rows: number;
  /** Of the drawn size. */
  readonly scale: number;
  /** Least distance between stitched lines of neighbouring rows. */
  readonly clearance: number;
  /** Above the first and below the last row alike. */
  readonly margin: number;
  /** From each row to the next, `rows − 1` of them. */
  readonly pitches: readonly number[];
}

/** Scales beyond which a design is no longer itself. */
const SMALLEST = 0.25;
const LARGEST = 4;
/** Widest clearance that is looked for. */
const WIDEST = 600;
/** Millimetres to which margins are solved. */
const EXACT = 1e-4;
const MOST_ROWS = 500;

/** Margins that so many rows leave, at a scale and a clearance. */
export function marginsLeft(task: RowTask, rows: number, scale: number, clearance: number): RowAnswer {
  const { down, back } = task.pitches(clearance / scale);
  const pitches = Array.from({ length: Math.max(0, rows - 1) }, (_, i) => scale * (i % 2 === 0 ? down : back));
  const filled = scale * task.height + pitches.reduce((sum, pitch) => sum + pitch, 0);
  return { rows, scale, clearance, margin: (task.length - filled) / 2, pitches };
}

/** The most rows that leave at least this margin; null when not even one does. */
export function rowsThatFit(task: RowTask, scale: number, clearance: number, margin: number): RowAnswer | null {
  let fits: RowAnswer | null = null;
  for (let rows = 1; rows <= MOST_ROWS; rows++) {
    const answer = marginsLeft(task, rows, scale, clearance);
    if (answer.margin < margin - EXACT) break;
    fits = answer;
  }
  return fits;
}

/** The scale at which so many rows leave exactly this margin; null when it would be out of proportion. */
export const scaleFor = (task: RowTask, rows: number, clearance: number, margin: number): RowAnswer | null =>
  solved((scale) => marginsLeft(task, rows, scale, clearance), SMALLEST, LARGEST, margin);

/** The clearance at which so many rows of one scale leave exactly this margin; null when they don't fit even touching. */
export const clearanceFor = (task: RowTask, rows: number, scale: number, margin: number): RowAnswer | null =>
  rows < 2 ? null : solved((clearance) => marginsLeft(task, rows, scale, clearance), 0, WIDEST, margin);

/** Bisection: the margin shrinks as the unknown grows. */
function solved(
  answerAt: (unknown: number) => RowAnswer,
  least: number,
  most: number,
  margin: number,
): RowAnswer | null {
  let [low, high] = [least, most];
  if (answerAt(low).margin < margin - EXACT || answerAt(high).margin > margin + EXACT) return null;
  for (let k = 0; k < 200; k++) {
    const middle = (low + high) / 2;
    const answer = answerAt(middle);
    if (Math.abs(answer.margin - margin) <= EXACT) return answer;
    if (answer.margin > margin) low = middle;
    else high = middle;
  }
  return answerAt(low);
}
