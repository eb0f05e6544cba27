import type { Density } from '../density/density.ts';
import { applyToPoint } from '../geometry/affine.ts';
import type { ClothPoint } from '../geometry/point.ts';
import type { FrameProfile } from '../passes/frame-profile.ts';
import type { ResolvedRow, ResolvedRows } from '../plan/resolve-rows.ts';
import type { RowSetRecord } from '../plan/records.ts';
import type { Batting } from '../cloth/batting.ts';
import type { PlanProblem } from '../problems.ts';
import { ROW_CLEARANCE } from '../tolerances.ts';
import { tooSharp } from './too-sharp.ts';

/** What is wrong or risky about a set of rows. `resolved` is null when they can't be laid, undefined when the design is missing. */
export function checkRows(
  set: RowSetRecord,
  resolved: ResolvedRows | null | undefined,
  middle: ClothPoint,
  frame: FrameProfile,
): PlanProblem[] {
  const about = (row: number | null) => ({ kind: 'rowSet', id: set.id, row }) as const;
  const whole = (rest: Pick<PlanProblem, 'code' | 'remedy'> & Partial<PlanProblem>): PlanProblem => ({
    subject: about(null),
    severity: 'mend',
    at: middle,
    amount: 1,
    ...rest,
  });
  if (resolved === undefined) return [whole({ code: 'missingDesign', remedy: { kind: 'remove' } })];
  if (resolved === null) return [whole({ code: 'cannotRepeat', remedy: { kind: 'bridge' } })];
  const { rows, placed, runs } = resolved;
  if (resolved.totals.stitches === 0) return [whole({ code: 'nothingToStitch', remedy: { kind: 'remove' } })];
  const placeOf = (row: ResolvedRow): ClothPoint =>
    applyToPoint(placed.toCloth, { x: placed.bed.width / 2, y: row.top + row.height / 2 });
  const problems: PlanProblem[] = [];
  rows.forEach((row, i) => {
    const { clearance } = row;
    const byHand = [row, rows[i - 1]].find((one) => one?.odd === 'moved');
    const reset = byHand ? ({ kind: 'resetRow', row: byHand.row } as const) : null;
    const own = { subject: about(row.row), at: placeOf(row) };
    if (clearance !== null && clearance < -ROW_CLEARANCE)
      problems.push({ ...own, code: 'rowsOverlap', severity: 'mend', amount: -clearance, remedy: reset });
    else if (clearance !== null && clearance < set.numbers.clearance - ROW_CLEARANCE)
      problems.push({ ...own, code: 'rowsNear', severity: 'know', amount: clearance, remedy: reset });
    const over = Math.max(-row.top, row.odd === 'cut' ? 0 : row.top + row.height - placed.bed.length);
    if (over > ROW_CLEARANCE && !placed.bed.stops)
      problems.push({ ...own, code: 'overEdge', severity: 'know', amount: over, remedy: reset });
    const deep = row.height / (1 - placed.drawnIn / (placed.bed.length + placed.drawnIn)) - frame.reach;
    if (deep > 0) problems.push({ ...own, code: 'outOfReach', severity: 'mend', amount: deep, remedy: null });
  });
  const sharp = runs.flatMap((run) => run.sharp);
  if (sharp.length > 0) problems.push({ subject: about(null), ...tooSharp(sharp, set.stitch) });
  return problems;
}

/** A gap wider than the batting's maker allows, so that the batting may shift or tear there. */
export function checkDensity(setId: string, density: Density, batting: Batting): PlanProblem[] {
  const { centre, diameter } = density.widest;
  return diameter <= batting.widestGap
    ? []
    : [
        {
          subject: { kind: 'rowSet', id: setId, row: null },
          code: 'wideGap',
          severity: 'mend',
          at: centre,
          amount: diameter,
          remedy: null,
        },
      ];
}
