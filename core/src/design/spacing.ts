import Delaunator from 'delaunator';
import { circumcentre, type EmptyCircle, widestOf } from '../geometry/empty-circle.ts';
import { type DesignPoint, designPoint, type Point } from '../geometry/point.ts';
import type { Bounds } from '../geometry/polyline.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { DOUBLED_DISTANCE } from '../tolerances.ts';
import { pointAt } from './along.ts';

/** Places along the line that are asked for their distance to the next line. */
const ASKED = 1200;
/** Points that stand for the line when empty circles are looked for. */
const SAMPLES = 2500;

/** Median distance, square to the line, from a stitch across bare cloth to the next line; null when lines never face each other. */
export function medianSpacing(index: SegmentIndex, bounds: Bounds): number | null {
  const total = index.along[index.count]!;
  const farthest = Math.sqrt((bounds.maxX - bounds.minX) ** 2 + (bounds.maxY - bounds.minY) ** 2);
  const found: number[] = [];
  for (let k = 0; k < ASKED; k++) {
    const { segment, x, y } = pointAt(index, ((k + 0.5) / ASKED) * total);
    const length = index.along[segment + 1]! - index.along[segment]!;
    const nx = -(index.ends[4 * segment + 3]! - index.ends[4 * segment + 1]!) / length;
    const ny = (index.ends[4 * segment + 2]! - index.ends[4 * segment]!) / length;
    for (const side of [1, -1]) {
      const hit = firstHit(index, x, y, side * nx, side * ny, farthest);
      if (hit !== null) found.push(hit);
    }
  }
  if (found.length < ASKED / 10) return null;
  found.sort((a, b) => a - b);
  return found[found.length >> 1]!;
}

/** How far a ray runs before it meets a line; the line it starts on, and one stitched over it, don't count. */
function firstHit(index: SegmentIndex, x: number, y: number, dx: number, dy: number, farthest: number): number | null {
  let from = DOUBLED_DISTANCE;
  for (let reach = 4; from < farthest; reach *= 2) {
    const to = Math.min(farthest, from + reach);
    const [ax, ay, bx, by] = [x + from * dx, y + from * dy, x + to * dx, y + to * dy];
    let nearest = Infinity;
    for (const i of index.within(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by))) {
      const ex = index.ends[4 * i]!;
      const ey = index.ends[4 * i + 1]!;
      const sx = index.ends[4 * i + 2]! - ex;
      const sy = index.ends[4 * i + 3]! - ey;
      const cross = dx * sy - dy * sx;
      if (cross === 0) continue;
      const t = ((ex - x) * sy - (ey - y) * sx) / cross;
      const u = ((ex - x) * dy - (ey - y) * dx) / cross;
      if (t >= from && t <= to && u >= 0 && u <= 1) nearest = Math.min(nearest, t);
    }
    if (nearest < Infinity) return nearest;
    from = to;
  }
  return null;
}

/**
 * The widest circle without a stitch that the line holds on all sides, its centre within `hull`, the convex hull of the line: candidates from
 * the Delaunay triangulation of the sampled line (Toussaint 1983), the best of them then moved to their exact place against the line itself.
 */
export function widestGap(index: SegmentIndex, hull: readonly Point[]): EmptyCircle<DesignPoint> | null {
  if (hull.length < 3) return null;
  const total = index.along[index.count]!;
  const points = new Float64Array(2 * SAMPLES);
  for (let k = 0; k < SAMPLES; k++) {
    const p = pointAt(index, ((k + 0.5) / SAMPLES) * total);
    points[2 * k] = p.x;
    points[2 * k + 1] = p.y;
  }
  const mesh = new Delaunator(points);
  const circles: EmptyCircle<DesignPoint>[] = [];
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const centre = circumcentre(points, mesh.triangles, t, designPoint);
    if (centre && insideConvex(hull, centre)) {
      const first = mesh.triangles[t]!;
      const radius = Math.sqrt((points[2 * first]! - centre.x) ** 2 + (points[2 * first + 1]! - centre.y) ** 2);
      circles.push({ centre, diameter: 2 * radius });
    }
  }
  return widestOf(circles, index, (p) => insideConvex(hull, p));
}

function insideConvex(hull: readonly Point[], p: Point): boolean {
  let sign = 0;
  for (let i = 0; i < hull.length; i++) {
    const a = hull[i]!;
    const b = hull[(i + 1) % hull.length]!;
    const cross = (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
    // A place so far out that this overflows is outside.
    if (!Number.isFinite(cross)) return false;
    if (cross === 0) continue;
    if (sign === 0) sign = Math.sign(cross);
    else if (Math.sign(cross) !== sign) return false;
  }
  return true;
}
