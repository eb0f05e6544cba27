/** The one that costs least, the first of those that cost as much; null of none. */
export function bestOf<T>(all: readonly T[], cost: (one: T) => number): T | null {
  let best: { readonly one: T; readonly cost: number } | null = null;
  for (const one of all) {
    const own = cost(one);
    if (!best || own < best.cost - 1e-9) best = { one, cost: own };
  }
  return best && best.one;
}
