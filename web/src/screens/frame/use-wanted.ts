import { useState } from 'react';
import type { LineUpAnswer } from '../../planning-worker/line-up-planner.ts';
import type { Landmark } from './landmarks.ts';

export interface Wanted {
  /** The landmark to touch next, an index, or null while it isn't known. */
  readonly index: number | null;
  /** Rather another one. */
  readonly passOver: () => void;
  /** One by name, whose touch was taken back. */
  readonly askAgain: (name: string) => void;
  readonly touched: () => void;
}

/** What she said of landmarks since the last touch: those rather not touched, and the one to touch again, by name. */
export interface Wishes {
  readonly refused: readonly string[];
  readonly repeated: string | null;
}

/**
 * The landmark that is best touched next, an index: the one to repeat, else the advised, else a corner that the fit still wants, else any.
 * Passed over are those she refused, until none is left.
 */
export function bestLandmark(
  landmarks: readonly Landmark[],
  { landmarks: known, advice }: Pick<LineUpAnswer, 'landmarks' | 'advice'>,
  cornersLeft: readonly number[],
  { refused, repeated }: Wishes,
): number | null {
  const open = landmarks.flatMap((one, i) => (known[i]?.doubt && !one.touch ? [i] : []));
  const liked = open.filter((i) => !refused.includes(landmarks[i]!.name));
  const may = liked.length > 0 ? liked : open;
  const anew = may.find((i) => landmarks[i]!.name === repeated);
  if (anew !== undefined) return anew;
  if (advice && may.includes(advice.landmark)) return advice.landmark;
  return cornersLeft.find((i) => may.includes(i)) ?? may[0] ?? null;
}

const NO_WISHES: Wishes = { refused: [], repeated: null };

/** The landmark to touch next, which the person may pass over. Never changed under her hands: null until the advice is by all touches. */
export function useWanted(
  landmarks: readonly Landmark[],
  lineUp: LineUpAnswer | null,
  settled: boolean,
  cornersLeft: readonly number[],
): Wanted {
  const [wishes, wish] = useState(NO_WISHES);
  const index = settled && lineUp ? bestLandmark(landmarks, lineUp, cornersLeft, wishes) : null;
  return {
    index,
    passOver() {
      if (index !== null) wish({ ...wishes, refused: [...wishes.refused, landmarks[index]!.name] });
    },
    askAgain: (repeated) => wish({ refused: wishes.refused.filter((name) => name !== repeated), repeated }),
    touched: () => wish(NO_WISHES),
  };
}
