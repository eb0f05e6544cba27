import type { Landmark } from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';

/** What she said of landmarks since the last touch, by their ids: those rather not touched, and the one to touch again. */
export interface Wishes {
  readonly refused: readonly string[];
  readonly repeated: string | null;
}

export const NO_WISHES: Wishes = { refused: [], repeated: null };

/**
 * The landmark that is best touched next, an index: the one to repeat, else the advised, else a corner that the fit still wants, else any.
 * Passed over are those she refused, until none is left. Null when the head gets to none.
 */
export function bestLandmark(
  landmarks: readonly Landmark[],
  { landmarks: known, advice }: Pick<LineUpView, 'landmarks' | 'advice'>,
  cornersLeft: readonly number[],
  { refused, repeated }: Wishes,
): number | null {
  const inReach = landmarks.flatMap((_, i) => (known[i]?.doubt ? [i] : []));
  const anew = repeated === null ? undefined : inReach.find((i) => landmarks[i]!.ids.includes(repeated));
  if (anew !== undefined && !landmarks[anew]!.ids.some((id) => refused.includes(id))) return anew;
  const open = inReach.filter((i) => !landmarks[i]!.touch);
  const liked = open.filter((i) => !refused.some((id) => landmarks[i]!.ids.includes(id)));
  const may = liked.length > 0 ? liked : open;
  if (advice && may.includes(advice.landmark)) return advice.landmark;
  return cornersLeft.find((i) => may.includes(i)) ?? may[0] ?? null;
}
