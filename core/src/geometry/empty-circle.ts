import { type DistanceField, segmentNear } from './distance-field.ts';
import { growBall } from './grow-ball.ts';
import { distance, type Point, type PointMaker } from './point.ts';
import { intoConvex } from './polygon.ts';
import { type Bounds, type Polyline, squaredDistanceToChord } from './polyline.ts';
import type { SegmentIndex } from './segment-index.ts';

/** A circle without a stitch inside, mm. */
export interface EmptyCircle<P extends Point> {
  readonly centre: P;
  readonly diameter: number;
}

/** Circles are sought from the best cell of each square of so many cells by so many, */
const BLOCK = 6;
/** and of those no more than this are checked against all lines about them, since the cells around one don't name all that hold its circle, */
const CHECKED = 1500;
/** and the best of these moved to where they are widest. */
const CLIMBS = 40;
/** The circle of a cell lies about this near its middle, in cells, or another cell's is better. */
const AT_HAND = 2.2;

/**
 * The widest circle without a line in it whose centre lies within a convex ring. From the middle of each cell of `field` that lies midway
 * between lines the circle is told that touches the nearest line and is held by those of the cells around (a ball of the medial axis; Ma,
 * Bae & Choi 2012); the best of them are moved to where they are as wide as they can be against the lines themselves. Within 0.1 mm where
 * cells are no wider than its radius. Null when the ring has no inside.
 * @param box that the field is of
 * @param ring closed, its first point last
 */
export function widestEmptyCircle<P extends Point>(
  index: SegmentIndex,
  field: DistanceField,
  box: Bounds,
  ring: Polyline,
  make: PointMaker<P>,
): EmptyCircle<P> | null {
  const { cell } = field;
  const checked: Circle[] = [];
  let most = 0;
  for (const { centre, radius } of bestOfBlocks(index, field, box, ring).slice(0, CHECKED)) {
    if (2 * radius + cell <= 2 * most) break;
    // A circle that a line comes into was held by others than the cells around name.
    const bare = index.distance(centre.x, centre.y, segmentNear(field, box, centre.x, centre.y));
    const circle =
      bare > radius - SETTLED ? { centre, radius: bare } : new Surroundings(index, centre, cell).circleAt(centre, ring);
    most = Math.max(most, circle.radius);
    checked.push(circle);
  }
  let best: Circle | null = null;
  for (const { centre, radius } of widestFirst(checked).slice(0, CLIMBS)) {
    if (best && 2 * radius + cell <= 2 * best.radius) break;
    const found = climb(centre, cell, index, ring);
    if (!best || found.radius > best.radius) best = found;
  }
  return best && { centre: make(best.centre.x, best.centre.y), diameter: 2 * best.radius };
}

const widestFirst = (circles: readonly Circle[]): Circle[] => [...circles].sort((a, b) => b.radius - a.radius);

export interface Circle {
  readonly centre: Point;
  readonly radius: number;
}

/** The widest circle of each block of cells, the widest first. */
function bestOfBlocks({ ends }: SegmentIndex, field: DistanceField, box: Bounds, ring: Polyline): Circle[] {
  const { cell, columns, rows, distance: off, nearest } = field;
  const across = Math.ceil(columns / BLOCK);
  const best = new Float64Array(across * Math.ceil(rows / BLOCK));
  const centres = new Float64Array(2 * best.length);
  const spans = spansOf(field, box, ring);
  const beside = new Int32Array(9);
  const ball = new Float64Array(3);
  for (let row = 0; row < rows; row++) {
    const to = spans[2 * row + 1]!;
    for (let column = spans[2 * row]!; column < to; column++) {
      const i = row * columns + column;
      const block = Math.floor(row / BLOCK) * across + Math.floor(column / BLOCK);
      // Nothing held at hand can be wider.
      if (off[i]! + AT_HAND * cell <= best[block]! || !isMidway(field, spans, column, row)) continue;
      let count = 0;
      for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++) {
        for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) {
          beside[count++] = nearest[r * columns + c]!;
        }
      }
      ball[0] = box.minX + (column + 0.5) * cell;
      ball[1] = box.minY + (row + 0.5) * cell;
      ball[2] = off[i]!;
      growBall(ball, ends, nearest[i]!, beside, count, off[i]! + AT_HAND * cell);
      if (ball[2] <= best[block]!) continue;
      best[block] = ball[2]!;
      centres[2 * block] = ball[0]!;
      centres[2 * block + 1] = ball[1]!;
    }
  }
  const circles = Array.from(best, (radius, i): Circle => {
    return { centre: { x: centres[2 * i]!, y: centres[2 * i + 1]! }, radius };
  });
  return widestFirst(circles.filter(({ radius }) => radius > 0));
}

