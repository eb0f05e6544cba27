import type { UnseenPart, UnseenReason } from '@gorse/core';

/**
 * What of a file is taken in that was not asked about by itself, by what was said of another of its batch: the same parts; and of parts that one
 * didn't have, those of a reason of which all was taken in there.
 */
export function takenAlike(
  parts: readonly UnseenPart[],
  said: { readonly parts: readonly UnseenPart[]; readonly taken: readonly string[] },
): string[] {
  const wasAsked = new Set(said.parts.map(({ key }) => key));
  const wholly = (why: UnseenReason): boolean => {
    const alike = said.parts.filter((part) => part.why === why);
    return alike.length > 0 && alike.every(({ key }) => said.taken.includes(key));
  };
  return parts
    .filter(({ key, why }) => (wasAsked.has(key) ? said.taken.includes(key) : wholly(why)))
    .map(({ key }) => key);
}
