import type { Point } from './point.ts';
import { insideRing } from './polygon.ts';
import { boundsOf, polyline, type Polyline } from './polyline.ts';

/** An area to keep: inside `within` (everywhere when null) and outside all of `without`. Rings are simple and may lie either way round. */
export interface ClipArea {
  readonly within: readonly Point[] | null;
  readonly without: readonly (readonly Point[])[];
}

/** Pieces shorter than this are only rounding where a line touches an edge, mm. */
const NOTHING = 1e-6;

/**
 * The parts of a line in an area, in its order. A line that lies on an edge may count as in or out; one that only touches is not cut.
 * O(segments · edges that their boxes meet).
 */
export function clipLine(line: Polyline, area: ClipArea): Float64Array<ArrayBuffer>[] {
  const rings = [...(area.within ? [area.within] : []), ...area.without];
  const edges = rings.flatMap((ring) => ring.map((a, i) => [a, ring[(i + 1) % ring.length]!] as const));
  const bounds = boundsOf([line]);
  const box = boundsOf(rings.map(polyline));
  if (!bounds) return [];
  const kept = (x: number, y: number): boolean =>
    (area.within === null || insideRing(area.within, x, y)) && !area.without.some((ring) => insideRing(ring, x, y));
  if (!box || bounds.maxX < box.minX || bounds.minX > box.maxX || bounds.maxY < box.minY || bounds.minY > box.maxY)
    return area.within === null ? [Float64Array.from(line)] : [];

  const out: Float64Array<ArrayBuffer>[] = [];
  let open: number[] = [];
  const close = (): void => {
    if (open.length >= 4 && longEnough(open)) out.push(Float64Array.from(open));
    open = [];
  };
  let inside: boolean | null = null;
  for (let i = 2; i < line.length; i += 2) {
    const [x0, y0, x1, y1] = [line[i - 2]!, line[i - 1]!, line[i]!, line[i + 1]!];
    const cuts = crossings(x0, y0, x1, y1, edges);
    if (cuts.length === 0) {
      inside ??= kept((x0 + x1) / 2, (y0 + y1) / 2);
      if (inside) {
        if (open.length === 0) open.push(x0, y0);
        open.push(x1, y1);
      }
      continue;
    }
    const stops = [0, ...cuts, 1];
    for (let k = 1; k < stops.length; k++) {
      const [from, to] = [stops[k - 1]!, stops[k]!];
      if (to === from) continue;
      const middle = (from + to) / 2;
      inside = kept(x0 + (x1 - x0) * middle, y0 + (y1 - y0) * middle);
      if (!inside) {
        close();
        continue;
      }
      if (open.length === 0) open.push(x0 + (x1 - x0) * from, y0 + (y1 - y0) * from);
      open.push(to === 1 ? x1 : x0 + (x1 - x0) * to, to === 1 ? y1 : y0 + (y1 - y0) * to);
    }
  }
  close();
  return out;
}

function longEnough(xy: readonly number[]): boolean {
  for (let i = 2; i < xy.length; i += 2)
    if (Math.abs(xy[i]! - xy[0]!) + Math.abs(xy[i + 1]! - xy[1]!) > NOTHING) return true;
  return false;
}

/** Where a segment meets the edges, as sorted parts of its length; both ends count, so that the side is always found anew there. */
function crossings(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  edges: readonly (readonly [Point, Point])[],
): number[] {
  const [minX, maxX] = x0 < x1 ? [x0, x1] : [x1, x0];
  const [minY, maxY] = y0 < y1 ? [y0, y1] : [y1, y0];
  const cuts: number[] = [];
  for (const [a, b] of edges) {
    if (Math.max(a.x, b.x) < minX || Math.min(a.x, b.x) > maxX) continue;
    if (Math.max(a.y, b.y) < minY || Math.min(a.y, b.y) > maxY) continue;
    const [dx, dy, ex, ey] = [x1 - x0, y1 - y0, b.x - a.x, b.y - a.y];
    const cross = dx * ey - dy * ex;
    const length2 = dx * dx + dy * dy;
    if (length2 === 0) continue;
    if (cross === 0) {
      // Along the edge, maybe: its ends are where the line can leave.
      cuts.push(...[a, b].map((p) => ((p.x - x0) * dx + (p.y - y0) * dy) / length2).filter((t) => t >= 0 && t <= 1));
      continue;
    }
    const t = ((a.x - x0) * ey - (a.y - y0) * ex) / cross;
    const u = ((a.x - x0) * dy - (a.y - y0) * dx) / cross;
    if (t >= 0 && t <= 1 && u >= 0 && u <= 1) cuts.push(t);
  }
  return cuts.sort((p, q) => p - q);
}