/** The cells of each row whose middles a convex ring holds: from column, to column. A thin ring's rows have one at least. */
function spansOf({ cell, columns, rows }: DistanceField, box: Bounds, ring: Polyline): Int32Array {
  const spans = new Int32Array(2 * rows);
  for (let row = 0; row < rows; row++) {
    const y = box.minY + (row + 0.5) * cell;
    let [low, high] = [Infinity, -Infinity];
    for (let i = 2; i < ring.length; i += 2) {
      const [x0, y0, x1, y1] = [ring[i - 2]!, ring[i - 1]!, ring[i]!, ring[i + 1]!];
      if (y0 > y === y1 > y) continue;
      const x = x0 + ((y - y0) / (y1 - y0)) * (x1 - x0);
      [low, high] = [Math.min(low, x), Math.max(high, x)];
    }
    if (low > high) continue;
    const from = Math.max(0, Math.ceil((low - box.minX) / cell - 0.5));
    spans[2 * row] = Math.min(columns - 1, from);
    spans[2 * row + 1] = Math.min(columns, Math.max(spans[2 * row]! + 1, Math.floor((high - box.minX) / cell + 0.5)));
  }
  return spans;
}

/** A cell is no nearer to a line than its neighbours on both sides, one way across or another; what lies outside is nearer. */
function isMidway({ columns, rows, distance: off }: DistanceField, spans: Int32Array, column: number, row: number) {
  const own = off[row * columns + column]! + 1e-6;
  const at = (c: number, r: number): number =>
    r < 0 || r >= rows || c < spans[2 * r]! || c >= spans[2 * r + 1]! ? 0 : off[r * columns + c]!;
  return (
    (at(column - 1, row) <= own && at(column + 1, row) <= own) ||
    (at(column, row - 1) <= own && at(column, row + 1) <= own) ||
    (at(column - 1, row - 1) <= own && at(column + 1, row + 1) <= own) ||
    (at(column + 1, row - 1) <= own && at(column - 1, row + 1) <= own)
  );
}

/** Directions a circle is moved in. */
const WAYS = Array.from({ length: 8 }, (_, k) => ({ x: Math.cos((k * Math.PI) / 4), y: Math.sin((k * Math.PI) / 4) }));
/** A centre is found to this, mm. */
const SETTLED = 1e-4;

/** Lines as far as a circle among them must know them. */
type Lines = Pick<SegmentIndex, 'ends' | 'within' | 'distance'>;

/**
 * Moves a circle to where it is widest, in ever smaller steps. It is grown after each step until lines hold it on both sides, so that it keeps to
 * the middle between them however they run.
 */
export function climb(from: Point, step: number, index: Lines, ring: Polyline, settled = SETTLED): Circle {
  let around = new Surroundings(index, intoConvex(ring, from), step);
  let best = around.circleAt(around.of, ring);
  for (let by = step; by > settled;) {
    const wider = WAYS.map((way) =>
      around.circleAt({ x: best.centre.x + by * way.x, y: best.centre.y + by * way.y }, ring),
    ).reduce((a, b) => (b.radius > a.radius ? b : a));
    if (wider.radius <= best.radius + settled / 100) by /= 2;
    else {
      best = wider;
      if (around.isLeft(best)) around = new Surroundings(index, best.centre, step);
    }
  }
  return { centre: best.centre, radius: index.distance(best.centre.x, best.centre.y) };
}

/** The lines that may touch circles about places near one, looked up once. */
class Surroundings {
  private readonly near: Int32Array;
  private readonly ends: Float64Array;
  private readonly ball = new Float64Array(3);

  /** @param holds how far from there places may lie, mm */
  constructor(
    index: Lines,
    readonly of: Point,
    private readonly holds: number,
  ) {
    this.ends = index.ends;
    // A place twice as far off, grown by as much again, has its lines no farther from here.
    const reach = index.distance(of.x, of.y) + 8 * holds;
    const inBox = index.within(of.x - reach, of.y - reach, of.x + reach, of.y + reach);
    this.near = Int32Array.from(inBox.filter((s) => this.squared(s, of.x, of.y) <= reach * reach));
  }

  isLeft({ centre }: Circle): boolean {
    return distance(centre, this.of) > this.holds;
  }

  /** The circle about a place that is grown until lines on both sides hold it, or, where that leads out of the ring, the one in the ring. */
  circleAt(place: Point, ring: Polyline): Circle {
    const { ball, near } = this;
    const inside = intoConvex(ring, place);
    let nearest = near[0]!;
    let least = Infinity;
    for (const s of near) {
      const d = this.squared(s, inside.x, inside.y);
      if (d < least) [least, nearest] = [d, s];
    }
    ball[0] = inside.x;
    ball[1] = inside.y;
    ball[2] = Math.sqrt(least);
    growBall(ball, this.ends, nearest, near, near.length, ball[2] + 2 * this.holds);
    const grown = { x: ball[0], y: ball[1] };
    return intoConvex(ring, grown) === grown
      ? { centre: grown, radius: ball[2] }
      : { centre: inside, radius: Math.sqrt(least) };
  }

  private squared(s: number, x: number, y: number): number {
    const { ends } = this;
    const e = 4 * s;
    return squaredDistanceToChord(x, y, ends[e]!, ends[e + 1]!, ends[e + 2]!, ends[e + 3]!);
  }
}
