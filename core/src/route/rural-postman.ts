import { unionFind } from '../geometry/union-find.ts';
import { cheapestJoin } from './cheapest-join.ts';
import { backwards, endNode, eulerTrails, type GraphEdge, startNode, type Step } from './euler-trails.ts';
import type { JoinEnds, Way } from './join-graph.ts';

/** What must be walked, and by what else it may be joined. */
export interface PostmanTask {
  /** Nodes are numbered from 0. */
  readonly nodes: number;
  /** In the order and direction that they should be walked in where it makes no difference. */
  readonly required: readonly GraphEdge[];
  readonly ways: readonly Way[];
  /** Nodes where the parts that hold them should start, and end; the first of them where a part holds several. */
  readonly starts?: readonly number[];
  readonly ends?: readonly number[];
}

/** One edge as it is walked: one that must be, or a way. */
export interface PostmanEdge extends GraphEdge {
  readonly required: number | null;
  readonly way: number | null;
}

export interface PostmanAnswer {
  /** Each is walked in one go; in the order of the first edge that must be walked. */
  readonly trails: readonly (readonly Step<PostmanEdge>[])[];
  /** What the ways cost together. */
  readonly cost: number;
  /** No answer has fewer trails: one for each part that hangs together, more where its odd ends can't be paired. */
  readonly bound: number;
}

/**
 * The fewest trails that walk every required edge once, and of those the cheapest that is found: the rural postman problem (Eiselt, Gendreau & Laporte
 * 1995). Parts that nothing joins are solved each for itself.
 */
export function ruralPostman({ nodes, required, ways, starts = [], ends = [] }: PostmanTask): PostmanAnswer {
  const together = unionFind(nodes);
  for (const { from, to } of [...required, ...ways]) together.join(from, to);
  const parts = new Map<number, { readonly required: number[]; readonly ways: number[] }>();
  required.forEach(({ from }, i) => {
    const root = together.rootOf(from);
    const part = parts.get(root);
    if (part) part.required.push(i);
    else parts.set(root, { required: [i], ways: [] });
  });
  ways.forEach(({ from }, i) => parts.get(together.rootOf(from))?.ways.push(i));
  const own = (wished: readonly number[], root: number): number | undefined =>
    wished.find((node) => together.rootOf(node) === root);
  let cost = 0;
  let bound = 0;
  const trails = [...parts].flatMap(([root, part]) => {
    const at = { start: own(starts, root), end: own(ends, root) };
    const joined = cheapestJoin(
      part.required.map((i) => required[i]!),
      part.ways.map((i) => ways[i]!),
      at,
    );
    cost += joined.cost;
    bound += joined.trails;
    const edges: PostmanEdge[] = [];
    for (const i of part.required) edges.push({ from: required[i]!.from, to: required[i]!.to, required: i, way: null });
    part.ways.forEach((way, k) => {
      const { from, to } = ways[way]!;
      for (let times = joined.times[k]!; times > 0; times--) edges.push({ from, to, required: null, way });
    });
    return eulerTrails(edges, at.start ?? at.end).map((trail) => directed(trail, at));
  });
  return { trails: trails.toSorted((a, b) => earliest(a) - earliest(b)), cost, bound };
}

type Trail = readonly Step<PostmanEdge>[];

/** From the wished start, or to the wished end; else the way that more of it was drawn in. */
function directed(trail: Trail, { start, end }: JoinEnds): Trail {
  const [from, to] = [startNode(trail), endNode(trail)];
  if (from !== to && (from === start || to === end)) return trail;
  if (from !== to && (to === start || from === end)) return backwards(trail);
  const drawn = trail.filter(({ edge }) => edge.required !== null);
  return 2 * drawn.filter(({ back }) => back).length > drawn.length ? backwards(trail) : trail;
}

const earliest = (trail: Trail): number =>
  trail.reduce((least, { edge }) => Math.min(least, edge.required ?? Infinity), Infinity);
