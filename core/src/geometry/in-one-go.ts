import { JOIN_DISTANCE } from '../tolerances.ts';
import { distance } from './point.ts';
import { concatenate, pointOf, type Polyline } from './polyline.ts';

/** Lines that follow one another without a gap are one. */
export function inOneGo(lines: readonly Polyline[]): readonly Polyline[] {
  const chains: Polyline[][] = [];
  for (const line of lines) {
    const before = chains.at(-1)?.at(-1);
    if (before && distance(pointOf(before, -1), pointOf(line, 0)) <= JOIN_DISTANCE) chains.at(-1)!.push(line);
    else chains.push([line]);
  }
  return chains.map((chain) => (chain.length === 1 ? chain[0]! : concatenate(chain)));
}
