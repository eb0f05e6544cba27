import type { BorderElement } from '../borders/lay-border.ts';
import { borderName } from '../cloth/border.ts';
import { inOneGo } from '../geometry/in-one-go.ts';
import { distance } from '../geometry/point.ts';
import { pointOf } from '../geometry/polyline.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import { passesOf } from './bands.ts';
import { borderBands, elementRef, laidBorder, waitingSides } from './border-bands.ts';
import type { Plan } from './evaluate.ts';
import { type Piece, pieceOverTop } from './piece.ts';
import { allBands } from './piece-band.ts';
import { pieceId } from './piece-ref.ts';
import { AS_LAID, type Laid } from './pipeline.ts';
import { quiltOf } from './plan-document.ts';
import { rowPasses } from './resolve-rows.ts';
import { sewingOf, stitchStrokes } from './stitch-strokes.ts';
import { type Stroke, strokesOfDesign } from './stroke.ts';

/** A border set is a piece for each side, or for each stretch of one that is stitched in one pass; where lines go on round a corner they are one. */
export function borderPieces(plan: Plan, id: string): Piece[] {
  const set = plan.records.borderSets[id];
  const elements = plan.get(laidBorder, id);
  if (!set || !elements) return [];
  const quilt = quiltOf(plan.records);
  const bands = allBands(borderBands(plan, id, quilt.loading));
  const waiting = waitingSides(set, quilt.loading);
  const name = borderName(quilt.map.borders, set);
  return groupsOf(id, elements, rowPasses(bands, plan.get(passesOf, null))).map((group) => {
    const laid: Laid = { strokes: strokesOfGroup(group), toCloth: AS_LAID };
    return pieceOverTop(
      {
        laid,
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
    const goesOn =
      before && passOf(before) === passOf(element) && (before.side === element.side || meet(before, element));
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
  name: (side: BorderElement['side']) => string,
): string {
  const [first, last] = [group[0]!, group.at(-1)!];
  if (first.side !== last.side) return `${name(first.side)} to ${name(last.side)}`;
  const whole = all.filter(({ side }) => side === first.side).length;
  if (group.length === whole) return name(first.side);
  return first === last
    ? `${name(first.side)}, repeat ${first.index + 1}`
    : `${name(first.side)}, repeats ${first.index + 1} to ${last.index + 1}`;
}
