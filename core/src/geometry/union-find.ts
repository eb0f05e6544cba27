/** Which of some numbered things hang together (Tarjan 1975, halving paths). */
export interface UnionFind {
  /** One of those that `i` hangs together with, the same for all of them. */
  readonly rootOf: (i: number) => number;
  /** Ties two together; whether they weren't yet. */
  readonly join: (a: number, b: number) => boolean;
  /** As at first: nothing hangs together. */
  readonly reset: () => void;
}

export function unionFind(count: number): UnionFind {
  const alone = new Int32Array(count);
  for (let i = 0; i < count; i++) alone[i] = i;
  const parent = alone.slice();
  const rootOf = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  return {
    rootOf,
    join(a, b) {
      const [from, to] = [rootOf(a), rootOf(b)];
      parent[from] = to;
      return from !== to;
    },
    reset: () => parent.set(alone),
  };
}
