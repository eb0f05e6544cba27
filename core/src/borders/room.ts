import { bordersOf, type Box, boxOf, type Insets, insideOf, SIDES } from '../cloth/border.ts';
import { type PatchStrip, stripsOfKind } from '../cloth/patch-strips.ts';
import type { QuiltMap } from '../cloth/quilt-map.ts';
import type { Region } from '../cloth/region.ts';
import type { Bend } from '../cloth/bend.ts';
import { isScalloped, STRAIGHT } from '../cloth/edge-shape.ts';
import { shapedBend } from '../cloth/shaped-edge.ts';
import type { BorderSet } from './border-set.ts';

/** What of a border may be stitched: from its outer to its inner box. */
export interface BorderRoom {
  readonly outer: Box;
  readonly inner: Box;
  /** Where what is laid between them lies, the top's edge being as it is. */
  readonly bend: Bend;
}

/** Strips of patches, and what is kept clear of their edges, mm. */
export interface StripRoom extends Pick<BorderSet, 'clear'> {
  readonly strips: readonly PatchStrip[];
}

export type Room = BorderRoom | StripRoom;

/** Null where the map hasn't strips of that kind. */
export function stripRoom(regions: readonly Region[], kind: string, clear: BorderSet['clear']): StripRoom | null {
  const strips = stripsOfKind(regions, kind, clear.outer);
  const isLeft = strips.every(({ depth, cells }) => cells !== null || depth > clear.outer + clear.inner);
  return strips.length > 0 && isLeft ? { strips, clear } : null;
}

/**
 * What of a border, or of some side by side, may be stitched: clear of the binding, which takes some of the outermost one, and of what is kept
 * free besides. Null where there is no such border, or nothing is left of it.
 * @param binding what it takes of the top's edge, mm
 */
export function borderRoom(
  { size, borders }: QuiltMap,
  { border, over, clear }: Pick<BorderSet, 'border' | 'over' | 'clear'>,
  binding: number,
): BorderRoom | null {
  const own = insideOf(bordersOf(borders, { border, over }));
  const [before, behind] = [insideOf(borders.slice(border + over)), insideOf(borders.slice(border))];
  // Borders outside it may be narrower than the binding.
  const outer = eachSide((side) => Math.max(before[side], binding) + clear.outer);
  // A side that the border hasn't has no room there.
  const inner = eachSide((side) => (own[side] > 0 ? behind[side] - clear.inner : outer[side]));
  const boxes = { outer: boxOf(size, outer), inner: boxOf(size, inner) };
  const edge = border + over >= borders.length ? (borders.at(-1)?.edge ?? STRAIGHT) : STRAIGHT;
  const room = { ...boxes, bend: shapedBend(edge, size, boxes.outer, boxes.inner, outer.top) };
  const isLeft = room.inner.x0 < room.inner.x1 && room.inner.y0 < room.inner.y1;
  const depths = SIDES.map((side) => inner[side] - outer[side]);
  const isDeep = Math.min(...depths) >= 0 && Math.max(...depths) > 0;
  // Between scallops the strip is thinnest.
  const isCut = isScalloped(edge) && Math.min(...depths) <= edge.depth;
  return isLeft && isDeep && !isCut ? room : null;
}

const eachSide = (inset: (side: keyof Insets) => number): Insets => ({
  top: inset('top'),
  right: inset('right'),
  bottom: inset('bottom'),
  left: inset('left'),
});
