import { clothPoint, type ClothPoint } from '../geometry/point.ts';
import { type Bend, bendBetween, LEVEL, type Offsets, UNBENT } from './bend.ts';
import { type Border, type Box, boxOf, insideOf, type Side, SIDES } from './border.ts';
import { cornerRadius, cornerReach, type EdgeShape, isStraight, scallopDepth } from './edge-shape.ts';
import type { Control, Shape } from './shape.ts';
import type { Size } from './size.ts';

/** An arc that bulges out: its middle along the side, how far in its centre lies, its radius, and how far along it runs. */
interface Arc {
  readonly middle: number;
  readonly radius: number;
  readonly from: number;
  readonly to: number;
}

/** The arcs of one side, its corners' first and last; and the points at which they meet, that lie in by `depth`. */
function arcsOf(
  shape: EdgeShape,
  size: Size,
  side: Side,
): { readonly arcs: readonly Arc[]; readonly cusps: readonly number[] } {
  const isLevel = side === 'top' || side === 'bottom';
  const long = isLevel ? size.width : size.length;
  const reach = cornerReach(shape, size);
  const depth = scallopDepth(shape);
  const corner = cornerRadius(reach, depth);
  const corners: readonly Arc[] =
    corner > 0
      ? [
          { middle: corner, radius: corner, from: 0, to: reach },
          { middle: long - corner, radius: corner, from: long - reach, to: long },
        ]
      : [];
  if (depth === 0) return { arcs: corners, cusps: [] };
  const many = isLevel ? shape.across : shape.down;
  const wide = (long - 2 * reach) / many;
  const radius = (wide * wide) / (8 * depth) + depth / 2;
  return {
    arcs: [
      ...corners,
      ...Array.from({ length: many }, (_, i): Arc => {
        const from = reach + i * wide;
        return { middle: from + wide / 2, radius, from, to: from + wide };
      }),
    ],
    cusps: Array.from({ length: many + 1 }, (_, i) => reach + i * wide),
  };
}

/** All round the top, mm. */
export function edgeLength(shape: EdgeShape, size: Size): number {
  const reach = cornerReach(shape, size);
  const depth = scallopDepth(shape);
  return SIDES.reduce((sum, side) => {
    const long = side === 'top' || side === 'bottom' ? size.width : size.length;
    const [corner, , ...between] = arcsOf(shape, size, side).arcs;
    // Half its angle lies between the arc's middle, towards the corner, and where it ends.
    const turned = corner
      ? 2 * corner.radius * Math.acos((2 * corner.radius - reach - depth) / (Math.SQRT2 * corner.radius))
      : 0;
    const bulged = between.reduce(
      (all, { radius, from, to }) => all + 2 * radius * Math.asin((to - from) / (2 * radius)),
      0,
    );
    return sum + turned + (between.length > 0 ? bulged : long - 2 * reach);
  }, 0);
}

/** How far in from a side's own line all lies that keeps `clear` of the shaped edge, by where along the side. */
export function depthAlong(shape: EdgeShape, size: Size, side: Side, clear: number): (at: number) => number {
  const { arcs, cusps } = arcsOf(shape, size, side);
  const depth = scallopDepth(shape);
  return (at) => {
    let most = clear;
    for (const { middle, radius, from, to } of arcs) {
      const inner = radius - clear;
      // What is as far from an arc as that lies on its rays.
      const [first, last] = [from, to].map((end) => middle + ((end - middle) * inner) / radius) as [number, number];
      if (inner <= 0 || at < first || at > last) continue;
      most = Math.max(most, radius - Math.sqrt(Math.max(0, inner ** 2 - (at - middle) ** 2)));
    }
    for (const cusp of cusps)
      if (Math.abs(at - cusp) < clear) most = Math.max(most, depth + Math.sqrt(clear ** 2 - (at - cusp) ** 2));
    return most;
  };
}

/**
 * What is planned between two boxes as it lies along a shaped edge: what is on the outer box goes to the line that keeps `clear` of the edge, on the
 * inner box it stays. Exact on both. A top without all four sides of its border has no shaped edge.
 */
