import { advanceNow, type AdvanceState, distance, headAt, type NamedPlace, type TouchMethod } from '@gorse/core';
import { useEffect, useState } from 'react';
import { sayToFrame, useFrame } from '../../api/frame-socket.ts';

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
  const target = left?.place.since?.frame;
  const idle = useFrame(({ state }) => state?.mode === 'idle');
  const down = useFrame(({ state }) => state?.needle === 'down');
  const there = useFrame(
    ({ state }) => state?.mode === 'idle' && target !== undefined && distance(headAt(state), target) < OVER,
  );
  useEffect(() => {
    if (left?.advance === advance && there && !down) sayToFrame({ type: 'needle', position: 'down' });
  }, [left, advance, there, down]);
  const rolled = left !== null && left.advance !== advance && advances.step === 'ready';
  useEffect(() => {
    if (!rolled || !idle) return;
    const { place } = left;
    keep(null);
    if (!down) return;
    void read(place, 'needle').then(() => sayToFrame({ type: 'needle', position: 'up' }));
    // Once, when all is set.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [rolled, idle]);
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
