import type { Point } from '../geometry/point.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';

/** Places in rows and columns, by number: row after row. */
export interface Lattice {
  readonly columns: number;
  readonly rows: number;
  readonly pitch: number;
  readonly at: (place: number) => Point;
  /** 1 where a place lies in the area. */
  readonly held: Uint8Array;
}

/** A lattice over an area, as even to both sides as can be; both counts are even. O(places + edges × rows). */
export function latticeIn(rings: Rings, pitch: number): Lattice {
  const { minX, minY, maxX, maxY } = boundsOf(rings)!;
  const [columns, rows] = [
    2 * Math.ceil((maxX - minX) / pitch / 2 + 0.5),
    2 * Math.ceil((maxY - minY) / pitch / 2 + 0.5),
  ];
  const [x, y] = [(minX + maxX - (columns - 1) * pitch) / 2, (minY + maxY - (rows - 1) * pitch) / 2];
  const held = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    const crossings = crossingsOf(rings, y + row * pitch);
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      const [from, to] = [Math.ceil((crossings[i]! - x) / pitch), Math.floor((crossings[i + 1]! - x) / pitch)];
      held.fill(1, row * columns + Math.max(0, from), row * columns + Math.min(columns - 1, to) + 1);
    }
  }
  const at = (place: number): Point => ({
    x: x + (place % columns) * pitch,
    y: y + Math.floor(place / columns) * pitch,
  });
  return { columns, rows, pitch, at, held };
}

/** Where a level line crosses rings, from the left. */
function crossingsOf(rings: readonly Polyline[], y: number): number[] {
  const out: number[] = [];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [ay, by] = [ring[i + 1]!, ring[j + 1]!];
      if (ay > y !== by > y) out.push(ring[i]! + ((y - ay) / (by - ay)) * (ring[j]! - ring[i]!));
    }
  return out.sort((a, b) => a - b);
}
