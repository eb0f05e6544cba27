import { type ClothPoint, clothPoint, distance, lerp, type Point } from '../../geometry/point.ts';
import { insideRing, signedArea } from '../../geometry/polygon.ts';
import { SAME_LANDMARK } from '../../tolerances.ts';
import type { Region } from '../region.ts';
import { edgesOf, outlineOf, type Shape, tracedShape } from '../shape.ts';
import { joinFamilies } from './families.ts';
import { freeName, type PatchEdit, shapeTrouble } from './patch-edit.ts';

/** Where a line meets the edge: after which control, where, and how far along the line. */
interface Hit {
  readonly after: number;
  readonly at: ClothPoint;
  readonly t: number;
}

/**
 * Parts a patch by the straight line through two points: where the line runs through it between them the farthest. The larger part stays the
 * patch that it was; the other is new.
 */
export function splitPatch(
  regions: readonly Region[],
  region: Region,
  from: ClothPoint,
  to: ClothPoint,
  id: string,
): PatchEdit {
  const run = longestRun(region.shape, hitsOf(region.shape, from, to));
  if (!run) return { refusal: 'The line doesn’t part this patch. Draw it from one edge across to another.' };
  const [before, after] = run;
  const parts = [chain(region.shape, before, after), chain(region.shape, after, before)];
  if (parts.some((part) => part.length < 3 || shapeTrouble(tracedShape(part)) !== null))
    return { refusal: 'The line runs along the edge of the patch. Draw it from one edge across to another.' };
  const [large, small] = parts
    .map((part) => tracedShape(part))
    .sort((a, b) => signedArea(outlineOf(b)) - signedArea(outlineOf(a))) as [Shape, Shape];
  const put = [
    { ...region, shape: keptIds(large, region.shape) },
    { ...region, id, name: freeName(region.name, regions), shape: small },
  ];
  return { put: joinFamilies(put, regions), gone: [] };
}

function hitsOf(shape: Shape, from: ClothPoint, to: ClothPoint): readonly Hit[] {
  const way = { x: to.x - from.x, y: to.y - from.y };
  const length = Math.hypot(way.x, way.y);
  if (length === 0) return [];
  const side = (p: Point): number => ((p.x - from.x) * way.y - (p.y - from.y) * way.x) / length;
  const hits: Hit[] = [];
  for (const { after, line } of spansOf(shape)) {
    for (let i = 1; i < line.length; i++) {
      const [a, b] = [line[i - 1]!, line[i]!];
      const [s, e] = [side(a), side(b)];
      // A point on the line belongs to the piece that begins there.
      if (s === 0 || s * e < 0) {
        const u = s / (s - e || 1);
        const at = clothPoint(a.x + u * (b.x - a.x), a.y + u * (b.y - a.y));
        hits.push({ after, at, t: ((at.x - from.x) * way.x + (at.y - from.y) * way.y) / (length * length) });
      }
    }
  }
  return hits.sort((a, b) => a.t - b.t);
}

/** Of the stretches on which the line is inside, the one that has most of what was drawn, from 0 to 1. */
function longestRun(shape: Shape, hits: readonly Hit[]): readonly [Hit, Hit] | null {
  const ring = outlineOf(shape);
  const runs = hits.slice(1).flatMap((end, i): (readonly [Hit, Hit])[] => {
    const start = hits[i]!;
    const middle = lerp(start.at, end.at, 0.5);
    const isRun = distance(start.at, end.at) > SAME_LANDMARK && insideRing(ring, middle.x, middle.y);
    return isRun ? [[start, end]] : [];
  });
  const drawn = ([start, end]: readonly [Hit, Hit]): number => Math.min(1, end.t) - Math.max(0, start.t);
  const best = runs.sort((a, b) => drawn(b) - drawn(a))[0];
  return best && drawn(best) > 0 ? best : null;
}

/** The edge from each control to the next. */
function spansOf(shape: Shape): { readonly after: number; readonly line: readonly ClothPoint[] }[] {
  const outline = edgesOf(shape).flatMap(({ from, line }) => (from === null ? line : line.slice(0, -1)));
  const places = shape.map(({ at }) => outline.findIndex((p) => distance(p, at) < 1e-6));
  return shape.map((_, after) => {
    const [from, to] = [places[after]!, places[(after + 1) % shape.length]!];
    const line = to > from ? outline.slice(from, to + 1) : [...outline.slice(from), ...outline.slice(0, to + 1)];
    return { after, line };
  });
}

/** The controls from one hit to another, the hits corners at the ends. */
function chain(shape: Shape, from: Hit, to: Hit): Pick<Shape[number], 'at' | 'corner'>[] {
  const n = shape.length;
  // Going on from a hit to one on the same span farther back is once all round.
  const isAhead =
    from.after === to.after && distance(shape[from.after]!.at, from.at) < distance(shape[to.after]!.at, to.at);
  const steps = isAhead ? 0 : (to.after - from.after + n) % n || (from.after === to.after ? n : 0);
  const between = Array.from({ length: steps }, (_, i) => shape[(from.after + 1 + i) % n]!);
  const own = between.filter(({ at }) => distance(at, from.at) > SAME_LANDMARK && distance(at, to.at) > SAME_LANDMARK);
  return [{ at: from.at, corner: true }, ...own, { at: to.at, corner: true }];
}

/** A shape whose controls that lie where another has some are called the same, so that what was touched there stays known. */
export function keptIds(shape: Shape, known: Shape): Shape {
  const ids = shape.map(({ at }) => known.find((one) => distance(one.at, at) <= SAME_LANDMARK)?.id);
  const taken = new Set([...known.map(({ id }) => id)]);
  let next = 1;
  return shape.map((control, i) => {
    const kept = ids[i];
    if (kept !== undefined) return { ...control, id: kept };
    while (taken.has(`c${next}`)) next++;
    taken.add(`c${next}`);
    return { ...control, id: `c${next}` };
  });
}
