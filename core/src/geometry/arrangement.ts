import { FormatError } from '../problems.ts';
import { indexBoxes } from './box-index.ts';
import type { Point } from './point.ts';
import { signedArea } from './polygon.ts';
import { nearestPart, type Polyline } from './polyline.ts';
import { unionFind } from './union-find.ts';

/** What lines part a plane into (de Berg et al., Computational Geometry, ch. 2). Lengths are those of the lines. */
export interface Arrangement {
  /** Places where lines begin, end, bend or meet. */
  readonly nodes: readonly Point[];
  /** How many ways lead away from each node. */
  readonly ways: readonly number[];
  /** All that is enclosed, each ring of nodes clockwise as seen (y down). */
  readonly faces: readonly Face[];
  /** The outer edge of each connected part, clockwise; by the number of the part. */
  readonly outlines: readonly (readonly number[])[];
}

export interface Face {
  readonly ring: readonly number[];
  /** Which of the connected parts of the lines encloses it. */
  readonly part: number;
}

/** Lines that meet more often than this are scribble rather than seams. */
const MOST_NODES = 400_000;
/** Snapping moves lines, which may make them meet anew; after so many rounds nothing is left that could be seen. */
const MOST_ROUNDS = 4;

/**
 * Parts the plane by lines. Points within `tolerance` of each other become one, lines that come so near to a point go through it, and lines
 * that cross meet there; what encloses nothing (loose ends, lines between two islands) is left out. O(n log n) in segments and crossings.
 * Throws `FormatError` on lines that cross too often.
 */
export function arrange(lines: readonly Polyline[], tolerance: number): Arrangement {
  const nodes = new Nodes(tolerance);
  let edges = segmentsOf(lines, nodes);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const parted = partedAtMeetings(edges, nodes, tolerance);
    if (parted === edges) break;
    edges = parted;
  }
  return enclosed(nodes.all, edges);
}

/** An undirected stretch between two nodes. */
type Edge = readonly [a: number, b: number];

/** Points of one place are one node: the one that came first. */
class Nodes {
  readonly all: Point[] = [];
  private readonly cells = new Map<string, number[]>();
  constructor(private readonly tolerance: number) {}

  /** The nearest node within the tolerance, or a new one. */
  at(x: number, y: number): number {
    const [cx, cy] = [Math.floor(x / this.tolerance), Math.floor(y / this.tolerance)];
    let best = -1;
    let least = this.tolerance;
    for (let i = cx - 1; i <= cx + 1; i++) {
      for (let j = cy - 1; j <= cy + 1; j++) {
        for (const node of this.cells.get(`${i} ${j}`) ?? []) {
          const off = Math.hypot(this.all[node]!.x - x, this.all[node]!.y - y);
          if (off > least) continue;
          least = off;
          best = node;
        }
      }
    }
    if (best >= 0) return best;
    const key = `${cx} ${cy}`;
    const cell = this.cells.get(key);
    if (cell) cell.push(this.all.length);
    else this.cells.set(key, [this.all.length]);
    return this.all.push({ x, y }) - 1;
  }
}

/** Each once, whichever way it was drawn. */
class Edges {
  readonly all: Edge[] = [];
  private readonly known = new Set<string>();
  add(a: number, b: number): void {
    if (a === b) return;
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    if (this.known.has(key)) return;
    this.known.add(key);
    this.all.push([a, b]);
  }
}

function segmentsOf(lines: readonly Polyline[], nodes: Nodes): readonly Edge[] {
  // Ends first: where lines should meet, that is where they were drawn to meet.
  for (const line of lines) {
    nodes.at(line[0]!, line[1]!);
    nodes.at(line.at(-2)!, line.at(-1)!);
  }
  const edges = new Edges();
  for (const line of lines) {
    let last = nodes.at(line[0]!, line[1]!);
    for (let i = 2; i < line.length; i += 2) {
      const next = nodes.at(line[i]!, line[i + 1]!);
      edges.add(last, next);
      last = next;
    }
  }
  return edges.all;
}

