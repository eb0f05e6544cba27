/** The same without some entries. */
export function without<T extends object>(records: T, ...ids: readonly string[]): T {
  const gone = new Set(ids);
  return Object.fromEntries(Object.entries(records).filter(([id]) => !gone.has(id))) as T;
}
