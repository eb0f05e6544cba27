import { type Box, type Side, SIDES } from '../cloth/border.ts';
import { type Affine, type AffineMap, mapBetween } from '../geometry/affine.ts';
import type { ClothPoint, Point } from '../geometry/point.ts';
import type { StripCell } from '../cloth/patch-strips.ts';
import type { CornerSchool, CountOf, StripId, Through } from './border-set.ts';
import type { BorderRoom, StripRoom } from './room.ts';

/** One side of a border, as far as repeats run: x from its beginning clockwise round the quilt, y from its outer edge in; mm. Or a strip of patches. */
export interface Strip {
  /** As it lies: a strip of patches as the top does, or as the right side does where it runs down. */
  readonly side: Side;
  readonly id: StripId;
  /** Which of the set's strips it is, from 0. */
  readonly number: number;
  /** What its count is said for. */
  readonly countOf: CountOf;
  readonly length: number;
  readonly depth: number;
  /** What corners take of the whole side, before and after it; less than nothing where repeats run on into them. */
  readonly before: number;
  readonly after: number;
  /** How deep the neighbours are: there it is cut aslant; null where it ends square. */
  readonly mitre: { readonly before: number; readonly after: number } | null;
  /** How far in its line begins and ends, where it goes on in a corner's; null where it is free. */
  readonly ends: { readonly first: number | null; readonly last: number | null };
  readonly toCloth: AffineMap<Point, ClothPoint>;
  /** One repeat in each of these; null where repeats are counted. */
  readonly cells: readonly StripCell[] | null;
}

/** To which edge of the neighbour a strip runs, where it begins and where it ends. */
type Reach = readonly ['outer' | 'inner', 'outer' | 'inner'];
const REACHES: Readonly<Record<CornerSchool, (side: Side, through: Through) => Reach>> = {
  deadEnd: (side, through) =>
    (through === 'ends') === (side === 'top' || side === 'bottom') ? ['outer', 'outer'] : ['inner', 'inner'],
  pinwheel: () => ['outer', 'inner'],
  mitre: () => ['outer', 'outer'],
  cornerDesign: () => ['inner', 'inner'],
  cornerstone: () => ['inner', 'inner'],
};

/** How deep each side is. */
export const depthsOf = ({ outer, inner }: BorderRoom): Readonly<Record<Side, number>> => ({
  top: inner.y0 - outer.y0,
  right: outer.x1 - inner.x1,
  bottom: outer.y1 - inner.y1,
  left: inner.x0 - outer.x0,
});

export const nextSide = (side: Side, by = 1): Side => SIDES[(SIDES.indexOf(side) + by + SIDES.length) % SIDES.length]!;

/** The strips of a border, clockwise from the top; a side that it hasn't has none. */
export function borderStrips(room: BorderRoom, corners: CornerSchool, through: Through): Strip[] {
  const depths = depthsOf(room);
  return SIDES.filter((side) => depths[side] > 0).map((side) => {
    const [begin, end] = REACHES[corners](side, through);
    const [before, after] = [depths[nextSide(side, -1)], depths[nextSide(side)]];
    const taken = { before: begin === 'inner' ? before : 0, after: end === 'inner' ? after : 0 };
    return {
      side,
      id: side,
      number: SIDES.indexOf(side),
      countOf: side,
      cells: null,
      depth: depths[side],
      length: wholeOf(room.outer, side) - taken.before - taken.after,
      ...taken,
      mitre: corners === 'mitre' ? { before, after } : null,
      ends: { first: null, last: null },
      toCloth: mapBetween(frameOf(room.outer, side, taken.before)),
    };
  });
}

/** Strips of patches as they are worked: they end square, clear of the seams there too. */
export function patchStrips({ strips, clear }: StripRoom): Strip[] {
  const atEnds = Math.max(clear.outer, clear.inner);
  const lengths = [...new Set(strips.map(({ length }) => Math.round(length)))].sort((a, b) => b - a);
  return strips.map(({ start, along: { x, y }, cells, ...own }, number) => {
    const [outer, inner, end] = cells ? [0, 0, 0] : [clear.outer, clear.inner, atEnds];
    return {
      side: Math.abs(x) >= Math.abs(y) ? 'top' : 'right',
      id: `strip-${number + 1}`,
      number,
      countOf: `length-${lengths.indexOf(Math.round(own.length)) + 1}`,
      cells,
      // Repeats are as deep as their triangles.
      depth: cells ? cells[0]!.bottom - cells[0]!.top : own.depth - outer - inner,
      length: own.length - 2 * end,
      ...{ before: 0, after: 0, mitre: null, ends: { first: null, last: null } },
      toCloth: mapBetween([x, y, -y, x, start.x + x * end - y * outer, start.y + y * end + x * outer]),
    };
  });
}

/** How long a side is along its outer edge. */
export const wholeOf = ({ x0, y0, x1, y1 }: Box, side: Side): number =>
  side === 'top' || side === 'bottom' ? x1 - x0 : y1 - y0;

/** The way from a strip that begins so far from its corner to the cloth. */
export function frameOf({ x0, y0, x1, y1 }: Box, side: Side, from: number): Affine {
  const frames: Readonly<Record<Side, Affine>> = {
    top: [1, 0, 0, 1, x0 + from, y0],
    right: [0, 1, -1, 0, x1, y0 + from],
    bottom: [-1, 0, 0, -1, x1 - from, y1],
    left: [0, -1, 1, 0, x0, y1 - from],
  };
  return frames[side];
}
