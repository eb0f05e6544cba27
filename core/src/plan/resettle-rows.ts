import { NO_EXCEPTION, type RowException } from '../rows/row-set.ts';
import type { ResolvedRow, ResolvedRows } from './resolve-rows.ts';
import type { RowSetRecord } from './records.ts';

/**
 * What becomes of a draw-in that isn't as planned. Rows that follow the cloth keep their share of it. With the spacing kept as planned, the
 * bottom margin takes the difference; or it is spread over the rows that are left, or put before the last two.
 */
export const RESETTLING = ['follow', 'margin', 'spread', 'lastTwo'] as const;
export type Resettling = (typeof RESETTLING)[number];

/** The rows that are left, laid by what the quilt has shown so far. Lengths as they will measure on the finished quilt, mm. */
export interface Resettled {
  readonly exceptions: readonly RowException[];
  /** Of each row that is left: how far it moves down, and the box gap above it, before and after. */
  readonly rows: readonly {
    readonly row: number;
    readonly down: number;
    readonly gap: number;
    readonly gapAfter: number;
  }[];
  /** Below the last row. */
  readonly margin: number;
}

/**
 * Lays the rows below the last stitched one anew; stitched rows stay. Only up and down: a row never slips sideways. Null when no row is
 * stitched or none is left.
 * @param stitched numbers of the rows that are stitched, from 0
 * @param left what the cloth below the last stitched row will measure when finished, mm
 */
export function resettleRows(
  set: RowSetRecord,
  { rows, placed }: Pick<ResolvedRows, 'rows' | 'placed'>,
  stitched: ReadonlySet<number>,
  left: number,
  school: Resettling,
): Resettled | null {
  const last = rows.findLast((row) => stitched.has(row.row));
  const open = last ? rows.filter((row) => row.row > last.row) : [];
  const lowest = open.at(-1);
  if (!last || !lowest) return null;
  const from = bottomOf(last);
  const planned = placed.bed.length - from;
  const lost = left - planned;
  const shareOf = (i: number): number => {
    if (school === 'spread') return (i + 1) / open.length;
    if (school === 'lastTwo') return Math.max(0, i - open.length + 3) / Math.min(2, open.length);
    return 0;
  };
  // A finished length of what is left, in millimetres of the bed as it was planned.
  const toBed = school === 'follow' ? 1 : planned / left;
  const moved = open.map((row, i) => {
    const top = from + (row.top - from + Math.min(1, shareOf(i)) * lost) * toBed;
    return { row: row.row, down: top - row.top, top, height: row.height, gap: row.top };
  });
  const finished = left / planned;
  const bottom = moved.at(-1)!.top + lowest.height;
  return {
    exceptions: exceptionsOf(set, moved, school === 'follow'),
    rows: moved.map((one, i) => {
      const above = i === 0 ? last : open[i - 1]!;
      const aboveAfter = i === 0 ? from : moved[i - 1]!.top + above.height;
      return {
        row: one.row,
        down: one.down * finished,
        gap: one.gap - bottomOf(above),
        gapAfter: (one.top - aboveAfter) * finished,
      };
    }),
    margin: (placed.bed.length - bottom) * finished,
  };
}

const bottomOf = (row: ResolvedRow): number => row.top + row.height;

function exceptionsOf(
  set: RowSetRecord,
  moved: readonly { readonly row: number; readonly down: number }[],
  asIs: boolean,
): RowException[] {
  if (asIs) return [...set.exceptions];
  const others = set.exceptions.filter((one) => !moved.some(({ row }) => row === one.row));
  const own = moved.map(({ row, down }): RowException => {
    const known = set.exceptions.find((one) => one.row === row) ?? { row, ...NO_EXCEPTION };
    return { ...known, down: known.down + down };
  });
  return [...others, ...own].sort((a, b) => a.row - b.row);
}
