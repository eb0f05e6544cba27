import { borderPatchId, SIDES } from '../cloth/border.ts';
import { outlineOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { cornerMean } from '../geometry/polygon.ts';
import { usableReach } from '../passes/frame-profile.ts';
import { borderBands, laidBorder, sideOfPart, solvedBorder } from '../plan/border-bands.ts';
import type { Plan } from '../plan/evaluate.ts';
import { pieceRef } from '../plan/piece-ref.ts';
import { piecesOfRecord } from '../plan/pieces.ts';
import { quiltOf } from '../plan/plan-document.ts';
import type { PlanProblem } from '../problems.ts';
import { tooSharp } from './too-sharp.ts';

/** More than this is seen: sides look unlike each other. */
const MUCH = 0.05;

/** What is wrong or risky about a border's set. */
export function checkBorder(plan: Plan, id: string): PlanProblem[] {
  const set = plan.records.borderSets[id];
  if (!set) return [];
  const { map, machine, loading } = quiltOf(plan.records);
  const whole = (rest: Pick<PlanProblem, 'code' | 'remedy'>): PlanProblem => ({
    subject: { kind: 'borderSet', id, side: null },
    severity: 'mend',
    at: clothPoint(map.size.width / 2, map.size.length / 2),
    amount: 1,
    ...rest,
  });
  const way = plan.get(solvedBorder, id);
  if (way === undefined) return [whole({ code: 'missingDesign', remedy: { kind: 'remove' } })];
  if (way === null) return [whole({ code: 'noBorderRoom', remedy: null })];
  const laid = plan.get(laidBorder, id) ?? [];
  if (!laid.some(({ lines }) => lines.length > 0))
    return [whole({ code: 'nothingToStitch', remedy: { kind: 'remove' } })];

  const middleOf = new Map(
    way.task.sides.map(({ strip: { side, length, depth, toCloth } }): [typeof side, ClothPoint] => [
      side,
      applyToPoint(toCloth, { x: length / 2, y: depth / 2 }),
    ]),
  );
  const at = (side: (typeof SIDES)[number]): ClothPoint => middleOf.get(side) ?? clothPoint(0, 0);
  const worked = way.counts.sides.filter(({ side }) => !set.without.includes(side));
  const stretched = worked.flatMap(({ side, stretch: amount }): PlanProblem[] => {
    if (Math.abs(amount) <= MUCH || set.stretch !== 'evenly') return [];
    return [
      {
        subject: { kind: 'borderSet', id, side },
        code: 'muchStretch',
        severity: 'know',
        at: at(side),
        amount,
        remedy: null,
      },
    ];
  });

  const deepest = borderBands(plan, id, loading)
    .map((band) => ({ ...band, amount: band.bottom - band.top - usableReach(machine.frame, band.top) }))
    .sort((a, b) => b.amount - a.amount)[0];
  const deep = (deepest && deepest.amount > 0 ? [deepest] : []).map(({ id: piece, amount }): PlanProblem => {
    const side = sideOfPart(pieceRef(piece)!.part);
    return {
      subject: { kind: 'borderSet', id, side },
      code: 'outOfReach',
      severity: 'mend',
      at: at(side),
      amount,
      remedy: null,
    };
  });

  const filled = filledSides(plan, set.border).filter(({ side }) => worked.some((one) => one.side === side));
  const over = filled.slice(0, 1).map(({ place }): PlanProblem => ({
    subject: { kind: 'borderSet', id, side: null },
    ...{ code: 'borderOverPatch', severity: 'know', at: place, amount: filled.length },
    remedy: { kind: 'leaveOutSides', sides: filled.map(({ side }) => side) },
  }));
  const sharp = plan.get(piecesOfRecord, { source: 'borderSets', record: id }).flatMap((piece) => piece.sharp);
  const blunt =
    sharp.length === 0
      ? []
      : [{ subject: { kind: 'borderSet', id, side: null }, ...tooSharp(sharp, set.stitch) } as const];
  return [...stretched, ...deep, ...over, ...blunt];
}

/** Sides of a border whose patch holds a design of its own. */
function filledSides({ records }: Plan, border: number) {
  const held = new Set(Object.values(records.placements).map(({ regionId }) => regionId));
  return SIDES.flatMap((side) => {
    const region = records.regions[borderPatchId(border, side)];
    if (!region || !held.has(region.id)) return [];
    return [{ side, place: cornerMean(outlineOf(region.shape)) }];
  });
}
