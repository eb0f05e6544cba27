import { type Bounds, squaredDistanceToChord } from './polyline.ts';
import type { SegmentIndex } from './segment-index.ts';

/** Distances to the nearest line, one a square cell, row by row; the origin is the box's upper left corner. */
export interface DistanceField {
  /** Edge of a cell, mm. */
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  /** mm, from the middle of each cell. */
  readonly distance: Float32Array<ArrayBuffer>;
  /** The segment that each is nearest to, of the index. */
  readonly nearest: Int32Array<ArrayBuffer>;
}

/**
 * Distance from the middle of every cell of a box to the nearest segment: each cell starts from the segments that cross it, and the nearest is
 * handed on from cell to cell (Danielsson 1980, with segments for points), so that each distance is exact to the segment it names. Of lines that
 * lie in one cell only one is handed on, so that the one named may be farther than the nearest by as much as they lie apart. Segments outside
 * count. O(cells + length of line / cell).
 */
export function distanceField({ ends, count }: SegmentIndex, box: Bounds, cell: number): DistanceField {
  const columns = Math.max(1, Math.ceil((box.maxX - box.minX) / cell));
  const rows = Math.max(1, Math.ceil((box.maxY - box.minY) / cell));
  const nearest = new Int32Array(columns * rows).fill(-1);
  const squared = new Float64Array(columns * rows).fill(Infinity);
  /** Hands a segment on to a cell. */
  const offer = (i: number, x: number, y: number, segment: number): void => {
    const e = 4 * segment;
    const d = squaredDistanceToChord(x, y, ends[e]!, ends[e + 1]!, ends[e + 2]!, ends[e + 3]!);
    if (d >= squared[i]!) return;
    squared[i] = d;
    nearest[i] = segment;
  };
  for (let s = 0; s < count; s++) {
    const x0 = (ends[4 * s]! - box.minX) / cell;
    const y0 = (ends[4 * s + 1]! - box.minY) / cell;
    const dx = (ends[4 * s + 2]! - box.minX) / cell - x0;
    const dy = (ends[4 * s + 3]! - box.minY) / cell - y0;
    const steps = Math.max(1, Math.ceil(1.5 * Math.max(Math.abs(dx), Math.abs(dy))));
    for (let k = 0; k <= steps; k++) {
      const column = Math.min(columns - 1, Math.max(0, Math.floor(x0 + (dx * k) / steps)));
      const row = Math.min(rows - 1, Math.max(0, Math.floor(y0 + (dy * k) / steps)));
      offer(row * columns + column, box.minX + (column + 0.5) * cell, box.minY + (row + 0.5) * cell, s);
    }
  }
  // Down the rows and up again, each from left to right and back, from the neighbours that were done before.
  for (let sweep = 0; sweep < 2 * rows; sweep++) {
    const down = sweep < rows;
    const row = down ? sweep : 2 * rows - 1 - sweep;
    const before = (down ? row - 1 : row + 1) * columns;
    const hasBefore = before >= 0 && before < columns * rows;
    const y = box.minY + (row + 0.5) * cell;
    const start = row * columns;
    for (let column = 0, i = start; column < columns; column++, i++) {
      const x = box.minX + (column + 0.5) * cell;
      // Mostly a neighbour's is one's own already.
      const left = column > 0 ? nearest[i - 1]! : -1;
      if (left >= 0 && left !== nearest[i]) offer(i, x, y, left);
      if (!hasBefore) continue;
      const middle = nearest[before + column]!;
      if (middle >= 0 && middle !== nearest[i]) offer(i, x, y, middle);
      const beforeLeft = column > 0 ? nearest[before + column - 1]! : -1;
      if (beforeLeft >= 0 && beforeLeft !== middle && beforeLeft !== nearest[i]) offer(i, x, y, beforeLeft);
      const beforeRight = column + 1 < columns ? nearest[before + column + 1]! : -1;
      if (beforeRight >= 0 && beforeRight !== middle && beforeRight !== nearest[i]) offer(i, x, y, beforeRight);
    }
    for (let column = columns - 2, i = start + column; column >= 0; column--, i--) {
      const right = nearest[i + 1]!;
      if (right >= 0 && right !== nearest[i]) offer(i, box.minX + (column + 0.5) * cell, y, right);
    }
  }
  return { cell, columns, rows, distance: Float32Array.from(squared, Math.sqrt), nearest };
}

/** A segment near a place of the box that a field is of: the one its cell's middle is nearest to. */
export function segmentNear(
  { cell, columns, rows, nearest }: DistanceField,
  box: Bounds,
  x: number,
  y: number,
): number {
  const column = Math.min(columns - 1, Math.max(0, Math.floor((x - box.minX) / cell)));
  const row = Math.min(rows - 1, Math.max(0, Math.floor((y - box.minY) / cell)));
  return nearest[row * columns + column]!;
}

/** Most cells a field is sought on; more would cost time and memory. */
const MOST_CELLS = 4_000_000;
/** A field has at least so many cells, also where lines are few. */
const LEAST_CELLS = 12_000;
/** Lines this many cells apart are told apart well. */
const CELLS_APART = 3;

/**
 * A field fine enough to find the widest empty circle of some lines in a box: none leave less than a circle as wide as their mean distance.
 * @param finest edge of a cell at the least, mm
 */
export const fieldFor = (index: SegmentIndex, box: Bounds, finest = 0, mostCells = MOST_CELLS): DistanceField =>
  distanceField(index, box, cellFor(index, box, finest, mostCells));

/** The edge of such a field's cells, mm, where it has no more than so many. */
export function cellFor(index: SegmentIndex, box: Bounds, finest: number, mostCells: number): number {
  const [width, height] = [Math.max(box.maxX - box.minX, 1e-6), Math.max(box.maxY - box.minY, 1e-6)];
  const area = width * height;
  const apart = area / index.along[index.count]!;
  const coarsest = Math.sqrt(area / LEAST_CELLS);
  const wanted = Math.max(finest, Math.min(coarsest, apart / CELLS_APART));
  // A box may be as good as a line.
  return Math.max(wanted, Math.sqrt(area / mostCells), Math.max(width, height) / mostCells);
}
