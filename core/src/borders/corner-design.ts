import type { Side } from '../cloth/border.ts';
import { reversedLine } from '../design/edit-line.ts';
import {
  type Affine,
  applyToPolyline,
  compose,
  mapBetween,
  rotation,
  scaling,
  translation,
} from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { boundsOf, pointOf, type Polyline } from '../geometry/polyline.ts';
import type { BorderRoom } from './room.ts';
import { depthsOf, frameOf, nextSide, type Strip, wholeOf } from './strips.ts';

/** A design that turns a corner, where it lies: as the strip before it runs, x onward from the corner's beginning, y from the outer edge in. */
export interface LaidCorner {
  /** The side that it ends. */
  readonly side: Side;
  readonly lines: readonly Polyline[];
  /** Where the lines of both sides go on in it: it is one line from here to there. Null where it isn't. */
  readonly ends: readonly [Point, Point] | null;
  readonly toCloth: Affine;
}

/** Places a design square in each corner, the way its line comes nearest to the middle of both sides. Sides that don't meet have no corner. */
export function layCorners(design: readonly Polyline[], room: BorderRoom, fill: number): LaidCorner[] {
  const depths = depthsOf(room);
  return (['top', 'right', 'bottom', 'left'] as const).flatMap((side) => {
    const [depth, across] = [depths[side], depths[nextSide(side)]];
    if (!(depth > 0 && across > 0)) return [];
    const targets = [
      { x: 0, y: depth / 2 },
      { x: across / 2, y: depth },
    ] as const;
    const [best] = WAYS.map((way) =>
      squareIn(
        design.map((line) => applyToPolyline(way, line)),
        across,
        depth,
        fill,
      ),
    )
      .filter((lines) => lines !== null)
      .flatMap((lines) => [lines, reversedLine(lines)])
      .map((lines) => ({ lines, off: offOf(lines, targets) }))
      .sort((a, b) => a.off - b.off);
    if (!best) return [];
    const { lines } = best;
    return {
      ...{ side, lines },
      ends: lines.length === 1 ? ([pointOf(lines[0]!, 0), pointOf(lines[0]!, -1)] as const) : null,
      toCloth: frameOf(room.outer, side, wholeOf(room.outer, side) - across),
    };
  });
}

/** Quarter turns, and the same in a mirror. */
const WAYS = [0, 1, 2, 3].flatMap((quarters) =>
  [1, -1].map((mirror) => compose(rotation((quarters * Math.PI) / 2), scaling(mirror, 1))),
);

const offOf = (lines: readonly Polyline[], [start, end]: readonly [Point, Point]): number =>
  distance(pointOf(lines[0]!, 0), start) + distance(pointOf(lines.at(-1)!, -1), end);

function squareIn(lines: readonly Polyline[], width: number, depth: number, fill: number): Float64Array[] | null {
  const box = boundsOf(lines);
  if (!box || !(box.maxX > box.minX) || !(box.maxY > box.minY)) return null;
  const scale = fill * Math.min(width / (box.maxX - box.minX), depth / (box.maxY - box.minY));
  const into = compose(
    translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2),
    scaling(scale, scale),
    translation(width / 2, depth / 2),
  );
  return lines.map((line) => applyToPolyline(into, line));
}

/** The strips as long as the corners' lines leave them, each line beginning and ending in them. */
export function betweenCorners(strips: readonly Strip[], corners: readonly LaidCorner[], room: BorderRoom): Strip[] {
  return strips.map((strip) => {
    const next = corners.find(({ side }) => side === strip.side)?.ends;
    const previous = corners.find(({ side }) => side === nextSide(strip.side, -1))?.ends;
    const before = previous ? previous[1].y : strip.before;
    const after = next ? strip.after - next[0].x : strip.after;
    return {
      ...strip,
      ...{ before, after },
      length: wholeOf(room.outer, strip.side) - before - after,
      ends: {
        first: previous ? strip.depth - previous[1].x : null,
        last: next ? next[0].y : null,
      },
      toCloth: mapBetween(frameOf(room.outer, strip.side, before)),
    };
  });
}
