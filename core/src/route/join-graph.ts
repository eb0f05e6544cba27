import { float64Of, int32Of } from '../geometry/typed.ts';
import { unionFind } from '../geometry/union-find.ts';
import type { GraphEdge } from './euler-trails.ts';

/** A way that may be gone so that what must be walked hangs together; what it costs the first time, and each time again. */
export interface Way extends GraphEdge {
  readonly cost: number;
  readonly again: number;
}

/** Where the trail should start and end: nodes. */
export interface JoinEnds {
  readonly start?: number | undefined;
  readonly end?: number | undefined;
}

/** What must be walked as the search sees it: nodes numbered anew, ways in a forest and the cycles they close. */
export interface JoinGraph {
  readonly nodes: number;
  readonly ways: readonly Way[];
  /** Ends of each way. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** 1 where an odd number of required edges end. */
  readonly odd: Uint8Array;
  /** Nodes that hang together by required edges have one number, from 0; those at which none ends come after all others. */
  readonly group: Int32Array;
  readonly groups: number;
  /** How many of the groups have required edges. */
  readonly bound: number;
  /** The forest: of each node the way to its parent, -1 at a root, and the parent; parents come before their children in `order`. */
  readonly parentWay: Int32Array;
  readonly parent: Int32Array;
  readonly depth: Int32Array;
  readonly order: readonly number[];
  /** The tree of each node. */
  readonly tree: Int32Array;
  readonly trees: number;
  /** Ways that aren't in the forest, the cheapest first. */
  readonly closing: readonly number[];
  /** Trees with an odd number of odd nodes: an end of a trail lies in each. */
  readonly unpaired: readonly number[];
  /** Where trails must end: nodes, numbered anew; and whether they start and end in one place. */
  readonly fixed: readonly number[];
  readonly closes: boolean;
}

/** Prepares the search. Everything hangs together. O((nodes + ways) log ways). */
export function joinGraph(required: readonly GraphEdge[], ways: readonly Way[], ends: JoinEnds): JoinGraph {
  const numbers = new Map<number, number>();
  const numberOf = (node: number): number => {
    const known = numbers.get(node);
    if (known !== undefined) return known;
    numbers.set(node, numbers.size);
    return numbers.size - 1;
  };
  const walked = required.map(({ from, to }) => [numberOf(from), numberOf(to)] as const);
  const met = numbers.size;
  const from = int32Of(ways, (way) => numberOf(way.from));
  const to = int32Of(ways, (way) => numberOf(way.to));
  const nodes = numbers.size;
  const odd = new Uint8Array(nodes);
  const together = unionFind(nodes);
  for (const [a, b] of walked) {
    odd[a]! ^= 1;
    odd[b]! ^= 1;
    together.join(a, b);
  }
  const { group, count } = numbered(nodes, together.rootOf);
  const bound = new Set(group.subarray(0, met)).size;
  const forest = forestOf(nodes, ways, from, to);
  const oddIn = new Uint8Array(forest.trees);
  odd.forEach((one, node) => (oddIn[forest.tree[node]!]! ^= one));
  const unpaired = [...oddIn].flatMap((one, tree) => (one ? [tree] : []));
  const wished = [ends.start, ends.end].flatMap((node) => (node === undefined ? [] : [numberOf(node)]));
  return {
    nodes,
    ways,
    from,
    to,
    odd,
    group,
    groups: count,
    bound,
    ...forest,
    unpaired,
    fixed: [...new Set(wished)],
    closes: new Set(wished).size < wished.length,
  };
}

/** Costs that differ by less differ by rounding alone. */
export const LESS = 1e-9;

/** Sees the ways of the forest's path between two nodes of one tree. */
export function eachOnPath(
  { depth, parent, parentWay }: Pick<JoinGraph, 'depth' | 'parent' | 'parentWay'>,
  a: number,
  b: number,
  see: (way: number) => void,
): void {
  let [u, v] = [a, b];
  while (u !== v) {
    if (depth[u]! < depth[v]!) [u, v] = [v, u];
    see(parentWay[u]!);
    u = parent[u]!;
  }
}

/** Whether one trail walks it all, which may close or end anywhere. */
export const mayClose = ({ unpaired, closes, fixed, tree }: JoinGraph): boolean =>
  unpaired.length === 0 && !closes && (fixed.length < 2 || tree[fixed[0]!] === tree[fixed[1]!]);

/** Numbers from 0 for what each node's root stands for, in the order of the nodes. */
function numbered(nodes: number, rootOf: (node: number) => number): { group: Int32Array; count: number } {
  const numbers = new Map<number, number>();
  const group = Int32Array.from({ length: nodes }, (_, node) => {
    const root = rootOf(node);
    const known = numbers.get(root) ?? numbers.size;
    numbers.set(root, known);
    return known;
  });
  return { group, count: numbers.size };
}

/** The cheapest forest of the ways (Kruskal 1956), each tree from a root down. */
function forestOf(nodes: number, ways: readonly Way[], from: Int32Array, to: Int32Array) {
  const cost = float64Of(ways, (way) => way.cost);
  const cheapest = int32Of(ways, (_, way) => way).sort((a, b) => cost[a]! - cost[b]!);
  const together = unionFind(nodes);
  const around: number[][] = Array.from({ length: nodes }, () => []);
  const closing: number[] = [];
  for (const way of cheapest) {
    if (!together.join(from[way]!, to[way]!)) {
      closing.push(way);
      continue;
    }
    around[from[way]!]!.push(way);
    around[to[way]!]!.push(way);
  }
  const parentWay = new Int32Array(nodes).fill(-1);
  const parent = new Int32Array(nodes).fill(-1);
  const depth = new Int32Array(nodes).fill(-1);
  const tree = new Int32Array(nodes);
  const order: number[] = [];
  let trees = 0;
  for (let root = 0; root < nodes; root++) {
    if (depth[root]! >= 0) continue;
    depth[root] = 0;
    tree[root] = trees;
    for (let at = order.push(root) - 1; at < order.length; at++) {
      const node = order[at]!;
      for (const way of around[node]!) {
        const other = from[way] === node ? to[way]! : from[way]!;
        if (depth[other]! >= 0) continue;
        depth[other] = depth[node]! + 1;
        parentWay[other] = way;
        parent[other] = node;
        tree[other] = trees;
        order.push(other);
      }
    }
    trees++;
  }
  return { closing, parentWay, parent, depth, order, tree, trees };
}
