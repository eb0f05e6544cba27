import { orient2d } from 'robust-predicates';
import type { Rings } from './ring-areas.ts';

/** The edges of some rings, found by place. */
export interface RingIndex {
  /** Which ring each edge belongs to. */
  readonly ring: Int32Array;
  /** `ax, ay, bx, by` of each edge. */
  readonly ends: Float64Array;
  /** Along its ring to where each edge begins, mm. */
  readonly along: Float64Array;
  /** Finds the edges whose boxes meet a box, each once: how many; they are the first of `found` until the next are asked for. */
  readonly near: (minX: number, minY: number, maxX: number, maxY: number) => number;
  readonly found: Int32Array;
  /** Whether a place lies within an odd number of the rings that are asked for, all unless others are said. */
  readonly isInside: (x: number, y: number, of?: (ring: number) => boolean) => boolean;
}

/** The index of some rings, made once for the same ones and kept as long as these are. */
export function indexRings(rings: Rings): RingIndex {
  const known = indices.get(rings) ?? indexOfRings(rings);
  indices.set(rings, known);
  return known;
}
const indices = new WeakMap<Rings, RingIndex>();

export function indexOfRings(rings: Rings): RingIndex {
  const count = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const ring = new Int32Array(count);
  const ends = new Float64Array(4 * count);
  const along = new Float64Array(count);
  let e = 0;
  rings.forEach((line, r) => {
    let at = 0;
    for (let i = 0; i < line.length; i += 2, e++) {
      const j = (i + 2) % line.length;
      const [ax, ay, bx, by] = [line[i]!, line[i + 1]!, line[j]!, line[j + 1]!];
      ring[e] = r;
      ends.set([ax, ay, bx, by], 4 * e);
      along[e] = at;
      at += Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
    }
  });
  const grid = gridOf(ends);
  return {
    ...{ ring, ends, along },
    near: grid.near,
    found: grid.found,
    isInside(x, y, of = () => true) {
      // Edges that a ray to the right crosses, of a place that lies where `sideOf` takes it to lie.
      let inside = false;
      const count = grid.near(x, y, Infinity, y);
      for (let k = 0; k < count; k++) {
        const edge = grid.found[k]!;
        const [ay, by] = [ends[4 * edge + 1]!, ends[4 * edge + 3]!];
        if (ay > y === by > y || !of(ring[edge]!)) continue;
        if (by > ay === sideOf(ends[4 * edge]!, ay, ends[4 * edge + 2]!, by, x, y) > 0) inside = !inside;
      }
      return inside;
    },
  };
}

/**
 * On which side of a line from a to b a place lies, 1 or -1, never on it: the place is taken to lie (ε, ε²) away, so that a line that runs through
 * a corner, along an edge or back over itself is told the same way by all edges (Edelsbrunner & Mücke 1990).
 */
export function sideOf(ax: number, ay: number, bx: number, by: number, x: number, y: number): 1 | -1 {
  const turn = -orient2d(ax, ay, bx, by, x, y);
  return turn === 0 ? sideOfShifted(bx - ax, by - ay) : turn > 0 ? 1 : -1;
}

/** The same for a line that lies (ε, ε²) away and a place that doesn't. */
export function sideOfEdgeEnd(ax: number, ay: number, bx: number, by: number, x: number, y: number): 1 | -1 {
  const turn = -orient2d(ax, ay, bx, by, x, y);
  return turn === 0 ? sideOfShifted(ax - bx, ay - by) : turn > 0 ? 1 : -1;
}

const sideOfShifted = (dx: number, dy: number): 1 | -1 => (dy < 0 || (dy === 0 && dx > 0) ? 1 : -1);

/** The most cells in a row of the grid, and how many there are for each edge: most of them then hold none. */
const MOST_COLUMNS = 1024;
const CELLS_PER_EDGE = 8;

