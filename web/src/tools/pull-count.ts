import type { Point } from '@gorse/core';
import type { Tool } from './hand.ts';

/** So far a count is pulled for one more, px. */
const APIECE = 12;

interface Pulling {
  readonly most: number;
  readonly show: (count: number) => void;
  readonly put: (count: number) => void;
  readonly drop: () => void;
}

/** A count is pulled to the right or up for more, to the left or down for fewer, from wherever it was taken. Places are pixels. */
export function pullCount(count: number, { most, show, put, drop }: Pulling): Tool<Point> {
  let from: Point | null = null;
  let shown = count;
  const at = ({ x, y }: Point): number => {
    from ??= { x, y };
    return Math.min(most, Math.max(1, count + Math.round((x - from.x + from.y - y) / APIECE)));
  };
  return {
    move(p) {
      const next = at(p);
      if (next !== shown) show(next);
      shown = next;
    },
    end(p) {
      if (at(p) === count) drop();
      else put(at(p));
    },
    cancel: drop,
  };
}
