import type { Pitches } from './pitches.ts';

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
/** Widest clearance that is looked for; what is usual is looked for first, since a wide one costs time. */
const USUAL_CLEARANCE = 40;
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
  rows < 2
    ? null
    : (solved((clearance) => marginsLeft(task, rows, scale, clearance), 0, USUAL_CLEARANCE, margin) ??
      solved((clearance) => marginsLeft(task, rows, scale, clearance), USUAL_CLEARANCE, WIDEST, margin));

/** The scale at which so many rows, their clearance growing with them, leave exactly this margin. `clearance` is that at the drawn size. */
export const evenScaleFor = (task: RowTask, rows: number, clearance: number, margin: number): RowAnswer | null =>
  solved((scale) => marginsLeft(task, rows, scale, clearance * scale), SMALLEST, LARGEST, margin);

/** Where the margin, which shrinks as the unknown grows, is as wanted: regula falsi in the Illinois way (Dowell & Jarratt 1971). */
function solved(
  answerAt: (unknown: number) => RowAnswer,
  least: number,
  most: number,
  margin: number,
): RowAnswer | null {
  let [low, high] = [least, most];
  let [over, under] = [answerAt(low).margin - margin, answerAt(high).margin - margin];
  if (over < -EXACT || under > EXACT) return null;
  for (let k = 0, side = 0; k < 200; k++) {
    const middle = over === under ? (low + high) / 2 : (low * under - high * over) / (under - over);
    const answer = answerAt(middle);
    const off = answer.margin - margin;
    if (Math.abs(off) <= EXACT) return answer;
    if (off > 0) {
      [low, over] = [middle, off];
      if (side === 1) under /= 2;
      side = 1;
    } else {
      [high, under] = [middle, off];
      if (side === -1) over /= 2;
      side = -1;
    }
  }
  return answerAt((low + high) / 2);
}