/** Edges by the cells of a grid that they may lie in. A line of 100,000 points asks as often: a tree of boxes takes four times as long. */
function gridOf(ends: Float64Array): Pick<RingIndex, 'near' | 'found'> {
  const boxes = boxesOf(ends);
  const count = boxes.length / 4;
  const found = new Int32Array(count);
  if (count === 0) return { near: () => 0, found };
  const grid = cellsOf(boxes);
  const { from, edges } = edgesByCell(boxes, grid);
  const seen = new Int32Array(count).fill(-1);
  let asked = 0;
  return {
    found,
    near(x0, y0, x1, y1) {
      let n = 0;
      if (!(x1 >= grid.minX && x0 <= grid.maxX && y1 >= grid.minY && y0 <= grid.maxY)) return n;
      asked++;
      const [c0, c1, r0, r1] = [grid.columnOf(x0), grid.columnOf(x1), grid.rowOf(y0), grid.rowOf(y1)];
      for (let row = r0; row <= r1; row++) {
        // The cells of a row follow each other, and so do their edges; one that lies in several is looked at once.
        const last = from[row * grid.columns + c1 + 1]!;
        for (let k = from[row * grid.columns + c0]!; k < last; k++) {
          const edge = edges[k]!;
          if (seen[edge] === asked) continue;
          seen[edge] = asked;
          const b = 4 * edge;
          if (boxes[b]! <= x1 && boxes[b + 1]! <= y1 && boxes[b + 2]! >= x0 && boxes[b + 3]! >= y0) found[n++] = edge;
        }
      }
      return n;
    },
  };
}

/** A grid over all that some boxes take up. */
function cellsOf(boxes: Float64Array) {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < boxes.length; i += 4) {
    minX = Math.min(minX, boxes[i]!);
    minY = Math.min(minY, boxes[i + 1]!);
    maxX = Math.max(maxX, boxes[i + 2]!);
    maxY = Math.max(maxY, boxes[i + 3]!);
  }
  const [width, height] = [maxX - minX, maxY - minY];
  const even = Math.sqrt((width * height) / (CELLS_PER_EDGE * (boxes.length / 4)));
  const cell = Math.max(even, Math.max(width, height) / MOST_COLUMNS);
  const columns = Math.floor(width / cell) + 1;
  const rows = Math.floor(height / cell) + 1;
  return {
    ...{ minX, minY, maxX, maxY, columns, rows },
    columnOf: (x: number): number => Math.min(columns - 1, Math.max(0, Math.floor((x - minX) / cell))),
    rowOf: (y: number): number => Math.min(rows - 1, Math.max(0, Math.floor((y - minY) / cell))),
  };
}

/** The edges in each cell, one cell after the other, and where those of each begin. */
function edgesByCell(boxes: Float64Array, { columns, rows, columnOf, rowOf }: ReturnType<typeof cellsOf>) {
  const count = boxes.length / 4;
  const eachCell = (edge: number, visit: (cell: number) => void): void => {
    const [c0, c1] = [columnOf(boxes[4 * edge]!), columnOf(boxes[4 * edge + 2]!)];
    const [r0, r1] = [rowOf(boxes[4 * edge + 1]!), rowOf(boxes[4 * edge + 3]!)];
    for (let row = r0; row <= r1; row++) for (let column = c0; column <= c1; column++) visit(row * columns + column);
  };
  const from = new Int32Array(columns * rows + 1);
  for (let edge = 0; edge < count; edge++) eachCell(edge, (at) => from[at + 1]!++);
  for (let i = 1; i < from.length; i++) from[i]! += from[i - 1]!;
  const filled = from.slice();
  const edges = new Int32Array(from.at(-1)!);
  for (let edge = 0; edge < count; edge++) eachCell(edge, (at) => (edges[filled[at]!++] = edge));
  return { from, edges };
}

/** `minX, minY, maxX, maxY` of each edge. */
function boxesOf(ends: Float64Array): Float64Array {
  const boxes = new Float64Array(ends.length);
  for (let i = 0; i < ends.length; i += 4) {
    boxes[i] = Math.min(ends[i]!, ends[i + 2]!);
    boxes[i + 1] = Math.min(ends[i + 1]!, ends[i + 3]!);
    boxes[i + 2] = Math.max(ends[i]!, ends[i + 2]!);
    boxes[i + 3] = Math.max(ends[i + 1]!, ends[i + 3]!);
  }
  return boxes;
}
