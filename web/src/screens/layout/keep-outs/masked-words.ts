import {
  counted,
  formatDuration,
  formatLength,
  type JoinsBy,
  type LengthStyle,
  type PlanRecords,
  type Totals,
  trimmed,
} from '@gorse/core';
import type { ShownPiece, ShownRecord } from '../../../planning-worker/shown.ts';

export const JOIN_NAMES: Readonly<Record<JoinsBy, string>> = {
  fewest: 'Fewest cuts',
  leastDoubled: 'Least doubled',
  edge: 'Along the edge',
  stitched: 'Over stitched',
  near: 'Straight, if near',
};

export const JOIN_WORDS: Readonly<Record<JoinsBy, string>> = {
  fewest: 'Along edges, and back over stitched lines where that is shorter.',
  leastDoubled: 'As few cuts, but as little as possible is stitched twice.',
  edge: 'Along the clearance edge only; a line that ends elsewhere stays cut.',
  stitched: 'Back over stitched lines only: nothing shows along the edge.',
  near: 'Straight to an end that lies near, never across what is kept out.',
};

/** What keep-outs did to all pieces of a record, together. */
export interface MaskedSum {
  readonly runs: number;
  readonly bound: number;
  readonly pieces: number;
  readonly saved: number;
  readonly added: number;
  readonly doubled: number;
  readonly crumbs: number;
  readonly enclosed: number;
}

type Masked = NonNullable<ShownPiece['masked']>;

/** What was cut, joined or left out; not what only came near. */
export const maskedOf = ({ pieces }: Pick<ShownRecord, 'pieces'>): Masked[] =>
  pieces.flatMap(({ masked }) => (masked && isChanged(masked) ? masked : []));

const isChanged = ({ pieces, lines, added, crumbs, enclosed }: Masked): boolean =>
  pieces !== lines || added > 0 || crumbs.length > 0 || enclosed.length > 0;

/** Null where nothing was cut. */
export function maskedSum(shown: Pick<ShownRecord, 'pieces'> | undefined): MaskedSum | null {
  const all = shown ? maskedOf(shown) : [];
  if (all.length === 0) return null;
  const sum = (of: (one: (typeof all)[number]) => number): number => all.reduce((total, one) => total + of(one), 0);
  return {
    runs: sum(({ runs }) => runs),
    bound: sum(({ bound }) => bound),
    pieces: sum(({ pieces }) => pieces),
    saved: sum(({ pieces, runs }) => Math.max(0, pieces - runs)),
    added: sum(({ added }) => added),
    doubled: sum(({ doubled }) => doubled),
    crumbs: sum(({ crumbs }) => crumbs.length),
    enclosed: sum(({ enclosed }) => enclosed.length),
  };
}

/** A stage's line. */
export function maskedLine(keepOuts: PlanRecords['keepOuts'], sum: MaskedSum | null): string {
  if (sum)
    return `${counted(sum.runs, 'run')} · ${sum.saved === 0 ? 'no cut saved' : `${counted(sum.saved, 'cut')} saved`}`;
  const on = Object.values(keepOuts).filter((one) => one.on).length;
  return on === 0 ? 'nothing is kept out' : 'nothing is cut';
}

/** What was done, in sentences. */
export function maskedWords(sum: MaskedSum, style: LengthStyle): string[] {
  const { runs, bound, pieces, added, doubled, crumbs, enclosed } = sum;
  return [
    `Cut into ${counted(pieces, 'piece')}, joined in ${counted(runs, 'run')}${runs === bound ? ': no fewer can be had this way' : ''}.`,
    `${formatLength(added, style)} added to join them${doubled > 0 ? `, ${formatLength(doubled, style)} stitched over again` : ''}.`,
    ...(crumbs > 0 ? [`${counted(crumbs, 'crumb')} left out (dotted).`] : []),
    ...(enclosed > 0 ? [`${counted(enclosed, 'enclosed piece')} left out (dotted).`] : []),
  ];
}

/** What joining saves, beside what it would take with all cuts. */
export const savedWords = (before: Totals, after: Totals): string =>
  `Joined: ${takes(after)}. Unjoined: ${takes(before)}, and each cut is trimmed and tied by hand.`;

const takes = ({ cuts, seconds, thread }: Totals): string =>
  `${cuts === 0 ? 'no cuts' : counted(cuts, 'cut')}, ${formatDuration(seconds)}, ${trimmed(thread / 1000, 1)} m of thread`;
