import { type ClothPoint, clothPoint, minus, type Point } from '../geometry/point.ts';
import { centroid } from '../geometry/polygon.ts';
import type { Region } from './region.ts';
import { insetOf, outlineOf } from './shape.ts';

/** A triangle of a strip, what is kept clear of its edges taken off: its box there, mm, and whether its point is on the strip's upper edge. */
export interface StripCell {
  readonly from: number;
  readonly to: number;
  readonly top: number;
  readonly bottom: number;
  readonly isUp: boolean;
}

/** Patches in a row that are worked as one: a sashing strip with the cornerstones in it, or triangles side by side. Along it is x, across it y; mm. */
export interface PatchStrip {
  /** In the middle of a sentence. */
  readonly name: string;
  /** Its upper left corner as one looks along it, to the right, and what lies down is on the right hand. */
  readonly start: ClothPoint;
  readonly along: Point;
  readonly length: number;
  readonly depth: number;
  /** Ids of its patches, from its beginning. */
  readonly patches: readonly string[];
  /** Its triangles; null where it is one band. */
  readonly cells: readonly StripCell[] | null;
}

/** What strips of a map can be worked alike, by an id that stays while the map's setting does. */
export interface StripKind {
  readonly id: string;
  /** In the middle of a sentence. */
  readonly name: string;
  readonly strips: readonly PatchStrip[];
}

/** Places nearer than this are one, mm. */
const SAME = 0.01;

/** All kinds of strips that there are. O(patches · log patches). @param clear kept clear of triangles' edges, mm */
export function stripKinds(regions: readonly Region[], clear = 0): readonly StripKind[] {
  const stones = new Set(
    regions.filter(({ kind }) => kind === 'cornerstone').map(({ shape }) => aboutKey(centroid(outlineOf(shape)))),
  );
  const bars = regions.filter(({ kind }) => kind === 'sashing').flatMap((region) => barOf(region) ?? []);
  const triangles = regions
    .filter(({ kind }) => kind === 'setting' || kind === 'block')
    .flatMap((region) => triangleOf(region) ?? []);
  return [
    ...grouped(bars, ({ region }) => region.family).map(([family, own]): StripKind => {
      const strips = chained(own, (before, bar) => isJoined(before, bar, stones));
      return {
        id: family,
        name: `sashing ${wayOf(own[0]!.along)}`,
        strips: strips.map((chain, i) => ({
          ...stripOf(chain),
          name: `sashing strip ${i + 1} ${wayOf(chain[0]!.along)}`,
          cells: null,
        })),
      };
    }),
    ...grouped(triangles, ({ region }) => region.kind).map(([kind, own]): StripKind => {
      const what = kind === 'setting' ? 'setting triangles' : 'triangles';
      // Sashing may end between them.
      const strips = chained(own, (before, one) => one.from - before.to < (one.to - one.from) / 2).filter(
        (chain) => chain.length > 1,
      );
      return {
        id: `triangles-${kind}`,
        name: what,
        strips: strips.map((chain, i) => ({
          ...stripOf(chain),
          name: `row ${i + 1} of ${what}`,
          cells: chain.map((one) => cellOf(one, chain[0]!, clear)),
        })),
      };
    }),
  ].filter(({ strips }) => strips.length > 0);
}

/** The strips of a kind; none where the map hasn't it. */
export const stripsOfKind = (regions: readonly Region[], id: string, clear = 0): readonly PatchStrip[] =>
  stripKinds(regions, clear).find((kind) => kind.id === id)?.strips ?? [];

/** A patch as it lies in a strip: its extent along a direction and across it. */
interface Bar {
  readonly region: Region;
  readonly along: Point;
  readonly from: number;
  readonly to: number;
  readonly top: number;
  readonly bottom: number;
  readonly isUp: boolean;
}

const across = ({ x, y }: Point): Point => ({ x: -y, y: x });
const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;

/** To the right, or straight down: a strip has one direction, whichever way its patches were drawn. */
function directed({ x, y }: Point): Point {
  const length = Math.hypot(x, y);
  const [u, v] = [x / length, y / length];
  return u > SAME || (u > -SAME && v > 0) ? { x: u, y: v } : { x: -u, y: -v };
}

function extent(region: Region, along: Point, isUp: boolean): Bar {
  const ring = outlineOf(region.shape);
  const [xs, ys] = [ring.map((p) => dot(p, along)), ring.map((p) => dot(p, across(along)))];
  return {
    ...{ region, along, isUp },
    ...{ from: Math.min(...xs), to: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) },
  };
}

