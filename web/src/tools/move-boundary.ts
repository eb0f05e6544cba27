import type { Point } from '@gorse/core';
import type { Tool } from './hand.ts';

/** A move by less than this (mm) is none. */
const NOTHING = 0.5;

/** Where a pass begins is moved up and down. Places are millimetres down the quilt as it is loaded. */
export function moveBoundary(
  from: number,
  { least, most }: { readonly least: number; readonly most: number },
  show: (at: number | null) => void,
  put: (at: number) => void,
): Tool<Point> {
  const within = ({ y }: Point): number => Math.min(most, Math.max(least, y));
  return {
    move: (p) => show(within(p)),
    end(p) {
      show(null);
      if (Math.abs(within(p) - from) > NOTHING) put(within(p));
    },
    cancel: () => show(null),
  };
}
