import { movedStart } from '../design/edit-line.ts';
import { nearestAlong } from '../geometry/nearest-along.ts';
import type { Point } from '../geometry/point.ts';
import {
  concatenate,
  cumulativeLength,
  nearestPart,
  pointAtLength,
  pointOf,
  type Polyline,
} from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { indexRings, type RingIndex } from '../geometry/ring-index.ts';
import { stretchOf } from '../geometry/stretch-of.ts';

/** A step to the next line may be so much longer than lines are apart: corners are farther from each other than sides. */
const FARTHEST_STEP = 1.5;
/** Places of a ring that are tried for the shortest step to another. */
const TRIED = 48;

/** A ring with its first point again, and the steps from it: to all rings that are near, then to those that are stitched from it on. */
interface Link {
  readonly line: Polyline;
  readonly length: number;
  readonly near: Map<Link, Step>;
  readonly next: Step[];
}

/** Where one leaves a ring, mm along it, to which one, where on that, and how far it is. */
interface Step {
  readonly from: number;
  readonly link: Link;
  readonly to: number;
  readonly off: number;
}

/**
 * Rings that lie inside each other, level by level, as few lines: from one ring a step leads to the next, to the last of them on and to others
 * there and back (a spanning tree of rings a step apart, walked in depth).
 * @param levels closed lines without their first point again, each level `spacing` or less from the one before
 * @param as whether each comes back to where it began
 */
export function inOneRun(levels: readonly Rings[], spacing: number, as: 'open' | 'closed' = 'open'): Polyline[] {
  const links = levels.map((rings) => rings.map(linkOf));
  levels.forEach((rings, i) => {
    const index = indexRings(rings);
    for (const others of [links[i - 1] ?? [], links[i + 1] ?? []])
      for (const one of others) meet(one, links[i]!, index, FARTHEST_STEP * spacing);
  });
  const taken = new Set<Link>();
  const runs: Polyline[] = [];
  for (const first of links.flat()) {
    if (taken.has(first)) continue;
    taken.add(first);
    const queue = [first];
    for (const link of queue)
      for (const step of link.near.values()) {
        if (taken.has(step.link)) continue;
        taken.add(step.link);
        link.next.push(step);
        queue.push(step.link);
      }
    runs.push(concatenate(walked(first, 0, FARTHEST_STEP * spacing, as === 'closed')));
  }
  return runs;
}

const linkOf = (ring: Polyline): Link => {
  const line = Float64Array.from([...ring, ring[0]!, ring[1]!]);
  return { line, length: cumulativeLength(line).at(-1)!, near: new Map(), next: [] };
};

/** Notes the shortest steps found between a ring and those of a level beside it, both ways. */
function meet(
  one: Link,
  others: readonly Link[],
  { near, found, ring, ends, along }: RingIndex,
  farthest: number,
): void {
  const own = cumulativeLength(one.line);
  for (let i = 0; i < TRIED; i++) {
    const from = (one.length * i) / TRIED;
    const { x, y } = pointAtLength(one.line, own, from);
    const count = near(x - farthest, y - farthest, x + farthest, y + farthest);
    for (let k = 0; k < count; k++) {
      const edge = found[k]!;
      const [ax, ay, bx, by] = [ends[4 * edge]!, ends[4 * edge + 1]!, ends[4 * edge + 2]!, ends[4 * edge + 3]!];
      const t = nearestPart(x, y, ax, ay, bx, by);
      const off = Math.sqrt((ax + t * (bx - ax) - x) ** 2 + (ay + t * (by - ay) - y) ** 2);
      const other = others[ring[edge]!]!;
      if (off > Math.min(farthest, one.near.get(other)?.off ?? Infinity)) continue;
      const to = along[edge]! + t * Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
      one.near.set(other, { from, link: other, to, off });
      other.near.set(one, { from: to, link: one, to: from, off });
    }
  }
}

/** A ring from a place on it, and all that hangs on it. @param comesBack whether the walk ends where it began */
function walked({ line: ring, length, next }: Link, start: number, farthest: number, comesBack: boolean): Polyline[] {
  const [line] = movedStart([ring], start) as [Polyline];
  const along = cumulativeLength(line);
  const first = pointOf(line, 0);
  // The one that most hang on goes on from where this ring ends, if it is near there: it needn't be come back from.
  const onward = comesBack
    ? undefined
    : next
        .toSorted((a, b) => sizeOf(b.link) - sizeOf(a.link))
        .find(({ link }) => nearestAlong(link.line, first).off <= farthest);
  const after = ({ from }: Step): number => (from - start + length) % length;
  const out: Polyline[] = [];
  let at = 0;
  for (const step of next.toSorted((a, b) => after(a) - after(b))) {
    if (step === onward) continue;
    const to = Math.min(after(step), along.at(-1)!);
    if (to > at) out.push(stretchOf(line, at, to));
    at = to;
    const there = walked(step.link, step.to, farthest, true);
    const [off, on] = [pointAtLength(line, along, to), pointOf(there[0]!, 0)];
    out.push(straight(off, on), ...there, straight(on, off));
  }
  out.push(at === 0 ? line : stretchOf(line, at, along.at(-1)!));
  if (!onward) return out;
  const goes = walked(onward.link, nearestAlong(onward.link.line, first).along, farthest, false);
  return [...out, straight(first, pointOf(goes[0]!, 0)), ...goes];
}

const sizeOf = ({ next }: Link): number => next.reduce((sum, { link }) => sum + sizeOf(link), 1);

const straight = (a: Point, b: Point): Polyline => Float64Array.of(a.x, a.y, b.x, b.y);
