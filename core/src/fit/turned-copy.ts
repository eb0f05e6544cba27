import { leastBetween } from '../geometry/golden-section.ts';
import type { Point } from '../geometry/point.ts';
import type { Drawn } from './fit.ts';
import type { Copy } from './copy.ts';
import { largestCopy } from './largest-copy.ts';

export interface TurnedCopy extends Copy {
  /** Radians, as the angle of any copy. */
  readonly angle: number;
}

/** So many turns are tried all round, and about the best of them the best is searched for. */
const TURNS = 72;
const BEST = 4;
const STEPS = 16;
/** A copy that is larger by less than this isn't worth turning the design for. */
const WORTH_TURNING = 0.0005;

/** The largest copy that lies inside, whichever way it is turned; turned no more than that needs. Null where there is none. */
export function turnedCopy(drawn: Drawn, ring: readonly Point[], upright: number): TurnedCopy | null {
  const at = (angle: number): TurnedCopy | null => {
    const copy = largestCopy(drawn, ring, angle);
    return copy && { ...copy, angle };
  };
  const step = (2 * Math.PI) / TURNS;
  const tried = Array.from({ length: TURNS }, (_, k) => at(upright + k * step)).filter((one) => one !== null);
  const found = tried
    .toSorted((a, b) => b.scale - a.scale)
    .slice(0, BEST)
    .flatMap(({ angle }) => {
      const lost = (turned: number): number => -(at(turned)?.scale ?? 0);
      return at(leastBetween(lost, angle - step, angle + step, STEPS)) ?? [];
    });
  const all = [...tried, ...found];
  const most = Math.max(...all.map(({ scale }) => scale));
  const turn = ({ angle }: TurnedCopy): number =>
    Math.abs(Math.atan2(Math.sin(angle - upright), Math.cos(angle - upright)));
  return all
    .filter(({ scale }) => scale >= most * (1 - WORTH_TURNING))
    .reduce<TurnedCopy | null>((best, one) => (best === null || turn(one) < turn(best) - 1e-9 ? one : best), null);
}
