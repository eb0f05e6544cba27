/**
 * The new value made of the old one's parts where they are equal, the old one itself when all are: so that what is unchanged stays the same
 * object, however it was copied. For plain data; anything else is compared by identity. O(size).
 */
export function keepEqual<T>(before: unknown, after: T): T {
  if (Object.is(before, after)) return after;
  if (Array.isArray(before) && Array.isArray(after)) {
    const parts = after.map((part: unknown, i) => keepEqual(before[i], part));
    return (before.length === after.length && parts.every((part, i) => part === before[i]) ? before : parts) as T;
  }
  if (!isPlain(before) || !isPlain(after)) return after;
  const keys = Object.keys(after);
  const parts: Record<string, unknown> = {};
  let same = keys.length === Object.keys(before).length;
  for (const key of keys) {
    parts[key] = keepEqual(before[key], after[key]);
    same &&= Object.hasOwn(before, key) && parts[key] === before[key];
  }
  return (same ? before : parts) as T;
}

function isPlain(value: unknown): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null) return false;
  const prototype: unknown = Object.getPrototypeOf(value);
  return prototype === Object.prototype || prototype === null;
}
