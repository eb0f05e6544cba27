import { evenGap, type WidestGaps, widestGaps } from './even-gap.ts';
import type { RowKinds } from './lay-rows.ts';
import { nestedPitches, type Pitches } from './pitches.ts';
import type { LastRow, RowNumber, RowNumbers, RowSchool, RowWish } from './row-set.ts';
import {
  clearanceFor,
  evenScaleFor,
  marginsLeft,
  type RowAnswer,
  rowsThatFit,
  type RowTask,
  scaleFor,
} from './solve-rows.ts';

/** A wish, and how the room below the last whole row is used: with another row there, margins need not be even. */
interface Wanted extends RowWish {
  readonly last: LastRow;
}

export interface RankedAnswer extends RowAnswer {
  /** Which number gave way to fit the others. */
  readonly gave: Exclude<RowNumber, 'rows'>;
  readonly gaps: WidestGaps;
}

/** Answers beyond these are no longer the same design, or lie in heaps. */
const SCALES = { least: 0.6, most: 1.7 };
/** As many as can be compared at a glance. */
const MOST_ANSWERS = 6;

/** Rows as boxes of pitches, at the drawn size; pitches are worked out once a clearance. */
export function rowTask({ first, second, height }: RowKinds, length: number): RowTask {
  const known = new Map<number, Pitches>();
  const pitches = (clearance: number): Pitches => {
    const found = known.get(clearance) ?? nestedPitches(first, second, clearance);
    known.set(clearance, found);
    return found;
  };
  return { length, height, pitches };
}

/** Three to six sensible ways to fill the length, those that keep what matters first. `kinds` are at the drawn size. */
export function rankedAnswers(kinds: RowKinds, length: number, wish: Wanted): RankedAnswer[] {
  const task = rowTask(kinds, length);
  const even = wish.matters === 'even' ? evenGap(kinds.first, kinds.second) : null;
  const pool = (wish.last === 'whole' ? candidates : fromTheTop)(task, wish, even).filter(
    ({ answer }) =>
      answer.scale >= SCALES.least && answer.scale <= SCALES.most && answer.margin > -answer.scale * kinds.height,
  );
  const gapsOf = ({ clearance, scale }: RowAnswer): WidestGaps => scaledGaps(kinds, clearance / scale, scale);
  const ranked = pool
    .map((one) => ({ ...one, cost: costOf(one.answer, wish, even, gapsOf) }))
    .sort((a, b) => a.cost - b.cost || a.answer.rows - b.answer.rows);
  const chosen: Candidate[] = [];
  for (const one of ranked) {
    if (chosen.length < MOST_ANSWERS && !chosen.some((other) => alike(one.answer, other.answer))) chosen.push(one);
  }
  return chosen.map(({ answer, gave }) => ({ ...answer, gave, gaps: gapsOf(answer) }));
}

const scaledGaps = (kinds: RowKinds, clearance: number, scale: number): WidestGaps => {
  const { within, between } = widestGaps(kinds.first, kinds.second, clearance);
  return { within: scale * within, between: scale * between };
};

const alike = (a: RowAnswer, b: RowAnswer): boolean =>
  a.rows === b.rows &&
  Math.abs(a.scale - b.scale) < 0.002 &&
  Math.abs(a.clearance - b.clearance) < 0.4 &&
  Math.abs(a.margin - b.margin) < 0.8;

interface Candidate {
  readonly answer: RowAnswer;
  readonly gave: RankedAnswer['gave'];
}

function candidates(task: RowTask, wish: Wanted, even: number | null): Candidate[] {
  const { matters, margin } = wish;
  const clearance = even ?? wish.clearance;
  const usual = rowsThatFit(task, 1, clearance, margin)?.rows ?? 1;
  const counts = [-2, -1, 0, 1, 2, 3].map((more) => usual + more).filter((rows) => rows >= 1);
  const out: Candidate[] = [];
  const add = (answer: RowAnswer | null, gave: Candidate['gave']): void => {
    if (answer) out.push({ answer, gave });
  };
  for (const rows of counts) {
    const asDrawn = marginsLeft(task, rows, 1, clearance);
    const fits = asDrawn.margin >= 0 && asDrawn.margin < task.height + clearance;
    if (matters !== 'margins' && fits) add(asDrawn, 'margin');
    if (matters !== 'clearance' && matters !== 'even') add(clearanceFor(task, rows, 1, margin), 'clearance');
    if (matters === 'even' && even !== null) add(evenScaleFor(task, rows, even, margin), 'height');
    else if (matters !== 'height') add(scaleFor(task, rows, clearance, margin), 'height');
  }
  return out;
}

/** Sizes and clearances that are tried, in parts of what is liked, while another row takes up what is left. */
const TRIED = [1, 0.95, 1.05, 0.9, 1.1, 0.8, 1.25];

/** As many whole rows from the top as there is room for, with another one below them. */
function fromTheTop(task: RowTask, wish: Wanted, even: number | null): Candidate[] {
  const liked = even ?? wish.clearance;
  const filled = (scale: number, clearance: number, gave: Candidate['gave']): Candidate[] => {
    const answer = wholeRows(task, { scale, clearance, margin: wish.margin }, wish.last);
    return answer ? [{ answer: { ...answer, margin: wish.margin }, gave }] : [];
  };
  return TRIED.flatMap((part) => [
    ...(wish.matters === 'height' ? [] : filled(part, even === null ? liked : liked * part, 'height')),
    ...(wish.matters === 'clearance' || wish.matters === 'even' ? [] : filled(1, liked * part, 'clearance')),
  ]);
}

