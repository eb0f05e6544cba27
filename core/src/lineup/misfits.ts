import type { Point } from '../geometry/point.ts';
import type { ClothModel } from './line-up.ts';
import type { Touch } from './touch.ts';

/**
 * How far each touch lies from where those made before it said it would, mm: what a check after a break is for. Null for the first of an
 * advance.
 * @param touches what the cloth was learned from, the earliest first
 */
export function misfitsOf(cloth: ClothModel, touches: readonly Touch[]): (number | null)[] {
  return touches.map((touch, i) => {
    if (!touches.slice(0, i).some((one) => one.advance === touch.advance)) return null;
    const told = cloth.models.map(({ character: { belief }, known }) => ({ belief, ...known.againstEarlier(i) }));
    const most = Math.max(...told.map(({ logEvidence }) => logEvidence));
    const weights = told.map(({ belief, logEvidence }) => belief * Math.exp(logEvidence - most));
    const sum = weights.reduce((a, b) => a + b, 0);
    const off = told.reduce<Point>(
      (at, { off }, m) => ({ x: at.x + (weights[m]! / sum) * off.x, y: at.y + (weights[m]! / sum) * off.y }),
      { x: 0, y: 0 },
    );
    return Math.sqrt(off.x ** 2 + off.y ** 2);
  });
}
