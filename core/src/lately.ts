/** A few things kept by key: of those, the ones used last. */
export interface Lately<K, V> {
  get(key: K): V | undefined;
  set(key: K, value: V): void;
}

/** Keeps `most` things; the one unused for longest goes first. */
export function lately<K, V>(most: number): Lately<K, V> {
  const kept = new Map<K, V>();
  const put = (key: K, value: V): void => {
    kept.delete(key);
    kept.set(key, value);
    if (kept.size > most) kept.delete(kept.keys().next().value!);
  };
  return {
    get(key) {
      const found = kept.get(key);
      if (found !== undefined) put(key, found);
      return found;
    },
    set: put,
  };
}
