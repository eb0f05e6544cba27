import { clusterPoints } from '../geometry/cluster.ts';
import { type DesignPoint, designPoint, distance, type Point } from '../geometry/point.ts';
import { pointIn } from '../geometry/polyline.ts';
import type { Looks } from '../geometry/looks.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { JOIN_DISTANCE, SAME_PLACE } from '../tolerances.ts';
import { ALONGSIDE, HEADING_REACH } from './headings.ts';

/** An intersection this near a segment's end is at the end, mm. */
const AT_END = 1e-6;
/** Loops and ends smaller than this are none, mm. */
const LEAST_LOOP = 1e-5;

/**
 * Places where the line crosses itself. Two passes through a place cross where they leave a small circle about it alternately, so that it doesn't
 * matter how corners lie there, nor how their coordinates were rounded; a closed stroke runs on past its start. A touch, an end that runs
 * into the line, and lines that run alongside each other there are no crossings. Several crossings within `SAME_PLACE` are one place.
 */
export function crossings(index: SegmentIndex, looks?: Looks): DesignPoint[] {
  const next = neighbours(index);
  const at: number[] = [];
  // Where many lines go through one place, one crossing there says it all.
  const crossed = new Set<number>();
  for (let i = 0; i < index.count; i++) {
    const e = index.ends;
    const [x0, y0, x1, y1] = [e[4 * i]!, e[4 * i + 1]!, e[4 * i + 2]!, e[4 * i + 3]!];
    const within = index.within(
      Math.min(x0, x1) - AT_END,
      Math.min(y0, y1) - AT_END,
      Math.max(x0, x1) + AT_END,
      Math.max(y0, y1) + AT_END,
    );
    for (const j of within) {
      if (j <= i || next.on[i] === j || next.on[j] === i) continue;
      const place = meetingPlace(index, i, j);
      if (!place) continue;
      const cell = cellOf(place);
      if (crossed.has(cell)) continue;
      looks?.spend(ONE_CROSSING);
      if (!crossesAt(index, next, i, j, place)) continue;
      crossed.add(cell);
      at.push(place.x, place.y);
    }
  }
  const points = Float64Array.from(at);
  const places = new Map<number, DesignPoint>();
  clusterPoints(points, SAME_PLACE).forEach((place, i) => {
    if (!places.has(place)) places.set(place, pointIn(points, i, designPoint));
  });
  return [...places.values()];
}

/** Telling whether two passes cross takes as long as so many looks. */
const ONE_CROSSING = 6;

/** All of a cell lies within `SAME_PLACE`; its row and column as one number. */
const CELL = SAME_PLACE / Math.SQRT2;
const cellOf = ({ x, y }: Point): number => Math.floor(x / CELL) * 2 ** 26 + Math.floor(y / CELL);

/** For each segment the one after it and the one before it, -1 at the ends of an open stroke. */
interface Neighbours {
  readonly on: Int32Array;
  readonly back: Int32Array;
}

function neighbours({ count, stroke, ends }: SegmentIndex): Neighbours {
  const on = new Int32Array(count).fill(-1);
  const back = new Int32Array(count).fill(-1);
  let first = 0;
  for (let i = 0; i < count; i++) {
    if (stroke[i + 1] === stroke[i] && i + 1 < count) {
      on[i] = i + 1;
      back[i + 1] = i;
      continue;
    }
    const [sx, sy] = [ends[4 * first]!, ends[4 * first + 1]!];
    const isClosed = (ends[4 * i + 2]! - sx) ** 2 + (ends[4 * i + 3]! - sy) ** 2 <= JOIN_DISTANCE ** 2;
    if (isClosed && i > first + 1) {
      on[i] = first;
      back[first] = i;
    }
    first = i + 1;
  }
  return { on, back };
}

