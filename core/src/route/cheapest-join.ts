import { randomFrom } from '../random.ts';
import type { GraphEdge } from './euler-trails.ts';
import { joinGraph, type JoinEnds, type Way } from './join-graph.ts';
import { joinSearch } from './join-search.ts';
import { pairCheaply } from './pair-cheaply.ts';
import type { Gone } from './trial.ts';

/** How often each way is gone, so that what must be walked hangs together and can be walked in the fewest trails. */
export interface Join {
  readonly times: readonly number[];
  readonly cost: number;
  /** How many: one, or one for each two odd ends that the ways can't pair. */
  readonly trails: number;
}

/** Ways that may be looked at in all; of a large graph, whose pairing is most of it, each so often. */
const MOST_LOOKS = 100_000;
const LARGE = 1000;
const ROUNDS = 30;
/** So often it is searched from another beginning, as long as it may. */
const BEGINNINGS = 120;

/**
 * The cheapest way to go ways between required edges, all of which hang together by them. What is gone once pairs odd ends: all that does so differs
 * only by cycles and by where trails end, and those are searched from seeded beginnings, first by what they cost by themselves; what must be gone
 * there and back so that all hangs together is then the cheapest tree between what is left, exactly. Equal to the best there is on small graphs,
 * near it on large ones (bench).
 */
export function cheapestJoin(required: readonly GraphEdge[], ways: readonly Way[], ends: JoinEnds): Join {
  const graph = joinGraph(required, ways, ends);
  const search = joinSearch(graph, ways.length > LARGE ? ROUNDS * ways.length : MOST_LOOKS);
  const random = randomFrom(required.length);
  const pair = pairCheaply(graph);
  const paired = (from: Gone): Gone => {
    const { once, ends: at } = pair(from, random);
    return search.goneOf(once, at);
  };
  const cheaper = (a: Gone, b: Gone): Gone => (b.cost < a.cost ? b : a);
  const first = paired(search.first());
  let best = search.improved(cheaper(first, paired(search.shaken(first, random))));
  for (let i = 0; i < BEGINNINGS && search.mayGoOn(); i++) {
    const shaken = search.shaken(best, random);
    best = cheaper(best, search.improved(i % 2 === 0 ? shaken : paired(shaken)));
  }
  return { times: search.timesOf(best), cost: best.cost, trails: Math.max(1, graph.unpaired.length / 2) };
}
