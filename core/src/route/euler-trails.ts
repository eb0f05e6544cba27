/** An edge of a graph whose nodes are numbered; drawn from one of them to the other. */
export interface GraphEdge {
  readonly from: number;
  readonly to: number;
}

/** An edge as it is walked. */
export interface Step<E extends GraphEdge> {
  readonly edge: E;
  readonly back: boolean;
}

/** Edges that leave a node, as indices, and how far each list is used up. */
interface NodeEdges {
  readonly forward: number[];
  readonly other: number[];
  f: number;
  o: number;
}

const TIE = { isTie: true } as const;
type Tied<E> = E | (GraphEdge & typeof TIE);
const isTie = <E extends GraphEdge>(edge: Tied<E>): edge is GraphEdge & typeof TIE => 'isTie' in edge;

/**
 * The fewest trails that walk every edge of a connected graph once (Euler 1736): with 2k odd nodes k of them, each from one odd node to another, and one
 * that closes where there is none. Forwards and in the order given where there is a choice (Hierholzer 1873); each trail may as well be walked the
 * other way. O(edges).
 * @param start where a trail should start or end, if it is an odd node or there is none
 */
export function eulerTrails<E extends GraphEdge>(edges: readonly E[], start?: number): Step<E>[][] {
  const odd = oddNodes(edges);
  const ties = Array.from({ length: odd.length / 2 }, (_, i) => ({ ...TIE, from: odd[2 * i]!, to: odd[2 * i + 1]! }));
  const walked = closedWalk<E>([...edges, ...ties], startOf(edges, odd, start));
  return cutAtTies(walked);
}

/** Nodes that an odd number of edges end at, in the order that they are first met. */
export function oddNodes(edges: readonly GraphEdge[]): readonly number[] {
  const degree = new Map<number, number>();
  for (const { from, to } of edges) {
    degree.set(from, (degree.get(from) ?? 0) + 1);
    degree.set(to, (degree.get(to) ?? 0) + 1);
  }
  return [...degree.keys()].filter((node) => degree.get(node)! % 2 === 1);
}

function startOf(edges: readonly GraphEdge[], odd: readonly number[], wished?: number): number {
  if (wished !== undefined) return wished;
  const isOdd = new Set(odd);
  const { from, to } = edges[0]!;
  return isOdd.has(to) && !isOdd.has(from) ? to : from;
}

/** All edges in one closed walk; ties are taken last. */
function closedWalk<E extends GraphEdge>(all: readonly Tied<E>[], start: number): Step<Tied<E>>[] {
  const at = new Map<number, NodeEdges>();
  const edgesAt = (node: number): NodeEdges => {
    let list = at.get(node);
    if (!list) at.set(node, (list = { forward: [], other: [], f: 0, o: 0 }));
    return list;
  };
  all.forEach((edge, i) => {
    (isTie(edge) ? edgesAt(edge.from).other : edgesAt(edge.from).forward).push(i);
    if (edge.from !== edge.to) edgesAt(edge.to).other.push(i);
  });
  const used = new Uint8Array(all.length);
  // Forward edges first, in the order drawn; then any that is left.
  const take = (node: number): Step<Tied<E>> | null => {
    const list = at.get(node)!;
    while (list.f < list.forward.length && used[list.forward[list.f]!]) list.f++;
    while (list.o < list.other.length && used[list.other[list.o]!]) list.o++;
    const chosen = list.forward[list.f] ?? list.other[list.o];
    if (chosen === undefined) return null;
    used[chosen] = 1;
    return { edge: all[chosen]!, back: all[chosen]!.from !== node };
  };
  const stack: { readonly node: number; readonly by: Step<Tied<E>> | null }[] = [{ node: start, by: null }];
  const walked: Step<Tied<E>>[] = [];
  while (stack.length > 0) {
    const top = stack.at(-1)!;
    const step = take(top.node);
    if (step) stack.push({ node: step.back ? step.edge.from : step.edge.to, by: step });
    else {
      stack.pop();
      if (top.by) walked.push(top.by);
    }
  }
  return walked.reverse();
}

function cutAtTies<E extends GraphEdge>(walked: readonly Step<Tied<E>>[]): Step<E>[][] {
  const first = walked.findIndex(({ edge }) => isTie(edge));
  // The walk is closed, so it may begin anywhere: behind a tie, where there is one.
  const turned = first < 0 ? walked : [...walked.slice(first + 1), ...walked.slice(0, first)];
  const trails: Step<E>[][] = [[]];
  for (const { edge, back } of turned) {
    if (isTie(edge)) trails.push([]);
    else trails.at(-1)!.push({ edge, back });
  }
  return trails.filter((trail) => trail.length > 0);
}

/** The same trail from its other end. */
export const backwards = <E extends GraphEdge>(trail: readonly Step<E>[]): Step<E>[] =>
  trail.map(({ edge, back }) => ({ edge, back: !back })).reverse();

/** The nodes at which a trail starts and ends. */
export const startNode = <E extends GraphEdge>([first]: readonly Step<E>[]): number =>
  first!.back ? first!.edge.to : first!.edge.from;
export const endNode = <E extends GraphEdge>(trail: readonly Step<E>[]): number =>
  trail.at(-1)!.back ? trail.at(-1)!.edge.from : trail.at(-1)!.edge.to;
