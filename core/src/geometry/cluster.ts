import type { Polyline } from './polyline.ts';
import { unionFind } from './union-find.ts';

/**
 * Gives each point the number of its cluster: points within `tolerance` of each other, also by way of others, share one. Numbered in the order in
 * which they are first met. Points are sorted into cells so small that all in one belong together; only neighbouring cells are compared. About
 * linear in the points.
 */
export function clusterPoints(points: Polyline, tolerance: number): Int32Array {
  const count = points.length / 2;
  const cells = new Cells(points, tolerance / Math.SQRT2);
  const { join, rootOf } = unionFind(cells.count);
  for (let cell = 0; cell < cells.count; cell++) {
    for (const [across, down] of NEIGHBOURS) {
      const other = cells.beside(cell, across, down);
      if (other >= 0 && rootOf(other) !== rootOf(cell) && cells.meet(cell, other, tolerance)) join(cell, other);
    }
  }
  const numbers = new Int32Array(cells.count).fill(-1);
  const clusters = new Int32Array(count);
  let next = 0;
  for (let i = 0; i < count; i++) {
    const root = rootOf(cells.of[i]!);
    if (numbers[root]! < 0) numbers[root] = next++;
    clusters[i] = numbers[root]!;
  }
  return clusters;
}

/** Cells that may hold points within reach of one, half of them: the others have it among theirs. */
const NEIGHBOURS: readonly (readonly [across: number, down: number])[] = [
  ...[1, 2].map((across) => [across, 0] as const),
  ...[-2, -1, 0, 1, 2].map((across) => [across, 1] as const),
  ...[-1, 0, 1].map((across) => [across, 2] as const),
];

/** A number is about as good as scattered once it is multiplied by one of these (Knuth's multiplicative hashing). */
const [SCATTER_X, SCATTER_Y] = [0x9e3779b1, 0x85ebca77] as const;

/** The cells of a grid that hold points, found by row and column in a table with open addresses. */
class Cells {
  count = 0;
  /** The cell of each point. */
  readonly of: Int32Array;
  /** The next point in the same cell, -1 at the end; and the first of each cell. */
  private readonly next: Int32Array;
  private readonly first: Int32Array;
  private readonly column: Float64Array;
  private readonly row: Float64Array;
  private readonly table: Int32Array;
  private readonly mask: number;

  constructor(
    private readonly points: Polyline,
    size: number,
  ) {
    const n = points.length / 2;
    this.of = new Int32Array(n);
    this.next = new Int32Array(n);
    this.first = new Int32Array(n);
    this.column = new Float64Array(n);
    this.row = new Float64Array(n);
    this.mask = 2 ** Math.ceil(Math.log2(2 * n + 2)) - 1;
    this.table = new Int32Array(this.mask + 1).fill(-1);
    for (let i = 0; i < n; i++) {
      const column = Math.floor(points[2 * i]! / size);
      const row = Math.floor(points[2 * i + 1]! / size);
      const at = this.slot(column, row);
      let cell = this.table[at]!;
      if (cell < 0) {
        cell = this.table[at] = this.count++;
        this.column[cell] = column;
        this.row[cell] = row;
        this.first[cell] = -1;
      }
      this.next[i] = this.first[cell]!;
      this.first[cell] = i;
      this.of[i] = cell;
    }
  }

  /** The cell so many columns and rows on; -1 where that holds no point. */
  beside(cell: number, across: number, down: number): number {
    return this.table[this.slot(this.column[cell]! + across, this.row[cell]! + down)]!;
  }

  /** Whether a point of one lies within reach of a point of the other. */
  meet(a: number, b: number, reach: number): boolean {
    const { points, next } = this;
    for (let i = this.first[a]!; i >= 0; i = next[i]!) {
      for (let j = this.first[b]!; j >= 0; j = next[j]!) {
        const [dx, dy] = [points[2 * i]! - points[2 * j]!, points[2 * i + 1]! - points[2 * j + 1]!];
        if (dx * dx + dy * dy <= reach * reach) return true;
      }
    }
    return false;
  }

  /** Where the table holds a cell, or would. */
  private slot(column: number, row: number): number {
    // A square of four by four cells lies side by side, so that neighbours mostly come with one look into memory.
    const square = Math.imul(column >> 2, SCATTER_X) ^ Math.imul(row >> 2, SCATTER_Y);
    let at = ((square << 4) | ((row & 3) << 2) | (column & 3)) & this.mask;
    for (; ; at = (at + 1) & this.mask) {
      const cell = this.table[at]!;
      if (cell < 0 || (this.column[cell] === column && this.row[cell] === row)) return at;
    }
  }
}
