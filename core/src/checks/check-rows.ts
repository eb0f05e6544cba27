import { outlineOf } from '../cloth/shape.ts';
import type { Batting } from '../cloth/batting.ts';
import type { Density } from '../density/density.ts';
import { applyToPoint, inverse } from '../geometry/affine.ts';
import { bedPoint, type ClothPoint, clothPoint } from '../geometry/point.ts';
import { cornerMean, ringBounds } from '../geometry/polygon.ts';
import { usableReach } from '../passes/frame-profile.ts';
import type { Plan } from '../plan/evaluate.ts';
import { piecesOfRecord } from '../plan/pieces.ts';
import { quiltOf } from '../plan/plan-document.ts';
import type { ResolvedRow, ResolvedRows } from '../plan/resolve-rows.ts';
import { resolvedRows } from '../plan/row-pieces.ts';
import type { PlanProblem } from '../problems.ts';
import { ROW_CLEARANCE } from '../tolerances.ts';
import { maskedFaults } from './masked-faults.ts';
import { tooSharp } from './too-sharp.ts';

/** What is wrong or risky about a set of rows. */
export function checkRows(plan: Plan, id: string): PlanProblem[] {
  const set = plan.records.rowSets[id];
  if (!set) return [];
  const { map, machine } = quiltOf(plan.records);
  const about = (row: number | null) => ({ kind: 'rowSet', id, row }) as const;
  const whole = (rest: Pick<PlanProblem, 'code' | 'remedy'>): PlanProblem => ({
    subject: about(null),
    severity: 'mend',
    at: clothPoint(map.size.width / 2, map.size.length / 2),
    amount: 1,
    ...rest,
  });
  const resolved = plan.get(resolvedRows, id);
  if (resolved === undefined) return [whole({ code: 'missingDesign', remedy: { kind: 'remove' } })];
  if (resolved === null) return [whole({ code: 'cannotRepeat', remedy: { kind: 'bridge' } })];
  const { rows, placed } = resolved;
  if (resolved.totals.stitches === 0) return [whole({ code: 'nothingToStitch', remedy: { kind: 'remove' } })];
  const placeOf = (row: ResolvedRow): ClothPoint =>
    applyToPoint(placed.toCloth, bedPoint(placed.bed.width / 2, row.top + row.height / 2));
  const problems: PlanProblem[] = [];
  rows.forEach((row, i) => {
    const { clearance } = row;
    const byHand = [row, rows[i - 1]].find((one) => one?.odd === 'moved');
    const reset = byHand ? ({ kind: 'resetRow', row: byHand.row } as const) : null;
    const own = { subject: about(row.row), at: placeOf(row) };
    if (row.pass === null) {
      problems.push({ ...own, code: 'nothingToStitch', severity: 'mend', amount: 1, remedy: reset });
      return;
    }
    if (clearance !== null && clearance < -ROW_CLEARANCE)
      problems.push({ ...own, code: 'rowsOverlap', severity: 'mend', amount: -clearance, remedy: reset });
    else if (clearance !== null && clearance < set.numbers.clearance - ROW_CLEARANCE)
      problems.push({ ...own, code: 'rowsNear', severity: 'know', amount: clearance, remedy: reset });
    const over = Math.max(-row.top, row.odd === 'cut' ? 0 : row.top + row.height - placed.bed.length);
    if (over > ROW_CLEARANCE && !placed.bed.stops)
      problems.push({ ...own, code: 'overEdge', severity: 'know', amount: over, remedy: reset });
    const deep = row.height * placed.loose - usableReach(machine.frame, (placed.top + row.top) * placed.loose);
    if (deep > 0) problems.push({ ...own, code: 'outOfReach', severity: 'mend', amount: deep, remedy: null });
  });
  const filled = Object.values(plan.records.placements).flatMap(({ regionId }) => plan.records.regions[regionId] ?? []);
  const under = filled.filter(
    ({ id: regionId, shape }) => !set.area.leaveOut.includes(regionId) && isCrossed(outlineOf(shape), resolved),
  );
  if (under[0]) {
    const regionIds = under.map((region) => region.id);
    const at = cornerMean(outlineOf(under[0].shape));
    const remedy = { kind: 'leaveOut', regionIds } as const;
    problems.push({ subject: about(null), code: 'rowsOverPatch', severity: 'know', at, amount: under.length, remedy });
  }
  const pieces = plan.get(piecesOfRecord, { source: 'rowSets', record: id });
  const sharp = pieces.flatMap((piece) => piece.sharp);
  if (sharp.length > 0) problems.push({ subject: about(null), ...tooSharp(sharp, set.stitch) });
  for (const fault of maskedFaults(plan, pieces, set.mask)) problems.push({ subject: about(null), ...fault });
  return problems;
}

/** Rows lie over a patch, as far as their boxes tell. */
function isCrossed(ring: readonly ClothPoint[], { rows, placed }: ResolvedRows): boolean {
  const back = inverse(placed.toCloth);
  const box = ringBounds(ring.map((p) => applyToPoint(back, p)));
  const beside = placed.bed.stops && (box.minX >= placed.bed.width || box.maxX <= 0);
  return !beside && rows.some((row) => row.top < box.maxY && row.top + row.height > box.minY);
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
