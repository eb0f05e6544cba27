import type { Point } from '../geometry/point.ts';
import { insideRing, ringBounds } from '../geometry/polygon.ts';
import { type DistanceField, segmentNear } from '../geometry/distance-field.ts';
import { type Bounds, nearestPart } from '../geometry/polyline.ts';
import type { SegmentIndex } from '../geometry/segment-index.ts';
import { firstHit } from '../geometry/first-hit.ts';

/** Places of a cloth that are asked, and at least so many of each patch. */
const ASKED = 4000;
const ASKED_OF_PATCH = 60;
/** Places tried in a patch's box before it is taken to be too thin to ask. */
const TRIED = 16 * ASKED_OF_PATCH;

/** Usual distances between lines, mm. */
interface Spacings {
  readonly spacing: number;
  readonly patches: readonly number[];
}

/**
 * How far apart lines are: at places spread evenly over a box, the bare cloth's width from the nearest line through the place to the next line
 * (between straight lines d apart it is d wherever one asks), and the median of it over the box and over each patch. 0 where there is no cloth.
 */
export function bareAcross(
  index: SegmentIndex,
  field: DistanceField,
  box: Bounds,
  patches: readonly (readonly Point[])[],
): Spacings {
  const farthest = Math.sqrt((box.maxX - box.minX) ** 2 + (box.maxY - box.minY) ** 2);
  const widthAt = ({ x, y }: Point): number | null => widthAcross(index, segmentNear(field, box, x, y), x, y, farthest);
  const asked = spread(box, ASKED).map((place) => ({ place, width: widthAt(place) }));
  return {
    spacing: median(asked.map(({ width }) => width)),
    patches: patches.map((ring) => {
      const inside = ({ x, y }: Point): boolean => insideRing(ring, x, y);
      const known = asked.filter(({ place }) => inside(place)).map(({ width }) => width);
      if (known.length >= ASKED_OF_PATCH) return median(known);
      return median(spread(ringBounds(ring), TRIED).filter(inside).slice(0, ASKED_OF_PATCH).map(widthAt));
    }),
  };
}

/** From the nearest line through a place to the next; null on a line, and where nothing lies across. @param beside a segment near there */
function widthAcross(index: SegmentIndex, beside: number, x: number, y: number, farthest: number): number | null {
  const near = index.nearest(x, y, beside);
  const [ax, ay] = [index.ends[4 * near]!, index.ends[4 * near + 1]!];
  const [sx, sy] = [index.ends[4 * near + 2]! - ax, index.ends[4 * near + 3]! - ay];
  const t = nearestPart(x, y, ax, ay, ax + sx, ay + sy);
  const [dx, dy] = [x - ax - t * sx, y - ay - t * sy];
  const off = Math.sqrt(dx * dx + dy * dy);
  if (off < 1e-9) return null;
  // The line it is nearest to lies behind.
  const across = firstHit(index, x, y, dx / off, dy / off, 0, farthest);
  return across === null ? null : off + across;
}

function median(values: readonly (number | null)[]): number {
  const known = values.filter((value) => value !== null).sort((a, b) => a - b);
  return known[known.length >> 1] ?? 0;
}

/** Places of a box, each part of it getting its share whatever their number (Roberts' R2 sequence, 2018). */
function spread({ minX, minY, maxX, maxY }: Bounds, count: number): Point[] {
  return Array.from({ length: count }, (_, i) => ({
    x: minX + (maxX - minX) * ((0.5 + (i + 1) * 0.7548776662466927) % 1),
    y: minY + (maxY - minY) * ((0.5 + (i + 1) * 0.5698402909980532) % 1),
  }));
}
