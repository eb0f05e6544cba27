import { expect, it } from 'vitest';
import { randomFrom } from '../random.ts';
import { joinGraph } from './join-graph.ts';
import { joinSearch } from './join-search.ts';
import { pairCheaply } from './pair-cheaply.ts';
import { postmanCase } from './test/postman-case.ts';

it('pairs the odd ends and no others, never dearer than before, and from some beginnings as cheaply as any choice of ways', () => {
  const random = randomFrom(8);
  for (let i = 0; i < 40; i++) {
    const { nodes, required, ways } = postmanCase(random, 2 + (i % 3), 1 + (i % 2), 0);
    const graph = joinGraph(required, ways, {});
    if (graph.trees > 1) continue;
    const search = joinSearch(graph, Infinity);
    const costOf = (once: Uint8Array): number => once.reduce((sum, one, way) => sum + (one ? ways[way]!.cost : 0), 0);
    const pair = pairCheaply(graph);
    let from = search.first();
    let least = Infinity;
    for (let beginning = 0; beginning < 25; beginning++) {
      const found = pair(from, random);
      expect(costOf(found.once)).toBeLessThanOrEqual(costOf(from.once) + 1e-9);
      least = Math.min(least, costOf(found.once));
      // Every node but the ends of the trail is even, by what must be walked and what is gone once.
      const degree = new Int32Array(nodes);
      for (const { from: a, to: b } of required) for (const node of [a, b]) degree[node]!++;
      found.once.forEach((one, way) => one && [ways[way]!.from, ways[way]!.to].forEach((node) => degree[node]!++));
      expect(degree.filter((met) => met % 2 === 1).length).toBe(found.ends.length);
      from = search.shaken(search.goneOf(found.once, found.ends), random);
    }
    expect(least).toBeCloseTo(cheapestPairing(nodes, required, ways), 9);
  }
});

/** Over all subsets of the ways: those that leave two odd nodes or none. */
function cheapestPairing(
  nodes: number,
  required: readonly { readonly from: number; readonly to: number }[],
  ways: readonly { readonly from: number; readonly to: number; readonly cost: number }[],
): number {
  let odd = 0;
  for (const { from, to } of required) odd ^= (2 ** from) ^ (2 ** to);
  let least = Infinity;
  for (let those = 0; those < 2 ** ways.length; those++) {
    let [left, cost] = [odd, 0];
    ways.forEach(({ from, to, cost: own }, way) => {
      if (!(those & (2 ** way))) return;
      left ^= (2 ** from) ^ (2 ** to);
      cost += own;
    });
    const bits = Array.from({ length: nodes }, (_, node) => left & (2 ** node)).filter(Boolean).length;
    if (bits <= 2) least = Math.min(least, cost);
  }
  return least;
}
