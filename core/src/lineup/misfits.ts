import type { ClothModel } from './line-up.ts';
import { lengthOfMean, shared } from './shares.ts';
import type { Touch } from './touch.ts';

/**
 * How far each touch lies from where those made before it said it would, mm: what a check after a break is for. Null for the first of an
 * advance.
 * @param touches what the cloth was learned from, the earliest first
 */
export function misfitsOf(cloth: ClothModel, touches: readonly Touch[]): (number | null)[] {
  return touches.map((touch, i) => {
    if (!touches.slice(0, i).some((one) => one.advance === touch.advance)) return null;
    const told = cloth.models.map(({ character, known }) => ({ belief: character.belief, ...known.againstEarlier(i) }));
    const { parts } = shared(told.map(({ belief, logEvidence }) => Math.log(belief) + logEvidence));
    return lengthOfMean(
      told.map(({ off }) => off),
      parts,
    );
  });
}
