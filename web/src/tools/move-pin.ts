import {
  type ClothPoint,
  cornersOf,
  distance,
  minus,
  type PlaceRule,
  plus,
  type Seat,
  spotAt,
  spotIn,
} from '@gorse/core';
import type { Tool } from './hand.ts';

/** Where the points of a design lie that hold it in its patch: one, or two. */
export const pinsOf = ({ pin, second }: PlaceRule, seat: Seat): ClothPoint[] =>
  [pin, ...(second ? [second] : [])].map(({ onto }) => spotIn(seat, onto));

interface Dragged {
  readonly fit: PlaceRule;
  readonly seat: Seat;
  /** So near to a place a press takes it, and a drag is drawn to it, mm. */
  readonly reach: number;
  readonly show: (fit: PlaceRule) => void;
  readonly put: (fit: PlaceRule) => void;
  readonly drop: () => void;
}

/** Takes the pin that a press is on; null where there is none. It is drawn to the patch's corners and its middle, unless it is moved freely. */
export function movePinTool(from: ClothPoint, { fit, seat, reach, show, put, drop }: Dragged): Tool<ClothPoint> | null {
  const places = pinsOf(fit, seat);
  const taken = places.findIndex((at) => distance(at, from) <= reach);
  if (taken < 0) return null;
  const name = taken === 0 ? 'pin' : 'second';
  const pin = fit[name]!;
  const middle = spotIn(seat, { corner: null, x: 0, y: 0 });
  const marks = [middle, ...cornersOf(seat.shape).map(({ at }) => at)];
  let isMoved = false;
  const moved = (hand: ClothPoint, free: boolean): PlaceRule => {
    // It needn't be taken by its very middle.
    const p = plus(places[taken]!, minus(hand, from));
    const near = free ? -1 : marks.findIndex((mark) => distance(mark, p) <= reach / 2);
    const onto = near < 0 ? spotAt(seat, pin.onto.corner, p) : { corner: near === 0 ? null : near - 1, x: 0, y: 0 };
    return { ...fit, [name]: { ...pin, onto } };
  };
  return {
    move(p, free) {
      isMoved = true;
      show(moved(p, free));
    },
    end: (p, free) => (isMoved ? put(moved(p, free)) : drop()),
    cancel: drop,
  };
}
