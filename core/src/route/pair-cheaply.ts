import { float64Of } from '../geometry/typed.ts';
import { eachOnPath, type JoinGraph, LESS, mayClose } from './join-graph.ts';

/** Of a graph whose cycles share more ways than this it would take too long to reckon even one turn. */
const MOST_LENGTH = 400_000;
/** A cycle that was turned isn't turned again for so many turns, and up to so many more. */
const HELD = 5;
const HELD_ON = 10;
/** It ends after so many turns without gain, and one for so many cycles. */
const IDLE = 20;
const IDLE_CYCLES = 4;

/** What is gone once, and where trails end: two nodes a trail that doesn't close. */
interface Paired {
  readonly once: Uint8Array;
  readonly ends: readonly number[];
}

/** Makes what is gone once cheaper by itself. */
export type PairCheaply = (from: Paired, random: () => number) => Paired;

/**
 * All that pairs the same odd nodes differs by cycles (a T-join): of these always the one that gains most, or loses least, is turned (tabu search,
 * Glover 1989), which leaves what is only best near by. Where none gains anything, ends are moved that do.
 */
export function pairCheaply(graph: JoinGraph): PairCheaply {
  const { ways, closing } = graph;
  const cycles = closing.map((way) => [way, ...pathOf(graph, graph.from[way]!, graph.to[way]!)]);
  if (cycles.reduce((sum, cycle) => sum + cycle.length, 0) > MOST_LENGTH) return (from) => from;
  const { of: through, begins } = cyclesThrough(cycles, ways.length);
  return (start, random) => {
    const once = start.once.slice();
    let { ends } = start;
    // What going a way once more, or once less, costs; and what turning a cycle does.
    const turned = float64Of(ways, (way, i) => (once[i] === 1 ? -way.cost : way.cost));
    const cycleTurned = float64Of(cycles, (cycle) => {
      let cost = 0;
      for (const way of cycle) cost += turned[way]!;
      return cost;
    });
    const heldUntil = new Int32Array(cycles.length);
    let sum = 0;
    let best = { ...start, sum };
    const turn = (those: readonly number[]): void => {
      for (const way of those) {
        sum += turned[way]!;
        const by = 2 * turned[way]!;
        for (let k = begins[way]!; k < begins[way + 1]!; k++) cycleTurned[through[k]!]! -= by;
        turned[way]! *= -1;
        once[way]! ^= 1;
      }
    };
    const least = (turns: number): number => {
      let next = -1;
      for (let c = 0; c < cycles.length; c++) {
        if (next >= 0 && cycleTurned[c]! >= cycleTurned[next]!) continue;
        if (heldUntil[c]! <= turns || sum + cycleTurned[c]! < best.sum - LESS) next = c;
      }
      return next;
    };
    let came: 'down' | 'up' = 'down';
    for (let [turns, idle] = [1, 0]; idle < IDLE + cycles.length / IDLE_CYCLES; turns++, idle++) {
      const next = least(turns);
      const goes = next >= 0 && cycleTurned[next]! < -LESS ? 'down' : 'up';
      if (came === 'down' && goes === 'up') {
        const moved = endsMoved(graph, turned, ends) ?? opened(graph, turned, ends);
        if (moved) {
          turn(moved.path);
          ends = moved.ends;
          continue;
        }
        // What was reached is kept before it is left.
        if (sum < best.sum - LESS) [best, idle] = [{ sum, once: once.slice(), ends }, 0];
      }
      if (next < 0) break;
      came = goes;
      turn(cycles[next]!);
      heldUntil[next] = turns + HELD + Math.floor(HELD_ON * random());
    }
    return best;
  };
}

/** The cycles through each way, one way after the other: `of` from `begins[way]` to `begins[way + 1]`. */
function cyclesThrough(cycles: readonly (readonly number[])[], ways: number) {
  const begins = new Int32Array(ways + 1);
  for (const cycle of cycles) for (const way of cycle) begins[way + 1]!++;
  for (let way = 0; way < ways; way++) begins[way + 1]! += begins[way]!;
  const of = new Int32Array(begins[ways]!);
  const at = begins.slice();
  cycles.forEach((cycle, c) => cycle.forEach((way) => (of[at[way]!++] = c)));
  return { of, begins };
}

/** The forest's path between two nodes of one tree. */
function pathOf(graph: JoinGraph, a: number, b: number): number[] {
  const path: number[] = [];
  eachOnPath(graph, a, b, (way) => void path.push(way));
  return path;
}

/** What is turned so that trails end elsewhere. */
interface EndsMoved {
  readonly path: readonly number[];
  readonly ends: readonly number[];
}

/** The first end that may be moved with gain, to where that is the most; null where none may. @param turned what turning a way costs */
function endsMoved(graph: JoinGraph, turned: Float64Array, ends: readonly number[]): EndsMoved | null {
  for (const [k, end] of ends.entries()) {
    if (graph.fixed.includes(end)) continue;
    const node = cheapestFrom(graph, turned, end, ends);
    if (node !== end) return { path: pathOf(graph, end, node), ends: ends.with(k, node) };
  }
  return null;
}

/** A closed trail opened where that gains the most; null where it may not be, or nothing is gained. */
function opened(graph: JoinGraph, turned: Float64Array, ends: readonly number[]): EndsMoved | null {
  if (ends.length > 0 || !mayClose(graph)) return null;
  const [a, b] =
    graph.fixed.length > 0
      ? [graph.fixed[0]!, cheapestFrom(graph, turned, graph.fixed[0]!, [])]
      : cheapestPath(graph, turned);
  return a === b ? null : { path: pathOf(graph, a, b), ends: [a, b] };
}

/** The node to which the path from another gains most, that one itself where none gains. @param but what it isn't */
function cheapestFrom(
  { order, parent, parentWay, tree, nodes }: JoinGraph,
  turned: Float64Array,
  from: number,
  but: readonly number[],
): number {
  const cost = new Float64Array(nodes).fill(NaN);
  cost[from] = 0;
  for (let node = from; parent[node]! >= 0; node = parent[node]!)
    cost[parent[node]!] = cost[node]! + turned[parentWay[node]!]!;
  let best = from;
  for (const node of order) {
    if (tree[node] !== tree[from]) continue;
    if (Number.isNaN(cost[node]!)) cost[node] = cost[parent[node]!]! + turned[parentWay[node]!]!;
    if (cost[node]! < cost[best]! - LESS && !but.includes(node)) best = node;
  }
  return best;
}

/** The path of the forest that gains most, of all: its two ends, which are one where none gains. */
function cheapestPath({ order, parent, parentWay, nodes }: JoinGraph, turned: Float64Array): readonly [number, number] {
  // The cheapest way down from each node, and where that ends.
  const down = new Float64Array(nodes);
  const bottom = Int32Array.from({ length: nodes }, (_, node) => node);
  let best = { cost: 0, a: 0, b: 0 };
  for (let k = nodes - 1; k >= 0; k--) {
    const node = order[k]!;
    const above = parent[node]!;
    if (above < 0) continue;
    const up = down[node]! + turned[parentWay[node]!]!;
    if (down[above]! + up < best.cost - LESS) best = { cost: down[above]! + up, a: bottom[above]!, b: bottom[node]! };
    if (up < down[above]!) [down[above], bottom[above]] = [up, bottom[node]!];
  }
  return [best.a, best.b];
}
