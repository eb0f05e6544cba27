import { type Side, SIDES } from '../cloth/border.ts';
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

/** How far in the lines of both sides of a corner lie there, mm, and how large their design is, of its drawn size. */
export interface Meeting {
  readonly last: number;
  readonly first: number;
  readonly scale: number;
}

/**
 * Places a design square in each corner, as large as that of the sides if there is room, so that its line begins and ends as far in as theirs do;
 * turned the way that does it best. Sides that don't meet have no corner.
 */
export function layCorners(
  design: readonly Polyline[],
  room: BorderRoom,
  fill: number,
  meetings: Readonly<Partial<Record<Side, Meeting>>>,
): LaidCorner[] {
  const depths = depthsOf(room);
  return SIDES.flatMap((side) => {
    const [depth, across] = [depths[side], depths[nextSide(side)]];
    const meeting = meetings[side];
    if (!(depth > 0 && across > 0) || !meeting) return [];
    const square = { across, depth, fill };
    const [best] = WAYS.flatMap((way) => {
      const turned = design.map((line) => applyToPolyline(way, line));
      return [turned, reversedLine(turned)].flatMap((lines) => placedIn(lines, square, meeting) ?? []);
    }).sort((a, b) => a.off - b.off);
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

/** A design where it meets the sides as well as it can without leaving the square, and how far off it is, mm: also by facing away from them. */
function placedIn(
  lines: readonly Polyline[],
  { across, depth, fill }: { readonly across: number; readonly depth: number; readonly fill: number },
  { last, first, scale: asSides }: Meeting,
): { readonly lines: readonly Float64Array[]; readonly off: number } | null {
  const box = boundsOf(lines);
  if (!box || !(box.maxX > box.minX) || !(box.maxY > box.minY)) return null;
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const scale = Math.min(asSides, (fill * across) / width, (fill * depth) / height);
  const [start, end] = [pointOf(lines[0]!, 0), pointOf(lines.at(-1)!, -1)];
  // By how much the drawn origin is moved, so that the line leaves as far in as the next side begins, and comes in as far in as this one ends.
  const wanted = { x: across - first - scale * end.x, y: last - scale * start.y };
  const within = (at: number, size: number, low: number, high: number): number =>
    Math.min(size - scale * high, Math.max(-scale * low, at));
  const move = { x: within(wanted.x, across, box.minX, box.maxX), y: within(wanted.y, depth, box.minY, box.maxY) };
  const facing = scale * (start.x - box.minX + box.maxY - end.y);
  const map = compose(scaling(scale, scale), translation(move.x, move.y));
  return {
    lines: lines.map((line) => applyToPolyline(map, line)),
    off: distance<Point>(wanted, move) + facing,
  };
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
