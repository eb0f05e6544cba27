import { UNBENT } from '../borders/bend.ts';
import { type SideStretch, stretchByPlace } from '../borders/stretch-by-place.ts';
import { solvedBorder } from './border-bands.ts';
import { bendOfBorder, NO_ADVANCE } from './edge-touches.ts';
import type { Plan } from './evaluate.ts';

/** How far a border's sides are stretched by place, with their edges as they are known by touches; empty when it can't be worked. */
export function borderStretch(plan: Plan, id: string): readonly SideStretch[] {
  const set = plan.records.borderSets[id];
  const way = plan.get(solvedBorder, id);
  if (!set || !way) return [];
  const bend = set.strips === null ? bendOfBorder(plan.records, set, ...NO_ADVANCE) : UNBENT;
  return stretchByPlace(way, set.stretch, bend).filter(({ side }) => !set.without.includes(side));
}
