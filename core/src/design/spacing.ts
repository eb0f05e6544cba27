import { cellFor, type DistanceField, fieldFor } from '../geometry/distance-field.ts';
import { type EmptyCircle, widestEmptyCircle } from '../geometry/empty-circle.ts';
import { type DesignPoint, designPoint, type Point } from '../geometry/point.ts';
import { type Bounds, pointCount, polyline, simplify } from '../geometry/polyline.ts';
import { firstHit } from '../geometry/first-hit.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { DOUBLED_DISTANCE } from '../tolerances.ts';
import { pointAt } from './along.ts';

/** Places along the line that are asked for their distance to the next line. */
const ASKED = 1200;

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
      const hit = firstHit(index, x, y, side * nx, side * ny, DOUBLED_DISTANCE, farthest);
      if (hit !== null) found.push(hit);
    }
  }
  if (found.length < ASKED / 10) return null;
  found.sort((a, b) => a - b);
  return found[found.length >> 1]!;
}

/**
 * The widest circle without a stitch whose centre lies within `hull`, the convex hull of the line; null of a design without an inside. Within
 * 0.1 mm.
 * @param field coarse or fine, of the same lines
 */
export function widestGap(
  index: SegmentIndex,
  bounds: Bounds,
  hull: readonly Point[],
  field: DistanceField,
): EmptyCircle<DesignPoint> | null {
  const ring = simplify(polyline([...hull, hull[0]!]), HULL_EXACT);
  if (pointCount(ring) < 4) return null;
  // Mostly one gap is far wider than the rest, and a coarse field finds it; only where it doesn't, a fine one is made.
  const found = widestEmptyCircle(index, field, bounds, ring, designPoint);
  const isSure = cellFor(index, bounds, 0, FINE) === field.cell || (found && found.diameter >= SURE * field.cell);
  return isSure ? found : widestEmptyCircle(index, fieldFor(index, bounds, 0, FINE), bounds, ring, designPoint);
}

/** Cells of a fine field, at the most. */
const FINE = 1_000_000;
/** A gap so many cells wide is surely the widest. */
const SURE = 3;

/** A round design's hull has as many corners as it has points; so few are kept that it stays true to this, mm. */
const HULL_EXACT = 0.01;
