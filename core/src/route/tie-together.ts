import { unionFind } from '../geometry/union-find.ts';
import { float64Of } from '../geometry/typed.ts';
import type { JoinGraph } from './join-graph.ts';

/**
 * Adds to the cost of what is gone once that of what must then be gone there and back, so that all hangs together: the cheapest tree between what
 * is left (Kruskal 1956). Which that is, is collected in `back` where it is wanted; where it comes to `most` or over, it isn't known how much over.
 */
export type TieTogether = (once: Uint8Array, byItself: number, most: number, back?: number[]) => number;

export function tieTogether({ ways, from, to, group, groups, bound }: JoinGraph): TieTogether {
  const twice = float64Of(ways, (way) => way.cost + way.again);
  const one = from.map((node) => group[node]!);
  const other = to.map((node) => group[node]!);
  // A way within a group ties nothing.
  const tying = Int32Array.from(ways.map((_, way) => way).filter((way) => one[way] !== other[way]));
  const cheapest = tying.slice().sort((a, b) => twice[a]! - twice[b]!);
  const together = unionFind(groups);
  /** Ties what is gone once; how many parts are left. */
  const tieOnce = (once: Uint8Array): number => {
    together.reset();
    let parts = groups;
    for (let k = 0; k < tying.length; k++) {
      const way = tying[k]!;
      if (once[way] === 1 && together.join(one[way]!, other[way]!)) parts--;
    }
    return parts;
  };

  /** Takes out of `back` what leads only to places where nothing is to be walked, from its loose ends on; what was taken out. */
  function dropLooseEnds(back: number[], once: Uint8Array): number[] {
    const dropped: number[] = [];
    tieOnce(once);
    const needed = new Set<number>();
    for (let i = 0; i < bound; i++) needed.add(together.rootOf(i));
    for (let way = 0; way < once.length; way++) if (once[way]) needed.add(together.rootOf(one[way]!));
    const ends = (way: number): number[] => [together.rootOf(one[way]!), together.rootOf(other[way]!)];
    for (;;) {
      const met = new Map<number, number>();
      for (const way of back) for (const end of ends(way)) met.set(end, (met.get(end) ?? 0) + 1);
      const loose = back.findIndex((way) => ends(way).some((end) => met.get(end) === 1 && !needed.has(end)));
      if (loose < 0) return dropped;
      dropped.push(...back.splice(loose, 1));
    }
  }

  return (once, byItself, most, back = []) => {
    let sum = byItself;
    let parts = tieOnce(once);
    for (let k = 0; k < cheapest.length && parts > 1; k++) {
      const way = cheapest[k]!;
      if (once[way] === 1 || !together.join(one[way]!, other[way]!)) continue;
      parts--;
      back.push(way);
      sum += twice[way]!;
      if (sum >= most && groups === bound) return sum;
    }
    if (groups === bound) return sum;
    for (const way of dropLooseEnds(back, once)) sum -= twice[way]!;
    return sum;
  };
}
