import { eachOnPath, type JoinGraph, mayClose } from './join-graph.ts';
import { type Gone, makeTrial, type Trial } from './trial.ts';

/** The search among all that pairs the odd ends of a graph. */
export interface JoinSearch extends Pick<Trial, 'timesOf' | 'mayGoOn' | 'goneOf'> {
  /** As the forest says. */
  readonly first: () => Gone;
  /** What is better by one change, again and again, until none is or `looks` have been used up. */
  readonly improved: (from: Gone) => Gone;
  /** The same, changed here and there. */
  readonly shaken: (from: Gone, random: () => number) => Gone;
}

/** A kind of change: what is better by it, as often as it tells; what it was given where nothing is. */
type Change = (now: Gone) => Gone;

/** Of a large graph so many changes of a kind are tried. */
const MOST_TRIED = 1000;
/** Cycles that are turned together with others: the longest, which are whole rings. */
const MOST_RINGS = 6;
/** Before it is searched on, a ring is turned this likely, so many cycles are, and an end is moved. */
const RING_SHAKEN = 0.25;
const CYCLES_SHAKEN = 2;
const CYCLE_SHAKEN = 0.6;
const END_SHAKEN = 0.5;

/** @param looks how many ways may be looked at in all */
export function joinSearch(graph: JoinGraph, looks: number): JoinSearch {
  const trial = makeTrial(graph, looks);
  const { mayGoOn, turnPath, turnCycle, timesOf, goneOf, changed } = trial;
  const cycles = spread(graph.closing, MOST_TRIED);
  const rings = longest(graph, MOST_RINGS);
  const nodesOf = nodesByTree(graph);
  const isFixed = new Set(graph.fixed);
  // What takes longest to try comes last, and from it back to the first.
  const changes: readonly Change[] = [
    cyclesTurned(trial, rings),
    endsMoved(graph, trial, nodesOf),
    cyclesTurned(trial, cycles),
    pairsTurned(trial, rings, cycles),
  ];
  return {
    ...{ mayGoOn, timesOf, goneOf },
    first() {
      const ends = firstEnds(graph, nodesOf);
      return goneOf(pairing(graph, ends), ends);
    },
    improved(start) {
      let now = start;
      for (let k = 0; k < changes.length && mayGoOn();) {
        const next = changes[k]!(now);
        k = next === now ? k + 1 : 0;
        now = next;
      }
      return now;
    },
    shaken: (gone, random) =>
      changed(gone, () => {
        const some = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
        const ends = [...gone.ends];
        gone.ends.forEach((end, k) => {
          if (isFixed.has(end) || random() < END_SHAKEN) return;
          const node = some(nodesOf[graph.tree[end]!]!);
          if (ends.includes(node)) return;
          turnPath(end, node);
          ends[k] = node;
        });
        for (const ring of rings) if (random() < RING_SHAKEN) turnCycle(ring);
        for (let k = 0; k < CYCLES_SHAKEN && graph.closing.length > 0; k++)
          if (random() < CYCLE_SHAKEN) turnCycle(some(graph.closing));
        return ends;
      }),
  };
}

const cyclesTurned =
  ({ mayGoOn, tried, turnCycle }: Trial, those: readonly number[]): Change =>
  (start) => {
    let now = start;
    for (const way of those) if (mayGoOn()) now = tried(now, now.ends, () => turnCycle(way));
    return now;
  };

/** A whole ring and another cycle: that is then gone the other way round. */
const pairsTurned =
  ({ mayGoOn, tried, turnCycle }: Trial, rings: readonly number[], cycles: readonly number[]): Change =>
  (start) => {
    let now = start;
    for (const ring of rings) {
      for (const way of cycles) {
        if (ring === way || !mayGoOn()) continue;
        now = tried(now, now.ends, () => {
          turnCycle(way);
          turnCycle(ring);
        });
      }
    }
    return now;
  };

