import { cornersOf, edgesOf, type Shape } from '../cloth/shape.ts';
import { distance, minus, type Point } from '../geometry/point.ts';
import { STRIP } from '../tolerances.ts';

/** A patch as a design sits in it. */
export interface Seat {
  /** Its edge, planned or as touched; its first corner is upper left of what sits in it, in a triangle its point. */
  readonly shape: Shape;
  /** Which way is across there, radians from the x axis. */
  readonly angle: number;
}

/** What a design stands upright in: the quilt, or its own patch, so that patches that are turned copies of one another are worked alike. */
export const UPS = ['quilt', 'patch'] as const;
export type Up = (typeof UPS)[number];

/**
 * How a design sits in a patch.
 * @param shape planned, or as touched: with the controls of `planned` in their order, which the planned one decides
 */
export function seatIn(shape: Shape, planned: Shape, up: Up): Seat {
  const first = up === 'patch' ? firstCorner(planned) : 0;
  const turned = first === 0 ? shape : [...shape.slice(first), ...shape.slice(0, first)];
  return { shape: turned, angle: acrossOf(turned, up) };
}

/** Index of the control that a patch by itself begins with: the point of a triangle; in a strip the corner from which it runs along. */
function firstCorner(shape: Shape): number {
  const corners = cornersOf(shape);
  const edges = edgesOf(shape);
  const length = (i: number): number => {
    const { line } = edges[i % edges.length]!;
    return distance(line[0]!, line.at(-1)!);
  };
  const indexOf = (corner: number): number => shape.indexOf(corners[corner % corners.length]!);
  if (corners.length === 3) return indexOf(baseOf([length(0), length(1), length(2)], edges) + 2);
  return corners.length === 4 && length(1) + length(3) >= STRIP * (length(0) + length(2)) ? indexOf(1) : 0;
}

/** Whether a patch as it sits is at least `STRIP` times as long as wide. */
export function isStrip(shape: Shape): boolean {
  const [a, b, c, d] = cornersOf(shape).map(({ at }) => at);
  if (!a || !b || !c || !d || cornersOf(shape).length !== 4) return false;
  return distance(a, b) + distance(d, c) >= STRIP * (distance(b, c) + distance(a, d));
}

/** Sides of a triangle that differ by less than this part are alike. */
const ALIKE = 0.05;

/** The edge that a triangle stands on: the one that isn't like the two others, else the longest; of one with all alike the one that lies most level. */
function baseOf(lengths: readonly [number, number, number], edges: ReturnType<typeof edgesOf>): number {
  const alike = (i: number, j: number): boolean =>
    Math.abs(lengths[i]! - lengths[j]!) <= ALIKE * Math.max(lengths[i]!, lengths[j]!);
  const pairs = [0, 1, 2].filter((i) => alike((i + 1) % 3, (i + 2) % 3));
  if (pairs.length === 1) return pairs[0]!;
  const level = (i: number): number => {
    const { line } = edges[i]!;
    const d = minus<Point>(line.at(-1)!, line[0]!);
    return Math.abs(d.x) / (lengths[i]! || 1);
  };
  const better = pairs.length === 3 ? level : (i: number): number => lengths[i]!;
  return [0, 1, 2].reduce((best, i) => (better(i) > better(best) + 1e-9 ? i : best), 0);
}

/** Of four corners the mean of the four edges' directions, each turned to the horizontal; of a triangle worked by itself its base's; else level. */
function acrossOf(shape: Shape, up: Up): number {
  const corners = cornersOf(shape).map(({ at }) => at);
  const [a, b, c, d] = corners;
  if (up === 'patch' && corners.length === 3) {
    const base = minus<Point>(b!, c!);
    return Math.atan2(base.y, base.x);
  }
  if (!a || !b || !c || !d || corners.length !== 4) return 0;
  const across = [minus<Point>(b, a), minus<Point>(c, d)];
  const down = [minus<Point>(d, a), minus<Point>(c, b)];
  const direction = [...across, ...down.map(({ x, y }) => ({ x: y, y: -x }))].reduce(
    (sum, { x, y }) => {
      const length = Math.sqrt(x * x + y * y) || 1;
      return { x: sum.x + x / length, y: sum.y + y / length };
    },
    { x: 0, y: 0 },
  );
  const angle = Math.atan2(direction.y, direction.x);
  // What stands on a corner is upright on the quilt all the same; what lies a little askew is followed.
  return up === 'quilt' && Math.abs(angle) > ASKEW ? 0 : angle;
}

/** A patch that is turned by more doesn't lie askew: it was meant to stand so. */
export const ASKEW = Math.PI / 8;
