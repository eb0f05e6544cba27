import type { Landmark } from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';

/** What she said of landmarks since the last touch, by their ids: those rather not touched, and the one to touch again. */
export interface Wishes {
  readonly refused: readonly string[];
  readonly repeated: string | null;
}

export const NO_WISHES: Wishes = { refused: [], repeated: null };

/**
 * The landmark that is best touched next, an index: the one to repeat, else the advised, else the first that is liked, else any.
 * Passed over are those she refused, until none is left. Null when the head gets to none.
 * @param liked corners that the piece's fit still wants, and those of what is kept free of it
 */
export function bestLandmark(
  landmarks: readonly Landmark[],
  { landmarks: known, advice }: Pick<LineUpView, 'landmarks' | 'advice'>,
  liked: readonly number[],
  { refused, repeated }: Wishes,
): number | null {
  const inReach = landmarks.flatMap((_, i) => (known[i]?.doubt ? [i] : []));
  const anew = repeated === null ? undefined : inReach.find((i) => landmarks[i]!.ids.includes(repeated));
  if (anew !== undefined && !landmarks[anew]!.ids.some((id) => refused.includes(id))) return anew;
  const open = inReach.filter((i) => !landmarks[i]!.touch);
  const welcome = open.filter((i) => !refused.some((id) => landmarks[i]!.ids.includes(id)));
  const may = welcome.length > 0 ? welcome : open;
  if (advice && may.includes(advice.landmark)) return advice.landmark;
  return liked.find((i) => may.includes(i)) ?? may[0] ?? null;
}
