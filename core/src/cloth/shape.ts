import { type ClothPoint, clothPoint, distance, type Point } from '../geometry/point.ts';
import { boxRingIn, insetRing, signedArea } from '../geometry/polygon.ts';
import { smoothThrough } from '../geometry/smooth.ts';
import { FLATTEN_CHORD, SMALLEST_PATCH_EDGE } from '../tolerances.ts';

/** A point of a patch's edge. */
export interface Control {
  /** Of its own within the patch, and kept when the patch is moved or measured anew. */
  readonly id: string;
  readonly at: ClothPoint;
  /** The edge has a corner here; between corners it is smooth. */
  readonly corner: boolean;
}

/**
 * The edge of a patch: a closed chain, clockwise as seen (y down), the upper left corner first where it was planned. Three corners are a
 * triangle, four a quad or a strip, more a polygon, none a round patch; any number of edge points lie between.
 */
export type Shape = readonly Control[];

const control = (at: ClothPoint, i: number, corner: boolean): Control => ({ id: `c${i + 1}`, at, corner });

/** What lies at some points, in clockwise order of those, the first staying first. */
const clockwise = <T>(those: readonly T[], points: readonly Point[]): readonly T[] =>
  signedArea(points) >= 0 ? those : [those[0]!, ...those.slice(1).reverse()];

/** A triangle, a quad or a polygon, all of whose points are corners. Throws on fewer than three. */
export function polygonShape(points: readonly ClothPoint[]): Shape {
  if (points.length < 3) throw new RangeError(`a patch has three corners or more, not ${points.length}`);
  return clockwise(points, points).map((at, i) => control(at, i, true));
}

/** A box between two opposite corners. */
export const boxShape = (a: ClothPoint, b: ClothPoint): Shape =>
  polygonShape(
    boxRingIn(
      { minX: Math.min(a.x, b.x), minY: Math.min(a.y, b.y), maxX: Math.max(a.x, b.x), maxY: Math.max(a.y, b.y) },
      clothPoint,
    ),
  );

/** What was touched going round, sharp or smooth at each. Throws on fewer than three points. */
export function tracedShape(points: readonly Pick<Control, 'at' | 'corner'>[]): Shape {
  if (points.length < 3) throw new RangeError(`a patch is traced by three points or more, not ${points.length}`);
  return clockwise(
    points,
    points.map(({ at }) => at),
  ).map(({ at, corner }, i) => control(at, i, corner));
}

/** Corners that are as near to the upper left as this, mm, are alike there: the first stays first. */
const ALIKE = 0.02;

/** The same ring from the corner nearest to the upper left of its box, or where it has none from that point. */
export function fromUpperLeft<C extends Pick<Control, 'at' | 'corner'>>(ring: readonly C[]): readonly C[] {
  const least = clothPoint(Math.min(...ring.map(({ at }) => at.x)), Math.min(...ring.map(({ at }) => at.y)));
  const from = ring.some(({ corner }) => corner) ? ring.filter(({ corner }) => corner) : ring;
  const first = ring.indexOf(
    from.reduce((best, one) => (distance(one.at, least) < distance(best.at, least) - ALIKE ? one : best)),
  );
  return [...ring.slice(first), ...ring.slice(0, first)];
}

/** A strip between two long edges, each followed from the same end: four corners, with the edges' other points between. */
export function stripShape(one: readonly ClothPoint[], other: readonly ClothPoint[]): Shape {
  if (one.length < 2 || other.length < 2) throw new RangeError('each edge of a strip has two points or more');
  const edge = (points: readonly ClothPoint[]) =>
    points.map((at, i) => ({ at, corner: i === 0 || i === points.length - 1 }));
  return tracedShape([...edge(one), ...edge(other).reverse()]);
}

export const cornersOf = (shape: Shape): readonly Control[] => shape.filter(({ corner }) => corner);

/** The chain parted at its corners, each part with the corners at both ends; one part that closes where there are none. */
function parts(shape: Shape): readonly (readonly Control[])[] {
  const first = shape.findIndex(({ corner }) => corner);
  if (first < 0) return [shape];
  const round = [...shape.slice(first), ...shape.slice(0, first), shape[first]!];
  const out: Control[][] = [];
  for (const one of round) {
    out.at(-1)?.push(one);
    if (one.corner) out.push([one]);
  }
  return out.slice(0, -1);
}

/** One edge of a patch, from one corner to the next. */
export interface ShapeEdge {
  /** The corners' ids; null on a round patch. */
  readonly from: string | null;
  readonly to: string | null;
  /** From corner to corner, both among them; smooth where it has points of its own between. */
  readonly line: readonly ClothPoint[];
}

/** The edges, clockwise; a round patch has one, without its first point at the end. */
export const edgesOf = (shape: Shape): readonly ShapeEdge[] =>
  parts(shape).map((part) => {
    const round = !part[0]!.corner;
    const line = smoothThrough(
      part.map(({ at }) => at),
      round,
      FLATTEN_CHORD,
    );
    return { from: round ? null : part[0]!.id, to: round ? null : part.at(-1)!.id, line };
  });

/** The edge all round as a ring of points, the first not repeated. */
export const outlineOf = (shape: Shape): readonly ClothPoint[] =>
  shape.every(({ corner }) => corner)
    ? shape.map(({ at }) => at)
    : edgesOf(shape).flatMap(({ from, line }) => (from === null ? line : line.slice(0, -1)));

/** With each control somewhere else. */
export const movedShape = (shape: Shape, move: (control: Control) => ClothPoint): Shape =>
  shape.map((one) => ({ ...one, at: move(one) }));

/**
 * The shape whose edges lie `margin` inside (negative: outside) those of a shape; a list gives each edge its own, in the order of `edgesOf`.
 * Exact for straight edges; corners are where neighbouring shifted edges meet. Null when nothing is left, or an edge has no length.
 */
export function insetOf(shape: Shape, margin: number | readonly number[]): Shape | null {
  const own = parts(shape).map((part, i) => ({ part, margin: typeof margin === 'number' ? margin : margin[i]! }));
  if (own.some((edge) => !Number.isFinite(edge.margin)))
    throw new RangeError(`a patch of ${own.length} edges was given ${String(margin)} as margins`);
  // Segment i of the chain belongs to the edge whose controls it lies between.
  const chain = own.flatMap(({ part, margin: by }) =>
    (part[0]!.corner ? part.slice(0, -1) : part).map((one) => ({ one, by })),
  );
  const ring = chain.map(({ one }) => one.at);
  const inner = insetRing(
    ring,
    chain.map(({ by }) => by),
  );
  if (!inner || signedArea(ring) * signedArea(inner) <= 0) return null;
  const moved = chain.map(({ one }, i): Control => ({ ...one, at: inner[i]! }));
  return parts(moved).every((part, i) => isLeft(own[i]!.part, part)) ? moved : null;
}

/** An inset larger than the patch turns its edges round or leaves too little of them. */
function isLeft(before: readonly Control[], after: readonly Control[]): boolean {
  const along = (from: number, to: number): number => {
    const [a, b, c, d] = [before.at(from)!.at, before.at(to)!.at, after.at(from)!.at, after.at(to)!.at];
    return (b.x - a.x) * (d.x - c.x) + (b.y - a.y) * (d.y - c.y);
  };
  // A round edge comes back to where it began: it is told by its parts.
  if (!before[0]!.corner) return before.reduce((sum, _, i) => sum + along(i - 1, i), 0) > 0;
  return along(0, -1) > 0 && distance(after[0]!.at, after.at(-1)!.at) >= SMALLEST_PATCH_EDGE;
}
