import { type ClothPoint, clothPoint, type Point } from '../geometry/point.ts';
import type { Copy } from './copy.ts';

/**
 * The largest copy of a convex hull in a convex ring, in the middle where it has room. The scale and the place of a copy lie on the inner side of
 * every edge, shifted by how far the copy reaches towards it: a linear program of three numbers. Null where there is none.
 * @param hull about the middle of its box, turned
 */
export function copyInConvex(hull: readonly Point[], ring: readonly Point[]): Copy | null {
  const edges = ring.flatMap((a, i): Edge[] => {
    const b = ring[(i + 1) % ring.length]!;
    const length = Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2);
    if (length === 0) return [];
    const [nx, ny] = [(b.y - a.y) / length, (a.x - b.x) / length];
    let reach = -Infinity;
    for (const p of hull) reach = Math.max(reach, nx * p.x + ny * p.y);
    return [{ nx, ny, room: nx * a.x + ny * a.y, reach }];
  });
  const size = Math.max(...ring.map((p) => Math.max(Math.abs(p.x - ring[0]!.x), Math.abs(p.y - ring[0]!.y))));
  const scale = largestScale(edges, size);
  if (scale === null || !(scale > 0)) return null;
  const frame = [-1, 1].flatMap((x) =>
    [-x, x].map((y) => ({ x: ring[0]!.x + 2 * x * size, y: ring[0]!.y + 2 * y * size })),
  );
  const places = edges.reduce<readonly Point[]>((left, edge) => cutBy(left, edge, scale * (1 - ROOM)), frame);
  return places.length > 0 ? { scale, centre: middleOf(places) } : null;
}

/** A place is looked for as for a copy that is smaller by so little, so that rounding leaves one. */
const ROOM = 1e-12;

/** An edge by its outward normal, and how far a copy of scale 1 reaches from its middle towards it, mm. */
interface Edge {
  readonly nx: number;
  readonly ny: number;
  readonly room: number;
  readonly reach: number;
}

/** A place and a scale. */
interface Held {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** How far a copy lies over an edge, mm. */
const over = ({ nx, ny, room, reach }: Edge, { x, y, scale }: Held): number => nx * x + ny * y + reach * scale - room;

/**
 * The linear program, by cutting planes: solved for a few edges, of which the one that the answer lies over most is taken in next. Null where no copy
 * lies inside at all.
 */
function largestScale(edges: readonly Edge[], size: number): number | null {
  const exact = 1e-11 * size;
  let few = bounding(edges);
  let before = Infinity;
  for (;;) {
    const best = bestOf(few, exact);
    if (!best) return null;
    let worst: Edge | null = null;
    let most = exact;
    for (const edge of edges) {
      const by = over(edge, best);
      if (by > most) [worst, most] = [edge, by];
    }
    if (!worst) return best.scale;
    // What doesn't hold the answer lets go; only where that became smaller, so that no few come twice and this ends.
    const tight = best.scale < before ? few.filter((edge) => over(edge, best) > -exact * 10) : few;
    few = [...(tight.length >= 3 ? tight : few), worst];
    before = best.scale;
  }
}

/** A few edges on all sides. */
function bounding(edges: readonly Edge[]): readonly Edge[] {
  if (edges.length <= 5) return edges;
  const farthest = (of: (edge: Edge) => number): Edge => edges.reduce((a, b) => (of(b) > of(a) ? b : a));
  return [
    ...new Set([
      farthest(({ nx }) => nx),
      farthest(({ nx }) => -nx),
      farthest(({ ny }) => ny),
      farthest(({ ny }) => -ny),
      farthest(({ nx, ny }) => nx + ny),
    ]),
  ];
}

/** Of all places where three edges hold a copy the one with the largest scale that lies over none. */
function bestOf(edges: readonly Edge[], exact: number): Held | null {
  let best: Held | null = null;
  for (let i = 0; i < edges.length; i++)
    for (let j = i + 1; j < edges.length; j++)
      for (let k = j + 1; k < edges.length; k++) {
        const held = heldBy(edges[i]!, edges[j]!, edges[k]!);
        if (!held || (best && held.scale <= best.scale)) continue;
        if (edges.every((edge) => over(edge, held) <= exact)) best = held;
      }
  return best;
}

/** Cramer's rule. Null where the three don't hold one copy. */
function heldBy(a: Edge, b: Edge, c: Edge): Held | null {
  const det = (
    p: number,
    q: number,
    r: number,
    s: number,
    t: number,
    u: number,
    v: number,
    w: number,
    z: number,
  ): number => p * (t * z - u * w) - q * (s * z - u * v) + r * (s * w - t * v);
  const whole = det(a.nx, a.ny, a.reach, b.nx, b.ny, b.reach, c.nx, c.ny, c.reach);
  if (Math.abs(whole) < 1e-12 * Math.max(a.reach, b.reach, c.reach)) return null;
  return {
    x: det(a.room, a.ny, a.reach, b.room, b.ny, b.reach, c.room, c.ny, c.reach) / whole,
    y: det(a.nx, a.room, a.reach, b.nx, b.room, b.reach, c.nx, c.room, c.reach) / whole,
    scale: det(a.nx, a.ny, a.room, b.nx, b.ny, b.room, c.nx, c.ny, c.room) / whole,
  };
}

/** What an edge leaves of the places where the middle of a copy may be. */
function cutBy(places: readonly Point[], { nx, ny, room, reach }: Edge, scale: number): readonly Point[] {
  const beyond = (p: Point): number => nx * p.x + ny * p.y - (room - scale * reach);
  if (places.every((p) => beyond(p) <= 0)) return places;
  return places.flatMap((p, i) => {
    const next = places[(i + 1) % places.length]!;
    const [a, b] = [beyond(p), beyond(next)];
    const crosses = a < 0 !== b < 0 && a !== b;
    const t = a / (a - b);
    return [
      ...(a <= 0 ? [p] : []),
      ...(crosses && a !== 0 && b !== 0 ? [{ x: p.x + t * (next.x - p.x), y: p.y + t * (next.y - p.y) }] : []),
    ];
  });
}

function middleOf(places: readonly Point[]): ClothPoint {
  const [xs, ys] = [places.map((p) => p.x), places.map((p) => p.y)];
  return clothPoint((Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2);
}