/** A rectangle, along its longer side. */
function barOf(region: Region): Bar | null {
  const ring = outlineOf(region.shape);
  const [a, b, c, d] = ring;
  if (ring.length !== 4 || !a || !b || !c || !d) return null;
  const [u, v, opposite] = [minus<Point>(b, a), minus<Point>(c, b), minus<Point>(d, a)];
  const isRectangle =
    Math.abs(dot(u, v)) < SAME * Math.hypot(u.x, u.y) && Math.hypot(v.x - opposite.x, v.y - opposite.y) < SAME;
  return isRectangle ? extent(region, directed(Math.hypot(u.x, u.y) >= Math.hypot(v.x, v.y) ? u : v), false) : null;
}

/** A triangle, along its longest edge; of edges alike long the most level one. */
function triangleOf(region: Region): Bar | null {
  const ring = outlineOf(region.shape);
  if (ring.length !== 3) return null;
  const edges = ring.map((a, i) => ({ edge: minus<Point>(ring[(i + 1) % 3]!, a), point: ring[(i + 2) % 3]! }));
  const base = edges.reduce((best, one) => {
    const longer = Math.hypot(one.edge.x, one.edge.y) - Math.hypot(best.edge.x, best.edge.y);
    return longer > SAME || (longer > -SAME && Math.abs(one.edge.y) < Math.abs(best.edge.y)) ? one : best;
  });
  const along = directed(base.edge);
  const found = extent(region, along, false);
  return { ...found, isUp: dot(base.point, across(along)) < (found.top + found.bottom) / 2 };
}

/** Patches in a row, from its beginning: those that lie level with each other, as far as each joins the one before. */
function chained(bars: readonly Bar[], joins: (before: Bar, bar: Bar) => boolean): readonly (readonly Bar[])[] {
  const near = (a: number, b: number): number => (Math.abs(a - b) < SAME ? 0 : a - b);
  const sorted = bars.toSorted(
    (a, b) =>
      near(a.along.x, b.along.x) ||
      near(a.along.y, b.along.y) ||
      near(a.top, b.top) ||
      near(a.bottom, b.bottom) ||
      a.from - b.from,
  );
  const chains: Bar[][] = [];
  for (const bar of sorted) {
    const before = chains.at(-1)?.at(-1);
    const isLevel =
      before &&
      [
        before.along.x - bar.along.x,
        before.along.y - bar.along.y,
        before.top - bar.top,
        before.bottom - bar.bottom,
      ].every((by) => Math.abs(by) < SAME);
    if (isLevel && joins(before, bar)) chains.at(-1)!.push(bar);
    else chains.push([bar]);
  }
  // As they are read: from the left, or from the top.
  const begin = (chain: readonly Bar[]): number => {
    const { x, y } = placeAt(chain[0]!.along, chain[0]!.from, chain[0]!.top);
    return x + y;
  };
  return chains.sort((a, b) => begin(a) - begin(b));
}

/** A place to half a millimetre, for what lies in the middle of a gap. */
const aboutKey = ({ x, y }: Point): string => `${Math.round(2 * x)} ${Math.round(2 * y)}`;

/** Next to each other, or with a cornerstone between. */
function isJoined(before: Bar, bar: Bar, stones: ReadonlySet<string>): boolean {
  if (bar.from - before.to < SAME) return true;
  return stones.has(aboutKey(placeAt(bar.along, (before.to + bar.from) / 2, (bar.top + bar.bottom) / 2)));
}

const placeAt = (along: Point, x: number, y: number): ClothPoint => {
  const down = across(along);
  return clothPoint(along.x * x + down.x * y, along.y * x + down.y * y);
};

function stripOf(chain: readonly Bar[]): Omit<PatchStrip, 'name' | 'cells'> {
  const [first, last] = [chain[0]!, chain.at(-1)!];
  return {
    start: placeAt(first.along, first.from, first.top),
    along: first.along,
    length: last.to - first.from,
    depth: first.bottom - first.top,
    patches: chain.map(({ region }) => region.id),
  };
}

/** What is left of a triangle is a smaller one of the same shape; of one that is too small for that the whole. */
function cellOf(bar: Bar, first: Bar, clear: number): StripCell {
  const shape = clear > 0 ? insetOf(bar.region.shape, clear) : null;
  const { from, to, top, bottom } = shape ? extent({ ...bar.region, shape }, bar.along, bar.isUp) : bar;
  return {
    ...{ from: from - first.from, to: to - first.from },
    ...{ top: top - first.top, bottom: bottom - first.top },
    isUp: bar.isUp,
  };
}

function grouped<T>(all: readonly T[], keyOf: (one: T) => string): readonly (readonly [string, readonly T[]])[] {
  const groups = new Map<string, T[]>();
  for (const one of all) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return [...groups];
}

/** Which way a strip runs. */
const wayOf = ({ x, y }: Point): string =>
  Math.abs(y) < SAME ? 'across' : Math.abs(x) < SAME ? 'down' : y > 0 ? 'down to the right' : 'up to the right';