export function shapedBend(shape: EdgeShape, size: Size, outer: Box, inner: Box, clear: number): Bend {
  const depths = {
    ...{ top: inner.y0 - outer.y0, bottom: outer.y1 - inner.y1 },
    ...{ left: inner.x0 - outer.x0, right: outer.x1 - inner.x1 },
  };
  if (isStraight(shape) || SIDES.some((side) => !(depths[side] > 0))) return UNBENT;
  const shaped = (side: Side, from: number, to: number, before: Side, after: Side, way: 1 | -1) => {
    const depthAt = depthAlong(shape, size, side, clear);
    // A corner goes to the middle of its arc, and what follows it comes after: as far as the neighbour is deep.
    const corner = cornerMove(shape, size, clear);
    return (at: number): number => {
      const [first, last] = [at - from, to - at];
      const along =
        at + corner * Math.max(0, 1 - first / depths[before]) - corner * Math.max(0, 1 - last / depths[after]);
      return way * (depthAt(along) - clear);
    };
  };
  const offsets: Offsets = {
    outer: {
      top: shaped('top', outer.x0, outer.x1, 'left', 'right', 1),
      bottom: shaped('bottom', outer.x0, outer.x1, 'left', 'right', -1),
      left: shaped('left', outer.y0, outer.y1, 'top', 'bottom', 1),
      right: shaped('right', outer.y0, outer.y1, 'top', 'bottom', -1),
    },
    inner: LEVEL,
  };
  return bendBetween({ outer, inner }, offsets);
}

/** How far along either side the corner of what keeps `clear` moves, so that it lies on the arc's middle. */
function cornerMove(shape: EdgeShape, size: Size, clear: number): number {
  const [corner] = arcsOf(shape, size, 'top').arcs;
  return corner ? Math.max(0, corner.radius - clear) * (1 - Math.SQRT1_2) : 0;
}

/** How far to the right of or below its own line a side's edge lies as planned, by where along it. */
export function plannedOff(borders: readonly Border[], size: Size, side: Side): (at: number) => number {
  const shape = borders.at(-1)?.edge;
  if (!shape || isStraight(shape)) return () => 0;
  const depthAt = depthAlong(shape, size, side, 0);
  const way = side === 'top' || side === 'left' ? 1 : -1;
  return (at) => way * depthAt(at);
}

/** The bend of the outermost border, from the quilt's own edge to its inner seam. */
export function edgeBend(borders: readonly Border[], size: Size): Bend {
  const border = borders.at(-1);
  if (!border) return UNBENT;
  const outer = boxOf(size, insideOf([]));
  return shapedBend(border.edge, size, outer, boxOf(size, insideOf([border])), 0);
}

/** Points to an arc: between them it is smooth. */
const STEPS = 8;

/**
 * A straight patch at the edge, as it lies along it: its edge follows the arcs by points between its corners. The quilt's own corner is none any more,
 * but where a seam ends there: nobody could find it on the cloth.
 */
export function shapedControls(
  corners: Shape,
  { edge: shape, corner }: Pick<Border, 'edge' | 'corner'>,
  { width, length }: Size,
  bend: Bend,
): Shape {
  const lies = (at: ClothPoint): Record<Side, boolean> => ({
    ...{ top: Math.abs(at.y) < ON, bottom: Math.abs(at.y - length) < ON },
    ...{ left: Math.abs(at.x) < ON, right: Math.abs(at.x - width) < ON },
  });
  return corners.flatMap((one, i) => {
    const next = corners[(i + 1) % corners.length]!;
    const [here, there] = [lies(one.at), lies(next.at)];
    const side = SIDES.find((each) => here[each] && there[each]);
    const isRound = SIDES.filter((each) => here[each]).length > 1 && corner !== 'mitred';
    const own = { ...one, at: bend(one.at), corner: !isRound };
    if (!side) return [own];
    const isLevel = side === 'top' || side === 'bottom';
    const [from, to] = isLevel ? [one.at.x, next.at.x] : [one.at.y, next.at.y];
    const places = placesOf(shape, { width, length }, side).filter(
      (at) => (at - from) * (at - to) < 0 && Math.min(Math.abs(at - from), Math.abs(at - to)) > ON,
    );
    if (to < from) places.reverse();
    return [
      own,
      ...places.map((at, k): Control => ({
        id: `${one.id}e${k + 1}`,
        at: bend(isLevel ? clothPoint(at, one.at.y) : clothPoint(one.at.x, at)),
        corner: false,
      })),
    ];
  });
}

/** mm. */
const ON = 1e-6;

/** Where along a side its edge is told: some places on each arc. */
function placesOf(shape: EdgeShape, size: Size, side: Side): number[] {
  const all = arcsOf(shape, size, side).arcs.flatMap(({ from, to }) =>
    Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS),
  );
  return [...new Set(all.map((at) => Math.round(at * 1000) / 1000))].sort((a, b) => a - b);
}
