import { type BoxIndex, indexBoxes } from '../../geometry/box-index.ts';
import { type ClothPoint, clothPoint, distance, lerp, type Point } from '../../geometry/point.ts';
import { nearestPart } from '../../geometry/polyline.ts';
import type { Region } from '../region.ts';
import { edgesOf } from '../shape.ts';
import type { Size } from '../size.ts';

/** What a point that is put was drawn to. */
export type Guide = 'corner' | 'middle' | 'edge' | 'square' | 'level' | 'in-line' | 'equal';

export interface Snapped {
  readonly at: ClothPoint;
  /** All that hold there; none where it lies where it was put. */
  readonly to: readonly Guide[];
}

/** Edges of patches, found by place. */
export interface SnapIndex {
  readonly edges: readonly (readonly [ClothPoint, ClothPoint])[];
  /** Corners at an edge's ends are real ones, rather than points along a curve. */
  readonly straight: readonly boolean[];
  readonly boxes: BoxIndex;
}

/** Indexes the edges of patches and of the top itself. O(n log n). */
export function snapIndex(regions: readonly Region[], { width, length }: Size): SnapIndex {
  const edges: (readonly [ClothPoint, ClothPoint])[] = [];
  const straight: boolean[] = [];
  const corners = [clothPoint(0, 0), clothPoint(width, 0), clothPoint(width, length), clothPoint(0, length)];
  const lines = [
    ...corners.map((p, i) => [p, corners[(i + 1) % 4]!]),
    ...regions.flatMap(({ shape }) =>
      edgesOf(shape).map(({ from, line }) => (from === null ? [...line, line[0]!] : line)),
    ),
  ];
  for (const line of lines) {
    for (let i = 1; i < line.length; i++) {
      edges.push([line[i - 1]!, line[i]!]);
      straight.push(line.length === 2);
    }
  }
  const boxes = indexBoxes(edges.length, (i, add) => {
    const [a, b] = edges[i]!;
    add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
  });
  return { edges, straight, boxes };
}

/**
 * Where a point goes that is put near something: to a corner or the middle of an edge; else onto an edge, square to the last edge drawn, level or
 * upright, in line with the first point, or as far as an edge drawn before is long, as many of these as hold at once.
 * @param drawn the points put so far
 * @param reach mm
 */
export function snapTo(
  p: ClothPoint,
  { edges, straight, boxes }: SnapIndex,
  drawn: readonly ClothPoint[],
  reach: number,
): Snapped {
  const near = boxes.search(p.x - reach, p.y - reach, p.x + reach, p.y + reach);
  const first = drawn[0];
  const ends = [...(first ? [first] : []), ...near.filter((i) => straight[i]).flatMap((i) => edges[i]!)];
  const corner = nearest(ends, p, reach);
  if (corner) return { at: corner, to: ['corner'] };
  const middles = near.filter((i) => straight[i]).map((i) => lerp(...edges[i]!, 0.5));
  const middle = nearest(middles, p, reach);
  if (middle) return { at: middle, to: ['middle'] };
  const ways = waysFrom(drawn);
  const onEdges = near
    .map((i) => ({ edge: edges[i]!, at: foot(p, ...edges[i]!) }))
    .filter(({ at }) => distance(at, p) <= reach)
    .sort((a, b) => distance(a.at, p) - distance(b.at, p));
  for (const { edge } of onEdges) {
    for (const way of ways) {
      const at = meeting(way.through, way.direction, ...edge);
      if (at && distance(at, p) <= reach) return { at, to: ['edge', way.guide] };
    }
  }
  if (onEdges[0]) return { at: onEdges[0].at, to: ['edge'] };
  return along(p, ways, drawn, reach);
}

interface Way {
  readonly guide: Guide;
  readonly through: ClothPoint;
  /** Of length 1. */
  readonly direction: Point;
}

const LEVEL: Point = { x: 1, y: 0 };
const UPRIGHT: Point = { x: 0, y: 1 };

/** Lines that the next point would lie well on. */
function waysFrom(drawn: readonly ClothPoint[]): readonly Way[] {
  const last = drawn.at(-1);
  if (!last) return [];
  const before = drawn.at(-2);
  const ways: Way[] = [];
  if (before && distance(before, last) > 0) {
    const direction = {
      x: -(last.y - before.y) / distance(before, last),
      y: (last.x - before.x) / distance(before, last),
    };
    ways.push({ guide: 'square', through: last, direction });
  }
  ways.push({ guide: 'level', through: last, direction: LEVEL }, { guide: 'level', through: last, direction: UPRIGHT });
  const first = drawn[0]!;
  if (drawn.length > 1)
    ways.push(
      { guide: 'in-line', through: first, direction: LEVEL },
      { guide: 'in-line', through: first, direction: UPRIGHT },
    );
  return ways;
}

/** Onto the nearest way, where it meets another, or as long as an edge before. */
function along(p: ClothPoint, ways: readonly Way[], drawn: readonly ClothPoint[], reach: number): Snapped {
  const on = ways
    .map((way) => ({ ...way, at: ontoWay(p, way) }))
    .filter(({ at }) => distance(at, p) <= reach)
    .sort((a, b) => distance(a.at, p) - distance(b.at, p));
  const [best] = on;
  const last = drawn.at(-1);
  if (!last) return { at: p, to: [] };
  const lengths = drawn.slice(1).map((q, i) => distance(drawn[i]!, q));
  if (!best) {
    const now = distance(last, p);
    const equal = lengths.find((length) => Math.abs(length - now) <= reach);
    return equal === undefined || now === 0 ? { at: p, to: [] } : { at: lerp(last, p, equal / now), to: ['equal'] };
  }
  for (const other of on.slice(1)) {
    const beyond = clothPoint(other.through.x + other.direction.x, other.through.y + other.direction.y);
    const at = meeting(best.through, best.direction, other.through, beyond, false);
    if (at && distance(at, p) <= reach) return { at, to: [best.guide, other.guide] };
  }
  if (best.guide !== 'in-line') {
    const now = distance(last, best.at);
    const equal = lengths.find((length) => Math.abs(length - now) <= reach);
    if (equal !== undefined && now > 0) return { at: lerp(last, best.at, equal / now), to: [best.guide, 'equal'] };
  }
  return { at: best.at, to: [best.guide] };
}

function nearest(places: readonly ClothPoint[], p: ClothPoint, reach: number): ClothPoint | undefined {
  const within = places.filter((one) => distance(one, p) <= reach);
  return within.sort((a, b) => distance(a, p) - distance(b, p))[0];
}

function foot(p: ClothPoint, a: ClothPoint, b: ClothPoint): ClothPoint {
  return lerp(a, b, nearestPart(p.x, p.y, a.x, a.y, b.x, b.y));
}

function ontoWay(p: ClothPoint, { through, direction }: Way): ClothPoint {
  const t = (p.x - through.x) * direction.x + (p.y - through.y) * direction.y;
  return clothPoint(through.x + t * direction.x, through.y + t * direction.y);
}

/** Where a line meets a segment, or the line that it lies on. */
function meeting(through: ClothPoint, way: Point, a: ClothPoint, b: ClothPoint, within = true): ClothPoint | null {
  const [ux, uy] = [b.x - a.x, b.y - a.y];
  const cross = way.x * uy - way.y * ux;
  if (Math.abs(cross) < 1e-9 * Math.hypot(ux, uy)) return null;
  const u = (way.y * (a.x - through.x) - way.x * (a.y - through.y)) / cross;
  return within && (u < 0 || u > 1) ? null : clothPoint(a.x + u * ux, a.y + u * uy);
}
