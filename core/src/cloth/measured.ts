import type { Point } from '../geometry/point.ts';
import { type Border, SIDES } from './border.ts';
import { makeMap, mapSizedTo, type QuiltMap } from './quilt-map.ts';
import type { Size } from './size.ts';

/** Where a tape is laid on the real top; diagonals by the corner at the top that they begin in. */
export const MEASURES = [
  'widthTop',
  'widthMiddle',
  'widthBottom',
  'lengthLeft',
  'lengthMiddle',
  'lengthRight',
  'diagonalLeft',
  'diagonalRight',
] as const;
export type Measure = (typeof MEASURES)[number];

/** What the tape said, mm; null where it wasn't laid yet. */
export type Measured = Readonly<Record<Measure, number | null>>;
export const UNMEASURED = Object.fromEntries(MEASURES.map((one) => [one, null])) as Measured;

/** An edge of the top. */
export type Edge = 'widthTop' | 'widthBottom' | 'lengthLeft' | 'lengthRight';

/**
 * What to do about a top: nothing, ease fullness in, block it (damped and pulled square), take an edge off and cut it anew, or bear that it is out
 * of square.
 */
export type Advice = 'as-it-is' | 'ease' | 'block' | 're-cut' | 'out-of-square';
/** For an edge that is ever longer than the middle. */
const FOR_FULL: readonly Advice[] = ['as-it-is', 'ease', 'block', 're-cut'];

export interface TopVerdict {
  /** What the map should use: the means. */
  readonly size: Size;
  /** How far the lower edge lies to the right of the upper one, mm. */
  readonly lean: number;
  /** By how much the diagonals differ, mm. */
  readonly diagonals: number;
  /** The edge that is longest beside the middle of the top, and by how much, mm; it ripples by that. */
  readonly fullest: { readonly at: Edge; readonly by: number };
  readonly advice: Advice;
  /** The corners, clockwise from the upper left, which is 0; edges taken to be straight. */
  readonly corners: readonly Point[];
}

/** An edge longer than the middle by no more lies flat; by no more than the next is eased in; then blocked; mm: 1/4, 1/2 and 1 in. */
const FULL = [6.35, 12.7, 25.4] as const;
/** Diagonals that differ by no more are as good as square; by no more than the next it can be pulled square: 1/2 and 1 1/2 in. */
const SKEWED = [12.7, 38.1] as const;

/** Null until everything is measured. */
export function topVerdict(measured: Measured): TopVerdict | null {
  if (MEASURES.some((one) => measured[one] === null)) return null;
  const all = measured as Readonly<Record<Measure, number>>;
  const { widthTop, widthMiddle, widthBottom, lengthLeft, lengthMiddle, lengthRight } = all;
  const size = {
    width: (widthTop + widthMiddle + widthBottom) / 3,
    length: (lengthLeft + lengthMiddle + lengthRight) / 3,
  };
  const { diagonalLeft, diagonalRight } = all;
  // Of a parallelogram: the squares of its diagonals differ by four times its sides and the sine of how far it leans.
  const lean = (diagonalLeft ** 2 - diagonalRight ** 2) / (4 * size.width);
  const fullest = (
    [
      { at: 'widthTop', by: widthTop - widthMiddle },
      { at: 'widthBottom', by: widthBottom - widthMiddle },
      { at: 'lengthLeft', by: lengthLeft - lengthMiddle },
      { at: 'lengthRight', by: lengthRight - lengthMiddle },
    ] as const
  ).reduce((a, b) => (b.by > a.by ? b : a));
  const diagonals = Math.abs(diagonalLeft - diagonalRight);
  const aside = lean + (widthTop - widthBottom) / 2;
  return {
    ...{ size, lean, diagonals, fullest, advice: adviceFor(fullest.by, diagonals) },
    corners: [
      { x: 0, y: 0 },
      { x: widthTop, y: 0 },
      { x: aside + widthBottom, y: lengthRight },
      { x: aside, y: lengthLeft },
    ],
  };
}

/** What can't be pulled square can't be blocked; else the worse of both. */
function adviceFor(full: number, skewed: number): Advice {
  if (skewed > SKEWED[1]) return 'out-of-square';
  const forFull = FULL.filter((most) => full > most).length;
  return FOR_FULL[Math.max(forFull, skewed > SKEWED[0] ? FOR_FULL.indexOf('block') : 0)]!;
}

/** How a map is made to measure what the top does: all blocks alike, or the outermost border alone. */
export type Taken = 'evenly' | 'in-border';

/** Off by no more than this the map is of the size measured, mm. */
const SAME_SIZE = 0.1;

/** The map with the size that was measured; null where it can't be had so: a border would be of no width, or blocks are square. */
export function mapAsMeasured(map: QuiltMap, size: Size, taken: Taken): QuiltMap | null {
  const made = taken === 'evenly' ? evenly(map, size) : inBorder(map, size);
  const fits =
    made !== null &&
    Math.abs(made.size.width - size.width) < SAME_SIZE &&
    Math.abs(made.size.length - size.length) < SAME_SIZE;
  return fits ? made : null;
}

const evenly = (map: QuiltMap, { width, length }: Size): QuiltMap =>
  mapSizedTo(mapSizedTo(map, 'width', width), 'length', length);

function inBorder({ size, setting, borders }: QuiltMap, { width, length }: Size): QuiltMap | null {
  const last = borders.at(-1);
  if (!last) return null;
  const [across, down] = [(width - size.width) / 2, (length - size.length) / 2];
  const wider: Border = {
    ...{ top: last.top + down, bottom: last.bottom + down },
    ...{ left: last.left + across, right: last.right + across },
    ...{ corner: last.corner, edge: last.edge },
  };
  return SIDES.some((side) => wider[side] < 0) ? null : makeMap(setting, [...borders.slice(0, -1), wider]);
}
