import type { BorderElement } from '../borders/lay-border.ts';
import { inOneGo } from '../geometry/in-one-go.ts';
import { distance } from '../geometry/point.ts';
import { pointOf } from '../geometry/polyline.ts';
import type { Mask } from '../mask/mask.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import { passesOf } from './bands.ts';
import { borderBands, elementRef, laidBorder, waitingSides } from './border-bands.ts';
import type { Plan } from './evaluate.ts';
import { maskLaid } from './mask-laid.ts';
import { maskFor } from './masks.ts';
import { plannedSeams, type SeamsFor } from './seam-lines.ts';
import { type Piece, pieceOverTop } from './piece.ts';
import { allBands } from './piece-band.ts';
import { pieceId } from './piece-ref.ts';
import { AS_LAID } from './pipeline.ts';
import { quiltOf } from './plan-document.ts';
import { rowPasses } from './resolve-rows.ts';
import { sewingOf, stitchStrokes } from './stitch-strokes.ts';
import { stripNames } from './strip-names.ts';
import { type Stroke, strokesOfDesign } from './stroke.ts';

/** A border set is a piece for each side, or for each stretch of one that is stitched in one pass; where lines go on round a corner they are one. */
export const borderPieces = (plan: Plan, id: string): Piece[] =>
  borderPiecesKept(plan, id, maskFor(plan, { source: 'borderSets', record: id }), plannedSeams);

/** The same by another mask than is planned, and seams that lie otherwise. */
export function borderPiecesKept(plan: Plan, id: string, mask: Mask | null, seamsFor: SeamsFor): Piece[] {
  const set = plan.records.borderSets[id];
  const elements = plan.get(laidBorder, id);
  if (!set || !elements) return [];
  const quilt = quiltOf(plan.records);
  const bands = allBands(borderBands(plan, id, quilt.loading));
  const waiting = waitingSides(set, quilt.loading);
  const name = stripNames(plan.records, set);
  const about = { within: null, seams: mask && seamsFor(plan, set.mask) };
  return groupsOf(id, elements, rowPasses(bands, plan.get(passesOf, null))).map((group) => {
    const { laid, result } = maskLaid({ strokes: strokesOfGroup(group), toCloth: AS_LAID }, mask, set.mask, about);
    return pieceOverTop(
      {
        laid,
        masked: result,
        ref: elementRef(id, group[0]!),
        name: nameOf(group, elements, name),
        designId: set.designId,
        rule: set.stitch,
        isRow: false,
        turned: waiting.includes(group[0]!.side),
      },
      stitchStrokes(laid.strokes, set.stitch, sewingOf(quilt)),
    );
  });
}

/** What is stitched in one go: all that follows in one pass, on one side or round a corner where the line goes on. @param passes by the elements' ids */
export function groupsOf(
  id: string,
  elements: readonly BorderElement[],
  passes: ReadonlyMap<string, number>,
): readonly (readonly BorderElement[])[] {
  const passOf = (element: BorderElement): number | undefined => passes.get(pieceId(elementRef(id, element)));
  const groups: BorderElement[][] = [];
  for (const element of elements) {
    if (element.lines.length === 0) continue;
    const group = groups.at(-1);
    const before = group?.at(-1);
    const goesOn = before && passOf(before) === passOf(element) && (before.on === element.on || meet(before, element));
    if (goesOn) group!.push(element);
    else groups.push([element]);
  }
  return groups;
}

export const strokesOfGroup = (group: readonly BorderElement[]): Stroke[] =>
  strokesOfDesign(inOneGo(group.flatMap((element) => element.lines)));

const meet = (before: BorderElement, after: BorderElement): boolean =>
  distance(pointOf(before.lines.at(-1)!, -1), pointOf(after.lines[0]!, 0)) <= JOIN_DISTANCE;

function nameOf(
  group: readonly BorderElement[],
  all: readonly BorderElement[],
  name: (strip: BorderElement['on']) => string,
): string {
  const [first, last] = [group[0]!, group.at(-1)!];
  if (first.on !== last.on) return `${name(first.on)} to ${name(last.on)}`;
  const whole = all.filter(({ on }) => on === first.on).length;
  if (group.length === whole) return name(first.on);
  return first === last
    ? `${name(first.on)}, repeat ${first.index + 1}`
    : `${name(first.on)}, repeats ${first.index + 1} to ${last.index + 1}`;
}