/** The whole rows above one that is cut at the lower edge, or squeezed to leave the margin there too. */
const wholeRows = (
  task: RowTask,
  { scale, clearance, margin }: Pick<RowNumbers, 'scale' | 'clearance' | 'margin'>,
  last: LastRow,
): RowAnswer | null => rowsThatFit(task, scale, clearance, bothMargins(margin, last));

/** Half of what margins take together. */
const bothMargins = (margin: number, last: LastRow): number => (last === 'cut' ? margin / 2 : margin);

/** How bad an answer is: each thing in parts that are about as bad as each other, what matters most weighing most. */
function costOf(
  answer: RowAnswer,
  wish: Wanted,
  even: number | null,
  gapsOf: (answer: RowAnswer) => WidestGaps,
): number {
  const weight = (school: RowSchool): number => (wish.matters === school ? 6 : 1);
  const size = Math.abs(Math.log(answer.scale)) / 0.05;
  const wanted = even === null ? wish.clearance : even * answer.scale;
  const clearance = Math.abs(Math.log((answer.clearance + 3) / (wanted + 3))) / 0.3;
  const margin = Math.abs(answer.margin - wish.margin) / 20;
  const whole = wish.matters === 'rows' ? 2 : 0;
  const cost = (1 + whole / 2) * weight('height') * size + weight('clearance') * clearance;
  return cost + (weight('margins') + whole) * margin + (wish.matters === 'even' ? 6 * unevenness(gapsOf(answer)) : 0);
}

const unevenness = ({ within, between }: WidestGaps): number =>
  within === 0 || between === 0 ? 0 : Math.abs(Math.log(between / within)) / 0.3;

/** Which numbers give way when one is pulled, in the order they are tried. */
const GIVES: Readonly<Record<RowNumber, readonly RowNumber[]>> = {
  rows: ['clearance', 'height', 'margin'],
  height: ['clearance', 'margin', 'rows'],
  clearance: ['margin', 'height', 'rows'],
  margin: ['clearance', 'height'],
};

/** A number pulled by hand and what the others become; null when those that aren't pinned can't make up for it. */
export function pullNumber(
  task: RowTask,
  now: RowNumbers,
  pulled: RowNumber,
  value: number,
  { pins, last }: { readonly pins: readonly RowNumber[]; readonly last: LastRow },
): RowNumbers | null {
  const wanted = { ...now, [pulled === 'height' ? 'scale' : pulled]: value };
  if (last !== 'whole') return pulledFromTop(task, wanted, pulled, pins, last);
  for (const giving of GIVES[pulled]) {
    if (pins.includes(giving) || (giving === 'rows' && pins.includes('margin'))) continue;
    const answer = givingWay(task, wanted, giving);
    const heaped = answer !== null && answer.margin < -answer.scale * task.height;
    const overEdge = giving === 'margin' && answer !== null && answer.margin < 0 && now.margin >= 0;
    if (answer && !heaped && !overEdge)
      return { rows: answer.rows, scale: answer.scale, clearance: answer.clearance, margin: answer.margin };
  }
  return null;
}

/** With another row below, only the upper margin is kept: as many whole rows as there is room for, or those asked for, right down to the edge. */
function pulledFromTop(
  task: RowTask,
  wanted: RowNumbers,
  pulled: RowNumber,
  pins: readonly RowNumber[],
  last: LastRow,
): RowNumbers | null {
  const { rows, scale, clearance, margin } = wanted;
  const margins = bothMargins(margin, last);
  if (pulled !== 'rows' && !pins.includes('rows')) {
    const fitting = wholeRows(task, wanted, last);
    return fitting && { ...wanted, rows: fitting.rows };
  }
  const answer =
    (pins.includes('clearance') || pulled === 'clearance' ? null : clearanceFor(task, rows, scale, margins)) ??
    (pins.includes('height') || pulled === 'height' ? null : scaleFor(task, rows, clearance, margins));
  return answer && { ...wanted, scale: answer.scale, clearance: answer.clearance };
}

function givingWay(task: RowTask, { rows, scale, clearance, margin }: RowNumbers, giving: RowNumber): RowAnswer | null {
  switch (giving) {
    case 'margin':
      return marginsLeft(task, rows, scale, clearance);
    case 'clearance':
      return clearanceFor(task, rows, scale, margin);
    case 'height':
      return scaleFor(task, rows, clearance, margin);
    case 'rows':
      return rowsThatFit(task, scale, clearance, Math.min(margin, 0));
  }
}

/** Bounds of what most people like between lines, mm: a quarter of an inch, and three quarters. */
const LIKED = { least: 6.35, most: 19.05 };

/** The clearance to start from: what makes the rows even, within what is usually liked; half an inch when the design can't tell. */
export function usualClearance(kinds: RowKinds): number {
  const even = evenGap(kinds.first, kinds.second);
  return even === null ? 12.7 : Math.min(LIKED.most, Math.max(LIKED.least, even));
}
