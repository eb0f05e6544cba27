import { clothPoint, type ClothPoint, type Point } from '../geometry/point.ts';
import { boxRing, centroid, clipToBox, signedArea } from '../geometry/polygon.ts';
import type { Region, RegionKind } from './region.ts';
import { polygonShape } from './shape.ts';
import type { Size } from './size.ts';
import { UNITS, type UnitKind } from './units.ts';

/** A patch of a setting before the top's edge cuts it, or a block before it is taken apart. Where the setting's upper left corner is 0, mm. */
export interface Cell {
  readonly id: string;
  readonly kind: RegionKind;
  readonly name: string;
  readonly family: string;
  readonly print: number;
  /** Convex, clockwise; of a block the four corners from its own upper left. */
  readonly ring: readonly Point[];
  /** Of a block: how it is pieced, and which of the kinds it is, by index. */
  readonly unit?: UnitKind;
  readonly blockKind?: number;
}

/** A patch has more area than this, mm²: less is what rounding leaves of one beyond the edge. */
const LEAST_AREA = 1e-4;

/**
 * The patches that cells make inside a box of this size whose upper left corner lies at `at`. Cells that tile more than the box make patches
 * that tile it.
 */
export function patchesIn(cells: readonly Cell[], { width, length }: Size, at: ClothPoint): Region[] {
  const box = { minX: 0, minY: 0, maxX: width, maxY: length };
  const patches: Region[] = [];
  for (const cell of cells) {
    for (const { ring, id, kind, name, family, print } of partsOf(cell)) {
      const kept = clipToBox(ring, box);
      if (signedArea(kept) < LEAST_AREA) continue;
      const cut = kept !== ring && signedArea(ring) - signedArea(kept) > LEAST_AREA;
      const shape = polygonShape(fromUpperLeft(kept).map((p) => clothPoint(at.x + p.x, at.y + p.y)));
      const own = cut ? `${family}-${cutAt(ring, width, length)}` : family;
      patches.push({ id, kind, name, origin: 'setting', family: own, print, shape });
    }
  }
  return patches;
}

/** The parts of a block that is pieced, each named by where it lies in it; else the cell itself. */
function partsOf(cell: Cell): readonly Cell[] {
  const { unit = 'plain' } = cell;
  const parts = UNITS[unit];
  if (parts.length === 0) return [cell];
  const [from, right, , down] = cell.ring as readonly [Point, Point, Point, Point];
  const [u, v] = [way(from, right), way(from, down)];
  const middle = centroid(cell.ring);
  const size = Math.min(Math.hypot(u.x, u.y), Math.hypot(v.x, v.y));
  return parts.map(({ ring, shade }, i) => {
    const placed = ring.map(([x, y]) => ({ x: from.x + x * u.x + y * v.x, y: from.y + x * u.y + y * v.y }));
    const word = whereIn(way(middle, centroid(placed)), size);
    return {
      kind: cell.kind,
      id: `${cell.id}-${i + 1}`,
      name: `${word} of ${cell.name}`,
      family: `${cell.family}-${unit}-${i + 1}`,
      print: cell.print + 2 * shade,
      ring: placed,
    };
  });
}

const way = (from: Point, to: Point): Point => ({ x: to.x - from.x, y: to.y - from.y });

/** Nearer to a block's middle than this part of its shorter side, along an axis, is neither left nor right of it. */
const MIDDLE = 0.1;

/** Where a part of a block lies from its middle, in words. */
function whereIn({ x, y }: Point, size: number): string {
  const [across, down] = [x / size, y / size];
  const side = Math.abs(across) < MIDDLE ? '' : across < 0 ? 'left' : 'right';
  if (Math.abs(down) < MIDDLE) return side || 'middle';
  if (side === '') return down < 0 ? 'top' : 'bottom';
  return `${down < 0 ? 'upper' : 'lower'} ${side}`;
}

/** Which edges of a box cut a ring, as letters. */
function cutAt(ring: readonly Point[], width: number, length: number): string {
  const beyond = (isOut: (p: Point) => boolean): boolean => ring.some(isOut);
  return [
    beyond(({ y }) => y < -1e-6) ? 't' : '',
    beyond(({ x }) => x > width + 1e-6) ? 'r' : '',
    beyond(({ y }) => y > length + 1e-6) ? 'b' : '',
    beyond(({ x }) => x < -1e-6) ? 'l' : '',
  ].join('');
}

/** The same ring from its uppermost corner, of those alike high the leftmost. */
function fromUpperLeft(ring: readonly Point[]): readonly Point[] {
  const first = ring.reduce((best, p, i) => {
    const b = ring[best]!;
    return p.y < b.y - 1e-6 || (p.y < b.y + 1e-6 && p.x < b.x - 1e-6) ? i : best;
  }, 0);
  return first === 0 ? ring : [...ring.slice(first), ...ring.slice(0, first)];
}

/** The corners of a box between two opposite ones. */
export const boxCell = (x0: number, y0: number, x1: number, y1: number): readonly Point[] =>
  boxRing({ minX: x0, minY: y0, maxX: x1, maxY: y1 });
