import type { BorderWay } from '../borders/answers.ts';
import { spanPatchIds, type Side, SIDES } from '../cloth/border.ts';
import { outlineOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { cornerMean } from '../geometry/polygon.ts';
import { usableReach } from '../passes/frame-profile.ts';
import { borderBands, laidBorder, sideOfPart, solvedBorder } from '../plan/border-bands.ts';
import type { Plan } from '../plan/evaluate.ts';
import { allBands } from '../plan/piece-band.ts';
import { pieceRef } from '../plan/piece-ref.ts';
import { piecesOfRecord } from '../plan/pieces.ts';
import { quiltOf } from '../plan/plan-document.ts';
import type { BorderSetRecord } from '../plan/records.ts';
import type { PlanProblem } from '../problems.ts';
import { tooSharp } from './too-sharp.ts';

/** More than this is seen: sides look unlike each other. */
const MUCH = 0.05;

/** What is wrong or risky about a border's set. */
export function checkBorder(plan: Plan, id: string): PlanProblem[] {
  const set = plan.records.borderSets[id];
  if (!set) return [];
  const { size } = quiltOf(plan.records).map;
  const about = { subject: { kind: 'borderSet', id, side: null }, amount: 1 } as const;
  const whole = { ...about, severity: 'mend', at: clothPoint(size.width / 2, size.length / 2) } as const;
  const way = plan.get(solvedBorder, id);
  if (way === undefined) return [{ ...whole, code: 'missingDesign', remedy: { kind: 'remove' } }];
  if (way === null) return [{ ...whole, code: 'noBorderRoom', remedy: null }];
  if (!plan.get(laidBorder, id)?.some(({ lines }) => lines.length > 0))
    return [{ ...whole, code: 'nothingToStitch', remedy: { kind: 'remove' } }];
  const sharp = plan.get(piecesOfRecord, { source: 'borderSets', record: id }).flatMap((piece) => piece.sharp);
  return [
    ...muchStretched(set, way),
    ...tooDeep(plan, id, way),
    ...overPatches(plan, set),
    ...(sharp.length > 0 ? [{ ...about, ...tooSharp(sharp, set.stitch) }] : []),
  ];
}

/** The middle of a side. */
function middleOf({ task }: BorderWay, side: Side): ClothPoint {
  const { length, depth, toCloth } = task.sides.find(({ strip }) => strip.side === side)!.strip;
  return applyToPoint(toCloth, { x: length / 2, y: depth / 2 });
}

const muchStretched = ({ id, stretch, without }: BorderSetRecord, way: BorderWay): PlanProblem[] =>
  way.counts.sides
    .filter((one) => stretch === 'evenly' && !without.includes(one.side) && Math.abs(one.stretch) > MUCH)
    .map(({ side, stretch: amount }) => ({
      ...{ subject: { kind: 'borderSet', id, side }, code: 'muchStretch', severity: 'know' },
      ...{ at: middleOf(way, side), amount, remedy: null },
    }));

/** The repeat that is farthest beyond what a pass can hold. */
function tooDeep(plan: Plan, id: string, way: BorderWay): PlanProblem[] {
  const { machine, loading } = quiltOf(plan.records);
  const [deepest] = allBands(borderBands(plan, id, loading))
    .map((band) => ({ piece: band.id, amount: band.bottom - band.top - usableReach(machine.frame, band.top) }))
    .sort((a, b) => b.amount - a.amount);
  if (!deepest || deepest.amount <= 0) return [];
  const side = sideOfPart(pieceRef(deepest.piece)!.part);
  return [
    {
      ...{ subject: { kind: 'borderSet', id, side }, code: 'outOfReach', severity: 'mend' },
      ...{ at: middleOf(way, side), amount: deepest.amount, remedy: null },
    },
  ];
}

/** Sides whose patch holds a design of its own. */
function overPatches({ records }: Plan, { id, without, ...span }: BorderSetRecord): PlanProblem[] {
  const held = new Set(Object.values(records.placements).map(({ regionId }) => regionId));
  const filled = SIDES.flatMap((side) => {
    if (without.includes(side)) return [];
    const region = records.regions[spanPatchIds(span, side).find((one) => held.has(one)) ?? ''];
    return region ? [{ side, region }] : [];
  });
  if (!filled[0]) return [];
  return [
    {
      ...{ subject: { kind: 'borderSet', id, side: null }, code: 'borderOverPatch', severity: 'know' },
      ...{ at: cornerMean(outlineOf(filled[0].region.shape)), amount: filled.length },
      remedy: { kind: 'leaveOutSides', sides: filled.map(({ side }) => side) },
    },
  ];
}
