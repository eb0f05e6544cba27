import { advanceNow, type AdvanceState, distance, headAt, type NamedPlace, type TouchMethod } from '@gorse/core';
import { useEffect, useEffectEvent, useState } from 'react';
import { type FrameSight, sayToFrame, useFrame } from '../../api/frame-socket.ts';

/** The head is over the point within this distance, mm. */
const OVER = 0.2;

interface Left {
  readonly place: NamedPlace;
  /** The advance it was left down in. */
  readonly advance: number;
}

const keyOf = (quiltId: string): string => `gorse-needle-${quiltId}`;

/**
 * The needle left down in a stitched point while the quilt is rolled: the cloth carries the head along, so that where it stands after tension
 * and clamps is the first touch. Kept over a reload of the page.
 */
export function useNeedleLeft(
  quiltId: string,
  advances: AdvanceState,
  read: (place: NamedPlace, method: TouchMethod) => Promise<boolean>,
): { readonly place: NamedPlace | null; readonly leave: (place: NamedPlace) => void } {
  const [left, setLeft] = useState<Left | null>(() => {
    const text = sessionStorage.getItem(keyOf(quiltId));
    return text === null ? null : (JSON.parse(text) as Left);
  });
  const keep = (next: Left | null): void => {
    setLeft(next);
    if (next) sessionStorage.setItem(keyOf(quiltId), JSON.stringify(next));
    else sessionStorage.removeItem(keyOf(quiltId));
  };
  const advance = advanceNow(advances);
  const put = useEffectEvent((place: NamedPlace, down: boolean): void => {
    keep(null);
    if (down) void read(place, 'needle').then(() => sayToFrame({ type: 'needle', position: 'up' }));
  });
  const { step } = advances;
  useEffect(() => {
    if (!left) return;
    const target = left.place.since?.frame;
    let asked = false;
    // Followed beside the screen: the head stops and goes many times, and only this changes by it.
    const follow = ({ state }: FrameSight): void => {
      if (state?.mode !== 'idle') {
        asked = false;
        return;
      }
      if (asked) return;
      const down = state.needle === 'down';
      const isRolled = left.advance !== advance;
      const isThere = target !== undefined && distance(headAt(state), target) < OVER;
      // Said before it is done: doing it is heard here again.
      asked = isRolled ? step === 'ready' : isThere && !down;
      if (!asked) return;
      if (isRolled) put(left.place, down);
      else sayToFrame({ type: 'needle', position: 'down' });
    };
    follow(useFrame.getState());
    return useFrame.subscribe(follow);
  }, [left, advance, step]);
  return {
    place: left?.place ?? null,
    leave(place) {
      const at = place.since?.frame;
      if (!at) return;
      sayToFrame({ type: 'goTo', x: at.x, y: at.y });
      keep({ place, advance });
    },
  };
}
