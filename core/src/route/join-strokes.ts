import { concatenate, type Polyline, reversed } from '../geometry/polyline.ts';
import { clusterPoints } from '../geometry/cluster.ts';

/** A stroke as an edge of the graph whose nodes are the places where ends meet. */
interface Edge {
  readonly stroke: number;
  readonly from: number;
  readonly to: number;
}
/** An edge as it is walked. */
interface Step {
  readonly edge: Edge;
  readonly back: boolean;
}

/** Edges that leave a node, as indices, and how far each list is used up. */
interface NodeEdges {
  readonly forward: number[];
  readonly other: number[];
  f: number;
  o: number;
}

/**
 * The fewest strokes that stitch the same lines, joining ends within `tolerance`. A connected part that is already drawn in as few strokes as
 * it can be keeps its order and directions; any other is walked anew along Euler trails (Hierholzer 1873), forwards and in the drawn order
 * where there is a choice. A part with 2k odd nodes needs max(1, k) strokes (Euler 1736). Parts stay in the order of their first stroke.
 */
export function joinStrokes(strokes: readonly Polyline[], tolerance: number): Float64Array<ArrayBuffer>[] {
  const ends = new Float64Array(4 * strokes.length);
  strokes.forEach((stroke, i) => {
    ends.set([stroke[0]!, stroke[1]!, stroke.at(-2)!, stroke.at(-1)!], 4 * i);
  });
  const nodes = clusterPoints(ends, tolerance);
  const edges = strokes.map((_, i): Edge => ({ stroke: i, from: nodes[2 * i]!, to: nodes[2 * i + 1]! }));
  return connectedParts(edges).flatMap((part) =>
    trailsOf(part).map((trail) =>
      concatenate(trail.map((step) => (step.back ? reversed(strokes[step.edge.stroke]!) : strokes[step.edge.stroke]!))),
    ),
  );
}

function trailsOf(part: readonly Edge[]): Step[][] {
  const drawn = drawnTrails(part);
  const degree = new Map<number, number>();
  for (const { from, to } of part) {
    degree.set(from, (degree.get(from) ?? 0) + 1);
    degree.set(to, (degree.get(to) ?? 0) + 1);
  }
  const odd = [...degree].flatMap(([node, count]) => (count % 2 === 1 ? [node] : []));
  return drawn.length <= Math.max(1, odd.length / 2) ? drawn : eulerTrails(part, odd);
}

/** Neighbours in drawing order that already run on into each other. */
function drawnTrails(part: readonly Edge[]): Step[][] {
  const trails: Step[][] = [];
  for (const edge of part) {
    const last = trails.at(-1);
    if (last && last.at(-1)!.edge.to === edge.from) last.push({ edge, back: false });
    else trails.push([{ edge, back: false }]);
  }
  return trails;
}

/** Walks a connected part in one closed trail after tying its odd nodes together, then cuts it at the ties. */
function eulerTrails(part: readonly Edge[], odd: readonly number[]): Step[][] {
  const TIE = -1;
  const ties = Array.from({ length: odd.length / 2 }, (_, i): Edge => ({
    stroke: TIE,
    from: odd[2 * i]!,
    to: odd[2 * i + 1]!,
  }));
  const all = [...part, ...ties];
  const at = new Map<number, NodeEdges>();
  const edgesAt = (node: number): NodeEdges => {
    let list = at.get(node);
    if (!list) at.set(node, (list = { forward: [], other: [], f: 0, o: 0 }));
    return list;
  };
  all.forEach((edge, i) => {
    (edge.stroke === TIE ? edgesAt(edge.from).other : edgesAt(edge.from).forward).push(i);
    if (edge.from !== edge.to) edgesAt(edge.to).other.push(i);
  });
  const used = new Uint8Array(all.length);
  // Forward edges first, in the order drawn; then any that is left.
  const take = (node: number): Step | null => {
    const list = at.get(node)!;
    while (list.f < list.forward.length && used[list.forward[list.f]!]) list.f++;
    while (list.o < list.other.length && used[list.other[list.o]!]) list.o++;
    const chosen = list.forward[list.f] ?? list.other[list.o];
    if (chosen === undefined) return null;
    used[chosen] = 1;
    return { edge: all[chosen]!, back: all[chosen]!.from !== node };
  };
  const isOdd = new Set(odd);
  const { from, to } = part[0]!;
  const start = isOdd.has(to) && !isOdd.has(from) ? to : from;
  const stack: { readonly node: number; readonly by: Step | null }[] = [{ node: start, by: null }];
  const walked: Step[] = [];
  while (stack.length > 0) {
    const top = stack.at(-1)!;
    const step = take(top.node);
    if (step) stack.push({ node: step.back ? step.edge.from : step.edge.to, by: step });
    else {
      stack.pop();
      if (top.by) walked.push(top.by);
    }
  }
  walked.reverse();
  return cutAtTies(walked, TIE);
}

function cutAtTies(walked: readonly Step[], tie: number): Step[][] {
  const first = walked.findIndex((step) => step.edge.stroke === tie);
  // The walk is closed, so it may begin anywhere: behind a tie, where there is one.
  const turned = first < 0 ? walked : [...walked.slice(first + 1), ...walked.slice(0, first)];
  const trails: Step[][] = [[]];
  for (const step of turned) {
    if (step.edge.stroke === tie) trails.push([]);
    else trails.at(-1)!.push(step);
  }
  return trails
    .filter((trail) => trail.length > 0)
    .map((trail) => mostlyForward(trail))
    .sort((a, b) => earliest(a) - earliest(b));
}

/** A trail can be stitched either way; the way that more of it was drawn in is kept. */
function mostlyForward(trail: Step[]): Step[] {
  const back = trail.filter((step) => step.back).length;
  return 2 * back > trail.length ? trail.map(({ edge, back }) => ({ edge, back: !back })).reverse() : trail;
}

const earliest = (trail: readonly Step[]): number =>
  trail.reduce((least, step) => Math.min(least, step.edge.stroke), Infinity);

function connectedParts(edges: readonly Edge[]): Edge[][] {
  const parent = new Map<number, number>();
  const rootOf = (node: number): number => {
    let root = node;
    while (parent.has(root)) root = parent.get(root)!;
    for (let at = node; at !== root;) {
      const up = parent.get(at)!;
      parent.set(at, root);
      at = up;
    }
    return root;
  };
  for (const { from, to } of edges) {
    const [a, b] = [rootOf(from), rootOf(to)];
    if (a !== b) parent.set(a, b);
  }
  const parts = new Map<number, Edge[]>();
  for (const edge of edges) {
    const root = rootOf(edge.from);
    const part = parts.get(root);
    if (part) part.push(edge);
    else parts.set(root, [edge]);
  }
  return [...parts.values()];
}
