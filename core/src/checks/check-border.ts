import type { BorderWay } from '../borders/answers.ts';
import type { Strip } from '../borders/strips.ts';
import { outlineOf } from '../cloth/shape.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { cornerMean } from '../geometry/polygon.ts';
import { usableReach } from '../passes/frame-profile.ts';
import { borderBands, laidBorder, solvedBorder, stripOfPart } from '../plan/border-bands.ts';
import type { Plan } from '../plan/evaluate.ts';
import { allBands } from '../plan/piece-band.ts';
import { pieceRef } from '../plan/piece-ref.ts';
import { piecesOfRecord } from '../plan/pieces.ts';
import { quiltOf } from '../plan/plan-document.ts';
import type { BorderSetRecord } from '../plan/records.ts';
import { stripPatches } from '../plan/strip-names.ts';
import type { PlanProblem } from '../problems.ts';
import { OUTSIDE_REGION } from '../tolerances.ts';
import { farthestOutside } from './farthest-outside.ts';
import { maskedFaults } from './masked-faults.ts';
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
  const pieces = plan.get(piecesOfRecord, { source: 'borderSets', record: id });
  const sharp = pieces.flatMap((piece) => piece.sharp);
  return [
    ...muchStretched(set, way),
    ...tooDeep(plan, id, way),
    ...overPatches(plan, set),
    ...outsideTriangles(plan, set, way),
    ...(sharp.length > 0 ? [{ ...about, ...tooSharp(sharp, set.stitch) }] : []),
    ...maskedFaults(plan, pieces, set.mask).map((fault) => ({ ...about, ...fault })),
  ];
}

const middleOf = ({ length, depth, toCloth }: Strip): ClothPoint =>
  applyToPoint(toCloth, { x: length / 2, y: depth / 2 });

const muchStretched = ({ id, stretch, without }: BorderSetRecord, way: BorderWay): PlanProblem[] =>
  way.counts.sides.flatMap(({ side, stretch: amount }): PlanProblem[] => {
    // One of those that share the count.
    const found = way.task.sides.find(({ strip }) => strip.countOf === side && !without.includes(strip.id));
    if (!found || stretch !== 'evenly' || Math.abs(amount) <= MUCH) return [];
    const subject = { kind: 'borderSet', id, side: found.strip.id } as const;
    return [{ subject, code: 'muchStretch', severity: 'know', at: middleOf(found.strip), amount, remedy: null }];
  });

/** The repeat that is farthest beyond what a pass can hold. */
function tooDeep(plan: Plan, id: string, way: BorderWay): PlanProblem[] {
  const { machine, loading } = quiltOf(plan.records);
  const [deepest] = allBands(borderBands(plan, id, loading))
    .map((band) => ({ piece: band.id, amount: band.bottom - band.top - usableReach(machine.frame, band.top) }))
    .sort((a, b) => b.amount - a.amount);
  if (!deepest || deepest.amount <= 0) return [];
  const number = stripOfPart(pieceRef(deepest.piece)!.part);
  const { strip } = way.task.sides.find((one) => one.strip.number === number)!;
  return [
    {
      ...{ subject: { kind: 'borderSet', id, side: strip.id }, code: 'outOfReach', severity: 'mend' },
      ...{ at: middleOf(strip), amount: deepest.amount, remedy: null },
    },
  ];
}

/** Where triangles are worked, the row whose stitches lie farthest outside of them. */
function outsideTriangles(plan: Plan, set: BorderSetRecord, { task }: BorderWay): PlanProblem[] {
  if (task.sides.every(({ strip }) => strip.cells === null)) return [];
  const pieces = plan.get(piecesOfRecord, { source: 'borderSets', record: set.id });
  const rows = stripPatches(plan.records, set).flatMap(({ on, patches }, number) => {
    const rings = patches.flatMap((id) => {
      const region = plan.records.regions[id];
      return region ? [outlineOf(region.shape)] : [];
    });
    const found = farthestOutside(
      rings,
      pieces.filter(({ ref }) => stripOfPart(ref.part) === number),
    );
    return found && found.distance > OUTSIDE_REGION ? [{ on, ...found }] : [];
  });
  const [worst] = rows.sort((a, b) => b.distance - a.distance);
  if (!worst) return [];
  const subject = { kind: 'borderSet', id: set.id, side: worst.on } as const;
  return [{ subject, code: 'outsideRegion', severity: 'mend', at: worst.at, amount: worst.distance, remedy: null }];
}

/** Sides whose patch holds a design of its own. */
function overPatches({ records }: Plan, set: BorderSetRecord): PlanProblem[] {
  const { id, without } = set;
  const held = new Set(Object.values(records.placements).map(({ regionId }) => regionId));
  const filled = stripPatches(records, set).flatMap(({ on, patches }) => {
    if (without.includes(on)) return [];
    const region = records.regions[patches.find((one) => held.has(one)) ?? ''];
    return region ? [{ on, region }] : [];
  });
  if (!filled[0]) return [];
  return [
    {
      ...{ subject: { kind: 'borderSet', id, side: null }, code: 'borderOverPatch', severity: 'know' },
      ...{ at: cornerMean(outlineOf(filled[0].region.shape)), amount: filled.length },
      remedy: { kind: 'leaveOutSides', sides: filled.map(({ on }) => on) },
    },
  ];
}