/** The edges parted wherever they come to a node or to each other; the same list where nothing was parted. */
function partedAtMeetings(edges: readonly Edge[], nodes: Nodes, tolerance: number): readonly Edge[] {
  if (edges.length === 0) return edges;
  const { all } = nodes;
  const cuts = new Map<number, number[]>();
  const cut = (edge: number, node: number): void => {
    if (edges[edge]!.includes(node)) return;
    const known = cuts.get(edge);
    if (!known) cuts.set(edge, [node]);
    else if (!known.includes(node)) known.push(node);
  };
  const byEdge = indexBoxes(edges.length, (i, add) => {
    const [a, b] = edges[i]!.map((node) => all[node]!) as [Point, Point];
    add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
  });
  const there = all.length;
  for (let node = 0; node < there; node++) {
    const { x, y } = all[node]!;
    for (const i of byEdge.search(x - tolerance, y - tolerance, x + tolerance, y + tolerance)) {
      const [a, b] = edges[i]!.map((one) => all[one]!) as [Point, Point];
      const t = nearestPart(x, y, a.x, a.y, b.x, b.y);
      if (t > 0 && t < 1 && Math.hypot(a.x + t * (b.x - a.x) - x, a.y + t * (b.y - a.y) - y) <= tolerance) cut(i, node);
    }
  }
  for (let i = 0; i < edges.length; i++) {
    const [a, b] = edges[i]!.map((node) => all[node]!) as [Point, Point];
    const box = [Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)] as const;
    for (const j of byEdge.search(...box)) {
      if (j <= i || edges[j]!.some((node) => edges[i]!.includes(node))) continue;
      const [c, d] = edges[j]!.map((node) => all[node]!) as [Point, Point];
      const meet = crossing(a, b, c, d);
      if (!meet) continue;
      const node = nodes.at(meet.x, meet.y);
      if (node > MOST_NODES)
        throw new FormatError('The lines of this drawing cross too often. Keep only the seams, and save it again.');
      cut(i, node);
      cut(j, node);
    }
  }
  if (cuts.size === 0) return edges;
  const parted = new Edges();
  edges.forEach(([a, b], i) => {
    const from = all[a]!;
    const between = (cuts.get(i) ?? []).sort((p, q) => squared(from, all[p]!) - squared(from, all[q]!));
    [a, ...between, b].forEach((node, k, chain) => k > 0 && parted.add(chain[k - 1]!, node));
  });
  return parted.all;
}

const squared = (a: Point, b: Point): number => (a.x - b.x) ** 2 + (a.y - b.y) ** 2;

/** Where two segments cross, neither at an end. */
function crossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  if (cross === 0) return null;
  const s = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  const t = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
  return s > 0 && s < 1 && t > 0 && t < 1 ? { x: a.x + s * ux, y: a.y + s * uy } : null;
}

/** The faces: each way is followed, turning as far to the right as it goes. */
function enclosed(nodes: readonly Point[], edges: readonly Edge[]): Arrangement {
  let kept = withoutLooseEnds(nodes.length, edges);
  for (;;) {
    const around = waysAround(nodes, kept);
    const rings = ringsOf(around);
    const on = new Map<string, number>();
    rings.forEach((ring, i) => ring.forEach((node, k) => on.set(`${node} ${ring[(k + 1) % ring.length]!}`, i)));
    // With the same face on both sides, a line parts nothing.
    const parting = kept.filter(([a, b]) => on.get(`${a} ${b}`) !== on.get(`${b} ${a}`));
    if (parting.length < kept.length) {
      kept = withoutLooseEnds(nodes.length, parting);
      continue;
    }
    const parts = unionFind(nodes.length);
    for (const [a, b] of kept) parts.join(a, b);
    const outlines: (readonly number[])[] = [];
    const numbers = new Map<number, number>();
    const faces: Face[] = [];
    for (const ring of rings) {
      if (signedArea(ring.map((node) => nodes[node]!)) > 0) continue;
      const root = parts.rootOf(ring[0]!);
      // An island's outer edge is the longest way round it: others of no area are none.
      if (numbers.has(root)) continue;
      numbers.set(root, outlines.length);
      outlines.push(ring.toReversed());
    }
    for (const ring of rings) {
      if (signedArea(ring.map((node) => nodes[node]!)) > 0)
        faces.push({ ring, part: numbers.get(parts.rootOf(ring[0]!))! });
    }
    return { nodes, ways: around.map((ways) => ways.length), faces, outlines };
  }
}

function withoutLooseEnds(count: number, edges: readonly Edge[]): readonly Edge[] {
  let kept = edges;
  for (;;) {
    const ways = new Uint32Array(count);
    for (const [a, b] of kept) {
      ways[a]!++;
      ways[b]!++;
    }
    const next = kept.filter(([a, b]) => ways[a]! > 1 && ways[b]! > 1);
    if (next.length === kept.length) return kept;
    kept = next;
  }
}

/** The neighbours of each node, clockwise as seen. */
function waysAround(nodes: readonly Point[], edges: readonly Edge[]): number[][] {
  const around: number[][] = nodes.map(() => []);
  for (const [a, b] of edges) {
    around[a]!.push(b);
    around[b]!.push(a);
  }
  around.forEach((ways, i) => {
    const { x, y } = nodes[i]!;
    const angle = (to: number): number => Math.atan2(nodes[to]!.y - y, nodes[to]!.x - x);
    ways.sort((a, b) => angle(a) - angle(b));
  });
  return around;
}

function ringsOf(around: readonly (readonly number[])[]): number[][] {
  const walked = new Set<string>();
  const rings: number[][] = [];
  around.forEach((ways, from) => {
    for (const to of ways) {
      if (walked.has(`${from} ${to}`)) continue;
      const ring: number[] = [];
      let [a, b] = [from, to];
      while (!walked.has(`${a} ${b}`)) {
        walked.add(`${a} ${b}`);
        ring.push(a);
        const on = around[b]!;
        const next = on[(on.indexOf(a) - 1 + on.length) % on.length]!;
        [a, b] = [b, next];
      }
      rings.push(ring);
    }
  });
  return rings;
}
