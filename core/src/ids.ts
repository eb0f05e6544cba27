/**
 * Ids of things that are no records: a kind and the ids and numbers that tell it, joined by a sign that no record's id has. This is the one
 * place that joins and takes apart.
 */
const SIGN = '.';

export function joinedId(kind: string, ...parts: readonly (string | number)[]): string {
  let id = kind;
  for (const part of parts) id += `${SIGN}${part}`;
  return id;
}

/** What an id was joined of: its kind, and the rest. */
export function partsOfId(id: string): { readonly kind: string; readonly parts: readonly string[] } {
  const [kind = '', ...parts] = id.split(SIGN);
  return { kind, parts };
}
