import KDBush from 'kdbush';
import { nearestAlong } from '../geometry/nearest-along.ts';
import type { Point } from '../geometry/point.ts';
import { cumulativeLength, lengthOf, pointAtLength, type Polyline } from '../geometry/polyline.ts';
import type { Way } from '../route/join-graph.ts';
import { edgeStretch, stretchLength } from './edge-stretch.ts';
import type { Mask } from './mask.ts';
import type { Part, PartNodes } from './parts.ts';
import type { JoinsBy, RejoinRule } from './rejoin-rule.ts';
import type { RingIndex } from '../geometry/ring-index.ts';
import { staysClear } from './stays-clear.ts';

/** A way between two ends of parts: along an edge, back over a part, straight, or along a seam. */
export interface MaskWay extends Way {
  readonly kind: 'edge' | 'stitched' | 'straight' | 'seam';
  readonly length: number;
  /** As it runs from its first node to its second. */
  readonly line: () => Polyline;
}

/** By what parts may be joined, and how many times its length each counts: going over stitched lines is to be spared, or it is all one. */
const JOINS: Readonly<Record<JoinsBy, Readonly<Partial<Record<MaskWay['kind'], number>>>>> = {
  fewest: { edge: 1, stitched: 1 },
  leastDoubled: { edge: 1, stitched: 1000 },
  edge: { edge: 1 },
  stitched: { stitched: 1 },
  near: { straight: 1 },
};

/** Whether a rule lets a needle go back over what is stitched. */
export const goesOver = (by: JoinsBy): boolean => JOINS[by].stitched !== undefined;

/** Where parts end: `x, y` of every node. */
export type NodePlaces = Float64Array;

export function placesOf(parts: readonly Part[], nodes: PartNodes): NodePlaces {
  const places = new Float64Array(2 * nodes.count);
  parts.forEach(({ line }, i) => {
    places.set([line[0]!, line[1]!], 2 * nodes.from[i]!);
    places.set([line.at(-2)!, line.at(-1)!], 2 * nodes.to[i]!);
  });
  return places;
}

/**
 * What may be gone by a rule, without what is forbidden.
 * @param parts those that must be stitched, and then seams
 * @param count of those that must be
 * @param within ways that leave what lies in these rings may not be gone; null: all may
 */
export function waysFor(
  parts: readonly Part[],
  count: number,
  nodes: PartNodes,
  mask: Mask,
  { by, jump, forbidden }: Pick<RejoinRule, 'by' | 'jump' | 'forbidden'>,
  within: RingIndex | null,
): readonly MaskWay[] {
  const places = placesOf(parts, nodes);
  const { edge, stitched, straight } = JOINS[by];
  const ways = [
    ...(edge === undefined ? [] : alongEdges(nodes, mask, places, stitched ?? edge)),
    ...(stitched === undefined ? [] : overParts('stitched', parts, nodes, 0, count, stitched)),
    ...overParts('seam', parts, nodes, count, parts.length, 1),
    ...(straight === undefined ? [] : straightWays(nodes, places, mask, jump)),
  ];
  const bounds = within && ({ keeps: 'inside', guardIndex: within } as const);
  const inside = bounds ? ways.filter((way) => way.kind === 'stitched' || staysClear(way.line(), bounds)) : ways;
  return withoutForbidden(inside, forbidden);
}

/** @param again how many times its length going along an edge counts when it isn't the first time */
function alongEdges({ onRings }: PartNodes, mask: Mask, places: NodePlaces, again: number): MaskWay[] {
  return [...onRings].flatMap(([r, nodes]) =>
    nodes.length < 2
      ? []
      : nodes.map(({ node, along }, i): MaskWay => {
          const next = nodes[(i + 1) % nodes.length]!;
          const length = stretchLength(mask.ring(r), along, next.along);
          return {
            ...{ kind: 'edge', from: node, to: next.node, length, cost: length, again: length * again },
            line: () => edgeStretch(mask.ring(r), along, next.along, [...xy(places, node), ...xy(places, next.node)]),
          };
        }),
  );
}

const xy = (places: NodePlaces, node: number): [number, number] => [places[2 * node]!, places[2 * node + 1]!];

/** Along the parts from number `begin` up to `end`. @param times its length what going along one costs */
const overParts = (
  kind: 'stitched' | 'seam',
  parts: readonly Part[],
  nodes: PartNodes,
  begin: number,
  end: number,
  times: number,
): MaskWay[] =>
  parts.slice(begin, end).map(({ line }, k): MaskWay => {
    const length = lengthOf(line);
    const cost = length * times;
    return {
      ...{ kind, from: nodes.from[begin + k]!, to: nodes.to[begin + k]!, length, cost, again: cost },
      line: () => line,
    };
  });

/** Straight to ends that lie near, but not across what is kept free. */
function straightWays({ count }: PartNodes, places: NodePlaces, mask: Mask, jump: number): MaskWay[] {
  if (count === 0) return [];
  const near = new KDBush(count);
  for (let i = 0; i < count; i++) near.add(places[2 * i]!, places[2 * i + 1]!);
  near.finish();
  return Array.from({ length: count }, (_, a) => a).flatMap((a) =>
    near.within(...xy(places, a), jump).flatMap((b): MaskWay[] => {
      if (b <= a) return [];
      const line = Float64Array.from([...xy(places, a), ...xy(places, b)]);
      const length = lengthOf(line);
      return staysClear(line, mask)
        ? [{ kind: 'straight', from: a, to: b, length, cost: length, again: length, line: () => line }]
        : [];
    }),
  );
}

/** A link within this of a place that is forbidden is meant by it, mm. */
const MEANT = 2;

/** Without the way that is nearest to each forbidden place. */
function withoutForbidden(ways: readonly MaskWay[], forbidden: readonly Point[]): readonly MaskWay[] {
  if (forbidden.length === 0) return ways;
  const lines = ways.map((way) => way.line());
  const gone = new Set<number>();
  for (const place of forbidden) {
    let nearest = { way: -1, off: MEANT };
    lines.forEach((line, way) => {
      const { off } = nearestAlong(line, place);
      if (off < nearest.off) nearest = { way, off };
    });
    gone.add(nearest.way);
  }
  return ways.filter((_, i) => !gone.has(i));
}

/** The middle of a link: the place by which it is forbidden. */
export const middleOf = (line: Polyline): Point => pointAtLength(line, cumulativeLength(line), lengthOf(line) / 2);
