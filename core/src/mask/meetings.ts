import { unionFind } from '../geometry/union-find.ts';
import { indexSegments, type SegmentIndex } from '../geometry/segment-index.ts';
import { nearestPart } from '../geometry/polyline.ts';
import { JOIN_DISTANCE } from '../tolerances.ts';
import type { Part, PartingAt } from './parts.ts';

/**
 * Where parts that don't hang together cross or touch, so that one can be gone over to come to the other: as few places as tie all that do. A
 * place is numbered on from `first`, and both parts are to be parted there. O(segments · those near them).
 * @param groupOf one number for parts that hang together
 */
export function meetings(parts: readonly Part[], groupOf: readonly number[], first: number): PartingAt[] {
  const index = indexSegments(parts.map(({ line }) => line));
  const along = alongOwn(index);
  const groups = unionFind(groupOf.reduce((most, group) => Math.max(most, group), -1) + 1);
  const found: PartingAt[] = [];
  let place = first;
  for (let i = 0; i < index.count; i++) {
    const [x0, y0, x1, y1] = segment(index.ends, i);
    const part = index.stroke[i]!;
    const near = index.within(
      Math.min(x0, x1) - JOIN_DISTANCE,
      Math.min(y0, y1) - JOIN_DISTANCE,
      Math.max(x0, x1) + JOIN_DISTANCE,
      Math.max(y0, y1) + JOIN_DISTANCE,
    );
    for (const j of near) {
      const other = index.stroke[j]!;
      if (groups.rootOf(groupOf[part]!) === groups.rootOf(groupOf[other]!)) continue;
      const met = meeting([x0, y0, x1, y1], segment(index.ends, j));
      if (!met) continue;
      groups.join(groupOf[part]!, groupOf[other]!);
      found.push({ part, along: along(i, met.t), place }, { part: other, along: along(j, met.u), place });
      place++;
    }
  }
  return found;
}

/** How far along its own stroke a part of a segment lies, from 0 to 1, mm. */
export function alongOwn({ count, stroke, along }: SegmentIndex): (segment: number, t: number) => number {
  const begins = new Map<number, number>();
  for (let i = count - 1; i >= 0; i--) begins.set(stroke[i]!, along[i]!);
  return (i, t) => along[i]! + t * (along[i + 1]! - along[i]!) - begins.get(stroke[i]!)!;
}

type Segment = readonly [x0: number, y0: number, x1: number, y1: number];
export const segment = (ends: Float64Array, i: number): Segment => [
  ends[4 * i]!,
  ends[4 * i + 1]!,
  ends[4 * i + 2]!,
  ends[4 * i + 3]!,
];

/** Where two segments cross, or an end of one lies on the other: how far along each, from 0 to 1. */
export function meeting(
  [ax, ay, bx, by]: Segment,
  [cx, cy, dx, dy]: Segment,
): { readonly t: number; readonly u: number } | null {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy];
  const cross = ux * vy - uy * vx;
  if (cross !== 0) {
    const t = ((cx - ax) * vy - (cy - ay) * vx) / cross;
    const u = ((cx - ax) * uy - (cy - ay) * ux) / cross;
    if (t >= 0 && t <= 1 && u >= 0 && u <= 1) return { t, u };
  }
  const touches = [
    ...([0, 1] as const).map((t) => ({ t, u: nearestPart(ax + t * ux, ay + t * uy, cx, cy, dx, dy) })),
    ...([0, 1] as const).map((u) => ({ t: nearestPart(cx + u * vx, cy + u * vy, ax, ay, bx, by), u })),
  ];
  return (
    touches.find(({ t, u }) => Math.hypot(ax + t * ux - cx - u * vx, ay + t * uy - cy - u * vy) <= JOIN_DISTANCE) ??
    null
  );
}
