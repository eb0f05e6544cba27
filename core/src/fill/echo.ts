import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { grown, type Rings, without } from '../geometry/ring-areas.ts';
import type { Background, FillArea } from './rule.ts';
import { OFF_EDGE } from '../tolerances.ts';
import { inOneRun } from './in-one-run.ts';

/**
 * Lines at equal distances from what is kept out and, if wished, from the patch's edge: the first along it, the next ones inwards till they meet.
 * Where nothing is kept out they go in from the patch's edge. Those that hang together are one run.
 */
export function echo({ whole, left }: FillArea, { spacing, round, passes }: Background): Polyline[] {
  const keptOut = round === 'keptOut' ? without(whole, left) : [];
  const [from, sign] = keptOut.length > 0 ? [keptOut, 1] : [left, -1];
  const levels: Rings[] = [];
  // Each from the one before: to go far at once takes the area library the square of how far.
  let level = grown(from, sign * OFF_EDGE);
  const isOver = (): boolean => (sign > 0 ? without(left, level).length === 0 : level.length === 0);
  while (levels.length < (passes ?? mostPasses(left, spacing)) && !isOver()) {
    levels.push(level);
    level = grown(level, sign * spacing);
  }
  return inOneRun(levels, spacing);
}

/** No place is farther from an edge than its box is wide. */
function mostPasses(left: Rings, spacing: number): number {
  const { minX, minY, maxX, maxY } = boundsOf(left)!;
  return Math.ceil((maxX - minX + maxY - minY) / spacing) + 1;
}
