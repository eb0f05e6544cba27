import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { type EdgeShape, STRAIGHT } from './edge-shape.ts';
import type { Region } from './region.ts';
import { polygonShape } from './shape.ts';
import type { Size } from './size.ts';

/** How the sides of a border meet: which of them run from edge to edge, or a seam aslant, or a patch of its own. */
export const BORDER_CORNERS = ['ends-last', 'sides-last', 'mitred', 'cornerstones'] as const;
export type BorderCorner = (typeof BORDER_CORNERS)[number];

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
export type Side = (typeof SIDES)[number];

/** One border round everything inside it: how wide on each side, mm, and how its corners are pieced. */
export interface Border extends Readonly<Record<Side, number>> {
  readonly corner: BorderCorner;
  /** How its outer edge runs, where it is the outermost. */
  readonly edge: EdgeShape;
}

export const evenBorder = (width: number, corner: BorderCorner = 'ends-last'): Border => ({
  ...{ top: width, right: width, bottom: width, left: width },
  corner,
  edge: STRAIGHT,
});

/** How far something lies inside the top's edges, mm. */
export type Insets = Readonly<Record<Side, number>>;

/** How far what is inside some borders lies from the edge of the top. */
export const insideOf = (borders: readonly Border[]): Insets =>
  borders.reduce<Insets>(
    (sum, border) => ({
      top: sum.top + border.top,
      right: sum.right + border.right,
      bottom: sum.bottom + border.bottom,
      left: sum.left + border.left,
    }),
    { top: 0, right: 0, bottom: 0, left: 0 },
  );

export const isThere = (border: Border): boolean => SIDES.some((side) => border[side] > 0);

/** Id of a patch of border `i`: that of a side, or of a corner. */
export const borderPatchId = (i: number, key: string): string => `border${i === 0 ? '' : `-${i + 1}`}-${key}`;

/** Borders side by side that are worked as one: the inmost of them, from the inside out from 0, and how many they are. */
export interface BorderSpan {
  readonly border: number;
  readonly over: number;
}

/** Those of them that there are. */
export const bordersOf = (borders: readonly Border[], { border, over }: BorderSpan): readonly Border[] =>
  borders.slice(border, border + over);

/** Ids of the patches that lie on a side of them. */
export const spanPatchIds = ({ border, over }: BorderSpan, side: Side): readonly string[] =>
  Array.from({ length: over }, (_, k) => borderPatchId(border + k, side));

/** What is on each side of some borders is called. */
export const borderName = (borders: readonly Border[], span: BorderSpan): ((side: Side) => string) => {
  const many = bordersOf(borders, span).length;
  const [first, last] = [span.border + 1, span.border + many];
  return many <= 1
    ? (side) => `${side} border${ordinal(borders, span.border)}`
    : (side) => `${side} borders ${first} ${many === 2 ? 'and' : 'to'} ${last}`;
};
const ordinal = (borders: readonly Border[], i: number): string => (borders.length === 1 ? '' : ` ${i + 1}`);

/** What some insets leave of a top: its corners. */
export const boxOf = ({ width, length }: Size, { top, right, bottom, left }: Insets) => ({
  ...{ x0: left, y0: top },
  ...{ x1: width - right, y1: length - bottom },
});
export type Box = Readonly<ReturnType<typeof boxOf>>;

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

/** A patch of a border by what tells it from the others of it. */
interface Part {
  readonly key: string;
  readonly name: string;
  readonly corner: boolean;
  readonly alike: string;
  readonly ring: readonly (readonly [number, number])[];
}

/**
 * The patches of border `i` (from the inside out) of some on a top, clockwise; a side of no width has none. With the corners of its inner and
 * its outer edge everything follows: each side is the stretch between them, longer or shorter by how its corners are pieced.
 */
export function borderPatches(borders: readonly Border[], i: number, size: Size): Region[] {
  const border = borders[i]!;
  const outer = boxOf(size, insideOf(borders.slice(i + 1)));
  const inner = boxOf(size, insideOf(borders.slice(i)));
  const own = ordinal(borders, i);
  return [...sides(border, outer, inner), ...(border.corner === 'cornerstones' ? cornerstones(outer, inner) : [])]
    .filter(({ ring }) => hasArea(ring))
    .map(({ key, name, corner, alike, ring }) => ({
      id: borderPatchId(i, key),
      kind: corner ? 'cornerstone' : 'border',
      name: `${name}${own}`,
      origin: 'setting',
      family: `border-${i + 1}-${alike}`,
      print: 0,
      shape: polygonShape(ring.map(([x, y]): ClothPoint => clothPoint(x, y))),
    }));
}

function sides({ corner }: Border, o: Box, n: Box): Part[] {
  const part = (side: Side, ring: Part['ring']): Part => ({
    key: side,
    name: `${side} border`,
    corner: false,
    alike: side === 'top' || side === 'bottom' ? 'h' : 'v',
    ring,
  });
  const box = (side: Side, x0: number, y0: number, x1: number, y1: number): Part =>
    part(side, [[x0, y0], [x1, y0], [x1, y1], [x0, y1]]); // prettier-ignore
  if (corner === 'mitred')
    return [
      part('top', [[o.x0, o.y0], [o.x1, o.y0], [n.x1, n.y0], [n.x0, n.y0]]),
      part('right', [[n.x1, n.y0], [o.x1, o.y0], [o.x1, o.y1], [n.x1, n.y1]]),
      part('bottom', [[n.x0, n.y1], [n.x1, n.y1], [o.x1, o.y1], [o.x0, o.y1]]),
      part('left', [[o.x0, o.y0], [n.x0, n.y0], [n.x0, n.y1], [o.x0, o.y1]]),
    ]; // prettier-ignore
  const [ends, along] = [corner === 'ends-last' ? o : n, corner === 'sides-last' ? o : n];
  return [
    box('top', ends.x0, o.y0, ends.x1, n.y0),
    box('right', n.x1, along.y0, o.x1, along.y1),
    box('bottom', ends.x0, n.y1, ends.x1, o.y1),
    box('left', o.x0, along.y0, n.x0, along.y1),
  ];
}

const cornerstones = (o: Box, n: Box): Part[] =>
  [
    [o.x0, o.y0, n.x0, n.y0],
    [n.x1, o.y0, o.x1, n.y0],
    [n.x1, n.y1, o.x1, o.y1],
    [o.x0, n.y1, n.x0, o.y1],
  ].map(([x0, y0, x1, y1], k) => ({
    key: `corner-${k + 1}`,
    name: `${CORNERS[k]!} cornerstone of the border`,
    corner: true,
    alike: 'corner',
    ring: [[x0!, y0!], [x1!, y0!], [x1!, y1!], [x0!, y1!]],
  })); // prettier-ignore

/** A strip of no width is no patch. */
const hasArea = (ring: Part['ring']): boolean =>
  ([0, 1] as const).every((axis) => {
    const along = ring.map((p) => p[axis]);
    return Math.max(...along) - Math.min(...along) > LEAST_WIDTH;
  });
const LEAST_WIDTH = 1e-6;