/** Where trails end, moved one by one; one trail closed, or a closed one opened. */
function endsMoved(graph: JoinGraph, trial: Trial, nodesOf: readonly (readonly number[])[]): Change {
  const { tree, fixed } = graph;
  const { mayGoOn, tried, turnPath } = trial;
  const isFixed = new Set(fixed);
  const opened = opening(graph, trial, nodesOf);
  return (start) => {
    let now = start;
    start.ends.forEach((end, k) => {
      if (isFixed.has(end)) return;
      for (const node of spread(nodesOf[tree[end]!]!, MOST_TRIED)) {
        if (now.ends.includes(node) || !mayGoOn()) continue;
        const at = now.ends[k]!;
        now = tried(now, now.ends.with(k, node), () => turnPath(at, node));
      }
    });
    if (!mayClose(graph)) return now;
    const [a, b] = now.ends;
    if (a !== undefined && b !== undefined && fixed.length < 2) now = tried(now, [], () => turnPath(a, b));
    return now.ends.length === 0 ? opened(now) : now;
  };
}

/** A closed trail opened: where it must start, up to anywhere; else at both ends of a way that it then goes once less, the dearest first. */
function opening(
  { ways, from, to, tree, fixed }: JoinGraph,
  { mayGoOn, tried, turn, turnPath, timesOf }: Trial,
  nodesOf: readonly (readonly number[])[],
): Change {
  const [must] = fixed;
  return (closed) => {
    if (must !== undefined) {
      for (const node of spread(nodesOf[tree[must]!]!, MOST_TRIED)) {
        if (!mayGoOn()) break;
        const found = node === must ? closed : tried(closed, [must, node], () => turnPath(must, node));
        if (found !== closed) return found;
      }
      return closed;
    }
    const times = timesOf(closed);
    const gone = ways.map((_, way) => way).filter((way) => times[way]! > 0 && from[way] !== to[way]);
    for (const way of gone.sort((a, b) => ways[b]!.cost - ways[a]!.cost).slice(0, MOST_TRIED)) {
      if (!mayGoOn()) break;
      const found = tried(closed, [from[way]!, to[way]!], () => turn(way));
      if (found !== closed) return found;
    }
    return closed;
  };
}

/** Where trails end at first: in each tree that has an odd end over, where they must or else anywhere odd; or at both places asked for. */
function firstEnds(graph: JoinGraph, nodesOf: readonly (readonly number[])[]): readonly number[] {
  const { unpaired, fixed, tree, odd } = graph;
  if (unpaired.length > 0)
    return unpaired.map((one) => fixed.find((node) => tree[node] === one) ?? nodesOf[one]!.find((node) => odd[node])!);
  return mayClose(graph) && fixed.length === 2 ? fixed : [];
}

/** What of the forest is gone once, so that all nodes but the ends are even. */
function pairing({ nodes, odd, parent, parentWay, order, ways }: JoinGraph, ends: readonly number[]): Uint8Array {
  const once = new Uint8Array(ways.length);
  const left = odd.slice();
  for (const end of ends) left[end]! ^= 1;
  for (let k = nodes - 1; k >= 0; k--) {
    const node = order[k]!;
    if (!left[node] || parent[node]! < 0) continue;
    once[parentWay[node]!] = 1;
    left[parent[node]!]! ^= 1;
  }
  return once;
}

/** The ways that close the longest cycles. */
function longest(graph: JoinGraph, most: number): readonly number[] {
  const { closing, from, to } = graph;
  const lengthOf = (way: number): number => {
    let length = 1;
    eachOnPath(graph, from[way]!, to[way]!, () => length++);
    return length;
  };
  const found: { readonly way: number; readonly length: number }[] = [];
  for (const way of closing) {
    const length = lengthOf(way);
    if (found.length === most && length <= found.at(-1)!.length) continue;
    const at = found.findIndex((one) => one.length < length);
    found.splice(at < 0 ? found.length : at, 0, { way, length });
    if (found.length > most) found.pop();
  }
  return found.map(({ way }) => way);
}

function nodesByTree({ trees, tree }: JoinGraph): readonly (readonly number[])[] {
  const nodes = Array.from({ length: trees }, (): number[] => []);
  tree.forEach((one, node) => nodes[one]!.push(node));
  return nodes;
}

/** Up to so many of a list, evenly from all of it. */
const spread = <T>(list: readonly T[], most: number): readonly T[] =>
  list.length <= most ? list : list.filter((_, i) => i % Math.ceil(list.length / most) === 0);