/** Where two segments meet; null where they don't, and where they run the same way. */
function meetingPlace(index: SegmentIndex, i: number, j: number): Point | null {
  const e = index.ends;
  const ax = e[4 * i + 2]! - e[4 * i]!;
  const ay = e[4 * i + 3]! - e[4 * i + 1]!;
  const bx = e[4 * j + 2]! - e[4 * j]!;
  const by = e[4 * j + 3]! - e[4 * j + 1]!;
  const a = index.along[i + 1]! - index.along[i]!;
  const b = index.along[j + 1]! - index.along[j]!;
  const cross = ax * by - ay * bx;
  if (Math.abs(cross) < 1e-9 * a * b) return null;
  const dx = e[4 * j]! - e[4 * i]!;
  const dy = e[4 * j + 1]! - e[4 * i + 1]!;
  const s = (dx * by - dy * bx) / cross;
  const t = (dx * ay - dy * ax) / cross;
  const meet = s * a >= -AT_END && s * a <= a + AT_END && t * b >= -AT_END && t * b <= b + AT_END;
  return meet ? { x: e[4 * i]! + s * ax, y: e[4 * i + 1]! + s * ay } : null;
}

function crossesAt(index: SegmentIndex, next: Neighbours, i: number, j: number, place: Point): boolean {
  const far = [
    throughCircle(index, next, i, j, place, HEADING_REACH),
    throughCircle(index, next, j, i, place, HEADING_REACH),
  ];
  if (far[0] && far[1] && runTogether(far[0], far[1])) return false;
  for (let radius = SAME_PLACE; radius >= LEAST_LOOP; radius /= 4) {
    const a = throughCircle(index, next, i, j, place, radius);
    const b = throughCircle(index, next, j, i, place, radius);
    // One that comes to the other inside is a loop still smaller; one that ends inside may still run through.
    if (!a?.back || !a.on || !b?.back || !b.on) continue;
    return alternate([a.back, a.on], [b.back, b.on], place);
  }
  return false;
}

/** Where a pass enters a circle and leaves it; null where its stroke ends inside. */
interface Pass {
  readonly back: Point | null;
  readonly on: Point | null;
}

/** The pass of segment `i` through a circle about a place on it; null when it comes to segment `other` inside. */
function throughCircle(
  index: SegmentIndex,
  next: Neighbours,
  i: number,
  other: number,
  place: Point,
  radius: number,
): Pass | null {
  const on = leaves(index, next.on, i, other, place, radius, 2);
  const back = leaves(index, next.back, i, other, place, radius, 0);
  return on === other || back === other ? null : { on: on as Point | null, back: back as Point | null };
}

/** Where the line first leaves a circle, walked by `step` from segment `i`; `other` when it comes to that. `end` is 2 for on, 0 for back. */
function leaves(
  { ends }: SegmentIndex,
  step: Int32Array,
  i: number,
  other: number,
  place: Point,
  radius: number,
  end: 0 | 2,
): Point | number | null {
  let from = place;
  for (let s = i, walked = 0; s >= 0 && walked <= step.length; s = step[s]!, walked++) {
    if (s === other) return other;
    const to = { x: ends[4 * s + end]!, y: ends[4 * s + end + 1]! };
    if (distance<Point>(place, to) >= radius) return onCircle(place, radius, from, to);
    from = to;
  }
  return null;
}

/** Where the way from a place inside a circle to one outside leaves it. */
function onCircle(centre: Point, radius: number, inside: Point, outside: Point): Point {
  const [px, py] = [inside.x - centre.x, inside.y - centre.y];
  const [ux, uy] = [outside.x - inside.x, outside.y - inside.y];
  const [a, b, c] = [ux * ux + uy * uy, px * ux + py * uy, px * px + py * py - radius * radius];
  const t = a === 0 ? 0 : Math.min(1, (-b + Math.sqrt(Math.max(0, b * b - a * c))) / a);
  return { x: inside.x + t * ux, y: inside.y + t * uy };
}

/** Both passes enter and leave at about the same places, whichever way each runs; of one that ends inside, that end counts as the same. */
function runTogether(a: Pass, b: Pass): boolean {
  const same = (p: Point | null, q: Point | null): boolean =>
    !p || !q || distance<Point>(p, q) <= ALONGSIDE * HEADING_REACH;
  return (same(a.back, b.back) && same(a.on, b.on)) || (same(a.back, b.on) && same(a.on, b.back));
}

/** Exactly one of two points on a circle lies on the arc from one point to another. */
function alternate([from, to]: readonly [Point, Point], others: readonly [Point, Point], centre: Point): boolean {
  const angle = (p: Point): number => Math.atan2(p.y - centre.y, p.x - centre.x);
  const turn = (p: Point): number => {
    const t = angle(p) - angle(from);
    return t < 0 ? t + 2 * Math.PI : t;
  };
  return turn(others[0]) < turn(to) !== turn(others[1]) < turn(to);
}
