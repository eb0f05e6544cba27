import { type Affine, applyToPoint } from '../geometry/affine.ts';
import { limited, Looks, TooMuch } from '../geometry/looks.ts';
import { boxRing, cornerMean, isConvex } from '../geometry/polygon.ts';
import { boundsOf, type Polyline, pointsOf, polyline } from '../geometry/polyline.ts';
import { covered, grown, type Rings, unionOf } from '../geometry/ring-areas.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import type { ViewSize } from './svg-units.ts';

/** What one shape of a clip goes round, mm. */
export interface ClipShape {
  readonly outlines: readonly Polyline[];
  readonly evenOdd: boolean;
}

/** A clip is taken as larger by this part of its size, so that a line along its edge is seen. */
const SLACK = 1e-4;
const MOST_POINTS = 20_000;
/** Edges near each other, at the most: what crosses itself everywhere takes the area library seconds. */
const MOST_MEETINGS = 200_000;
/** Clips at the most, and those of them that are more than a box or a circle: these take the area library. */
const MOST_CLIPS = 3_000;
const MOST_ODD = 1_000;

/** Makes clips of shapes; of a drawing there may be thousands, nearly all of them upright boxes or circles. */
export class ClipRings {
  private count = 0;
  private odd = 0;
  private readonly views = new Map<string, Rings>();

  /** What some shapes cover together; null where there is too much of it to be worked out. */
  of(drawn: () => readonly ClipShape[]): Rings | null {
    if (++this.count > MOST_CLIPS) return null;
    const shapes = drawn();
    const outlines = shapes.flatMap((shape) => shape.outlines);
    if (outlines.reduce((sum, line) => sum + line.length / 2, 0) > MOST_POINTS) return null;
    const [only] = outlines;
    if (outlines.length === 1 && isSimplyConvex(only!)) return [aboutItsMiddle(only!)];
    if (++this.odd > MOST_ODD || meetsTooOften(outlines)) return null;
    const areas = shapes.map((shape) => covered(shape.outlines, shape.evenOdd));
    const rings = areas.length === 1 ? areas[0]! : unionOf(areas);
    const box = boundsOf(rings);
    return box ? grown(rings, SLACK * Math.max(box.maxX - box.minX, box.maxY - box.minY)) : rings;
  }

  /** The edges of a view, turned and sized as it is, but at the origin: the same for all that are alike. */
  ofView({ width, height }: ViewSize, [a, b, c, d]: Affine): Rings {
    const key = [width, height, a, b, c, d].join(' ');
    let rings = this.views.get(key);
    if (!rings) {
      const corners = boxRing({ minX: 0, minY: 0, maxX: width, maxY: height });
      this.views.set(key, (rings = [polyline(corners.map((p) => applyToPoint([a, b, c, d, 0, 0], p)))]));
    }
    return rings;
  }
}

/** Convex, and gone round once. */
function isSimplyConvex(line: Polyline): boolean {
  const corners = openRing(line);
  if (corners.length < 3) return false;
  const turns = corners.filter((b, i) => {
    const [a, c] = [corners.at(i - 1)!, corners[(i + 1) % corners.length]!];
    return b.x > a.x !== c.x > b.x;
  });
  return turns.length <= 2 && (isConvex(corners) || isConvex(corners.reverse()));
}

/** Corners without the first again, and none twice. */
const openRing = (line: Polyline) => {
  const points = pointsOf(line);
  return points.filter((p, i) => p.x !== points.at(i - 1)!.x || p.y !== points.at(i - 1)!.y);
};

/** A convex ring a hair larger, about a place that surely lies in it. */
function aboutItsMiddle(line: Polyline): Polyline {
  const corners = openRing(line);
  const { x, y } = cornerMean(corners);
  const grow = 1 + 2 * SLACK;
  return polyline(corners.map((p) => ({ x: x + (p.x - x) * grow, y: y + (p.y - y) * grow })));
}

function meetsTooOften(outlines: readonly Polyline[]): boolean {
  if (!outlines.some((line) => line.length > 2)) return false;
  const index = limited(indexSegments(outlines), new Looks(MOST_MEETINGS));
  const { ends, count } = index;
  try {
    for (let i = 0; i < count; i++) {
      const [x0, y0, x1, y1] = [ends[4 * i]!, ends[4 * i + 1]!, ends[4 * i + 2]!, ends[4 * i + 3]!];
      index.within(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1));
    }
    return false;
  } catch (error) {
    if (error instanceof TooMuch) return true;
    throw error;
  }
}
