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

/** The landmark that is best touched next; the person may pass one over. Never changed under her hands: null until the advice is by all touches. */
export function useWanted(
  landmarks: readonly Landmark[],
  lineUp: LineUpAnswer | null,
  settled: boolean,
  cornersLeft: readonly number[],
): Wanted {
  const [refused, refuse] = useState<readonly string[]>([]);
  const [repeated, repeat] = useState<string | null>(null);
  const index = settled && lineUp ? best(lineUp) : null;

  function best({ landmarks: known, advice }: LineUpAnswer): number | null {
    const open = landmarks.flatMap((one, i) => (known[i]?.doubt && !one.touch ? [i] : []));
    const liked = open.filter((i) => !refused.includes(landmarks[i]!.name));
    // All passed over: from the beginning.
    const may = liked.length > 0 ? liked : open;
    const anew = may.find((i) => landmarks[i]!.name === repeated);
    if (anew !== undefined) return anew;
    if (advice && may.includes(advice.landmark)) return advice.landmark;
    return cornersLeft.find((i) => may.includes(i)) ?? may[0] ?? null;
  }
  return {
    index,
    passOver: () => index !== null && refuse([...refused, landmarks[index]!.name]),
    askAgain: repeat,
    touched() {
      refuse([]);
      repeat(null);
    },
  };
}
