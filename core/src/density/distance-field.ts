import type { Polyline } from '../geometry/polyline.ts';

/** Distances to the nearest stitch, one a square cell, row by row; the origin is the cloth's upper left corner. */
export interface DistanceField {
  /** Edge of a cell, mm. */
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  /** mm, at the middle of each cell; off by up to 0.7 of a cell. */
  readonly distance: Float32Array<ArrayBuffer>;
}

/** Squared cells that are farther than any on the grid. */
const FAR = 1e12;

/**
 * Distance from every cell of a cloth to the nearest of some lines: cells that a line goes through, then the exact Euclidean distance transform of
 * them (Felzenszwalb & Huttenlocher 2012). O(cells + length of line / cell). Where there is no line at all it is the cloth's diagonal.
 */
export function distanceField(
  lines: readonly Polyline[],
  size: { readonly width: number; readonly length: number },
  cell: number,
): DistanceField {
  const columns = Math.max(1, Math.ceil(size.width / cell));
  const rows = Math.max(1, Math.ceil(size.length / cell));
  const squared = new Float64Array(columns * rows).fill(FAR);
  for (const line of lines) mark(line, squared, columns, rows, cell);
  const n = Math.max(columns, rows);
  const room: Envelope = { values: new Float64Array(n), at: new Int32Array(n), from: new Float64Array(n + 1) };
  for (let x = 0; x < columns; x++) transform(squared, x, columns, rows, room);
  for (let y = 0; y < rows; y++) transform(squared, y * columns, 1, columns, room);
  const most = Math.sqrt(size.width ** 2 + size.length ** 2);
  const distance = Float32Array.from(squared, (d) => Math.min(most, Math.sqrt(d) * cell));
  return { cell, columns, rows, distance };
}

/** Zeroes every cell that a line goes through. */
function mark(line: Polyline, squared: Float64Array, columns: number, rows: number, cell: number): void {
  for (let i = 2; i < line.length; i += 2) {
    const [x0, y0] = [line[i - 2]! / cell, line[i - 1]! / cell];
    const [dx, dy] = [line[i]! / cell - x0, line[i + 1]! / cell - y0];
    const steps = Math.max(1, Math.ceil(1.5 * Math.max(Math.abs(dx), Math.abs(dy))));
    for (let k = 0; k <= steps; k++) {
      const column = Math.floor(x0 + (dx * k) / steps);
      const row = Math.floor(y0 + (dy * k) / steps);
      if (column >= 0 && column < columns && row >= 0 && row < rows) squared[row * columns + column] = 0;
    }
  }
}

interface Envelope {
  readonly values: Float64Array;
  /** Where each parabola of the lower envelope stands, and from where on it is the lowest. */
  readonly at: Int32Array;
  readonly from: Float64Array;
}

/** Along one row or column, in place. */
function transform(grid: Float64Array, start: number, step: number, n: number, { values, at, from }: Envelope): void {
  for (let i = 0; i < n; i++) values[i] = grid[start + i * step]!;
  let k = 0;
  at[0] = 0;
  from[0] = -Infinity;
  from[1] = Infinity;
  const meet = (q: number, p: number): number => (values[q]! + q * q - values[p]! - p * p) / (2 * (q - p));
  for (let q = 1; q < n; q++) {
    let s = meet(q, at[k]!);
    while (s <= from[k]!) s = meet(q, at[--k]!);
    at[++k] = q;
    from[k] = s;
    from[k + 1] = Infinity;
  }
  k = 0;
  for (let i = 0; i < n; i++) {
    while (from[k + 1]! < i) k++;
    grid[start + i * step] = (i - at[k]!) ** 2 + values[at[k]!]!;
  }
}
