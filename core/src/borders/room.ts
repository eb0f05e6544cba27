import { insideOf } from '../cloth/border.ts';
import type { QuiltMap } from '../cloth/quilt-map.ts';
import type { BorderSet } from './border-set.ts';

/** A box on the cloth, mm. */
export interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** What of a border may be stitched: from its outer to its inner box. */
export interface BorderRoom {
  readonly outer: Box;
  readonly inner: Box;
}

/**
 * What of a border may be stitched: clear of the binding, which takes some of the outermost one, and of what is kept free besides. Null where there
 * is no such border, or nothing is left of it.
 * @param binding what it takes of the top's edge, mm
 */
export function borderRoom(
  { size, borders }: QuiltMap,
  { border, clear }: Pick<BorderSet, 'border' | 'clear'>,
  binding: number,
): BorderRoom | null {
  const own = borders[border];
  if (!own) return null;
  const outside = insideOf(borders.slice(border + 1));
  // Other borders may be narrower than the binding.
  const least = (inset: number): number => Math.max(inset, binding) + clear.outer;
  const outer: Box = {
    x0: least(outside.left),
    y0: least(outside.top),
    x1: size.width - least(outside.right),
    y1: size.length - least(outside.bottom),
  };
  const inside = insideOf(borders.slice(border));
  // A side that the border hasn't has no room there.
  const inset = (side: 'top' | 'right' | 'bottom' | 'left', edge: number): number =>
    own[side] > 0 ? inside[side] - clear.inner : edge;
  const inner: Box = {
    x0: inset('left', outer.x0),
    y0: inset('top', outer.y0),
    x1: own.right > 0 ? size.width - inside.right + clear.inner : outer.x1,
    y1: own.bottom > 0 ? size.length - inside.bottom + clear.inner : outer.y1,
  };
  const isLeft =
    inner.x0 >= outer.x0 && inner.y0 >= outer.y0 && inner.x1 <= outer.x1 && inner.y1 <= outer.y1 && inner.x0 < inner.x1;
  return isLeft && inner.y0 < inner.y1 && !isSame(inner, outer) ? { outer, inner } : null;
}

const isSame = (a: Box, b: Box): boolean => a.x0 === b.x0 && a.y0 === b.y0 && a.x1 === b.x1 && a.y1 === b.y1;
