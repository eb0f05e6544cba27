import { type ClothPoint, clothPoint, type Point } from '../geometry/point.ts';
import type { Copy } from './copy.ts';

/** Enough halvings for a scale as exact as its number. */
const HALVINGS = 60;

/**
 * The largest copy of a convex hull in a convex ring, in the middle where it has room; by bisection over the scale: at each, where the copy may lie is the ring's edges shifted by how far it reaches towards them. Null where there is
 * none.
 * @param hull about the middle of its box, turned
 */
export function copyInConvex(hull: readonly Point[], ring: readonly Point[]): Copy | null {
  const edges = ring.flatMap((a, i): Edge[] => {
    const b = ring[(i + 1) % ring.length]!;
    const length = Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2);
    if (length === 0) return [];
    const [nx, ny] = [(b.y - a.y) / length, (a.x - b.x) / length];
    const reach = hull.reduce((most, p) => Math.max(most, nx * p.x + ny * p.y), -Infinity);
    return [{ nx, ny, room: nx * a.x + ny * a.y, reach }];
  });
  const size = Math.max(...ring.map((p) => Math.max(Math.abs(p.x - ring[0]!.x), Math.abs(p.y - ring[0]!.y))));
  const frame = [-1, 1].flatMap((x) =>
    [-x, x].map((y) => ({ x: ring[0]!.x + 2 * x * size, y: ring[0]!.y + 2 * y * size })),
  );
  const placesAt = (scale: number): readonly Point[] =>
    edges.reduce<readonly Point[]>((places, edge) => cutBy(places, edge, scale), frame);
  let places = placesAt(0);
  if (places.length === 0) return null;
  const most = Math.max(...edges.map(({ reach }) => reach));
  if (!(most > 0)) return { scale: 1, centre: middleOf(places) };
  let [low, high] = [0, (4 * size) / most];
  for (let k = 0; k < HALVINGS && high - low > 1e-15 * high; k++) {
    const scale = (low + high) / 2;
    const there = placesAt(scale);
    if (there.length === 0) high = scale;
    else [low, places] = [scale, there];
  }
  return low > 0 ? { scale: low, centre: middleOf(places) } : null;
}

/** An edge by its outward normal, and how far a copy of scale 1 reaches from its middle towards it, mm. */
interface Edge {
  readonly nx: number;
  readonly ny: number;
  readonly room: number;
  readonly reach: number;
}

/** What an edge leaves of the places where the middle of a copy may be. */
function cutBy(places: readonly Point[], { nx, ny, room, reach }: Edge, scale: number): Point[] {
  const beyond = (p: Point): number => nx * p.x + ny * p.y - (room - scale * reach);
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
