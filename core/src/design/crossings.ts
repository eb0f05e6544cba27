import { type DesignPoint, designPoint, type Point } from '../geometry/point.ts';
import { pointIn } from '../geometry/polyline.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { SAME_PLACE } from '../tolerances.ts';
import { clusterPoints } from '../geometry/cluster.ts';

/** An intersection this near a segment's end is at the end, mm. */
const AT_END = 1e-6;
/** Lines that meet at less than about 6° touch rather than cross. */
const GRAZING = 0.1;

/**
 * Places where the line crosses itself. Two passes through a place cross when they change sides there, also at their corners; a touch, an end
 * that runs into the line and a stretch stitched twice are no crossings. Several crossings within `SAME_PLACE` are one place.
 */
export function crossings(index: SegmentIndex): DesignPoint[] {
  const at: number[] = [];
  for (let i = 0; i < index.count; i++) {
    const e = index.ends;
    const [x0, y0, x1, y1] = [e[4 * i]!, e[4 * i + 1]!, e[4 * i + 2]!, e[4 * i + 3]!];
    for (const j of index.within(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1))) {
      if (j <= i) continue;
      const place = crossing(index, i, j);
      if (place) at.push(place.x, place.y);
    }
  }
  const points = Float64Array.from(at);
  const places = new Map<number, DesignPoint>();
  clusterPoints(points, SAME_PLACE).forEach((place, i) => {
    if (!places.has(place)) places.set(place, pointIn(points, i, designPoint));
  });
  return [...places.values()];
}

function crossing(index: SegmentIndex, i: number, j: number): Point | null {
  const e = index.ends;
  const ax = e[4 * i + 2]! - e[4 * i]!;
  const ay = e[4 * i + 3]! - e[4 * i + 1]!;
  const bx = e[4 * j + 2]! - e[4 * j]!;
  const by = e[4 * j + 3]! - e[4 * j + 1]!;
  const a = index.along[i + 1]! - index.along[i]!;
  const b = index.along[j + 1]! - index.along[j]!;
  const cross = ax * by - ay * bx;
  if (Math.abs(cross) < GRAZING * a * b) return null;
  const dx = e[4 * j]! - e[4 * i]!;
  const dy = e[4 * j + 1]! - e[4 * i + 1]!;
  const s = (dx * by - dy * bx) / cross;
  const t = (dx * ay - dy * ax) / cross;
  const onA = passAt(index, i, s * a, a);
  const onB = passAt(index, j, t * b, b);
  if (!onA || !onB || !changesSides(onA, onB)) return null;
  return { x: e[4 * i]! + s * ax, y: e[4 * i + 1]! + s * ay };
}

/** The two rays by which the line leaves a place: back the way it came, and on. */
interface Pass {
  readonly back: Point;
  readonly on: Point;
}

/** The pass through a place on a segment; null outside it, at the ends of a stroke, and at its last point, which the next segment has. */
function passAt(index: SegmentIndex, i: number, along: number, length: number): Pass | null {
  if (along < -AT_END || along > length - AT_END) return null;
  const on = direction(index, i);
  if (along > AT_END) return { back: { x: -on.x, y: -on.y }, on };
  if (i === 0 || index.stroke[i - 1] !== index.stroke[i]) return null;
  const came = direction(index, i - 1);
  return { back: { x: -came.x, y: -came.y }, on };
}

const direction = (index: SegmentIndex, i: number): Point => ({
  x: index.ends[4 * i + 2]! - index.ends[4 * i]!,
  y: index.ends[4 * i + 3]! - index.ends[4 * i + 1]!,
});

/** Exactly one ray of `b` lies in the sector between the rays of `a`; rays that coincide are no change. */
function changesSides(a: Pass, b: Pass): boolean {
  const zero = Math.atan2(a.back.y, a.back.x);
  const turn = (p: Point): number => {
    const angle = Math.atan2(p.y, p.x) - zero;
    return angle < 0 ? angle + 2 * Math.PI : angle;
  };
  const on = turn(a.on);
  const rays = [turn(b.back), turn(b.on)];
  const coincides = (angle: number): boolean =>
    [0, on, 2 * Math.PI].some((edge) => Math.abs(angle - edge) < GRAZING / 10);
  if (rays.some(coincides)) return false;
  return rays[0]! < on !== rays[1]! < on;
}
