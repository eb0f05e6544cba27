import { UNBENT } from '../cloth/bend.ts';
import { type SideStretch, stretchByPlace } from '../borders/stretch-by-place.ts';
import { solvedBorder } from './border-bands.ts';
import { bendOfBorder, NO_ADVANCE } from './edge-touches.ts';
import type { Plan } from './evaluate.ts';

/** How far a border's sides are stretched by place, with their edges as they are known by touches; empty when it can't be worked. */
export function borderStretch(plan: Plan, id: string): readonly SideStretch[] {
  const set = plan.records.borderSets[id];
  const way = plan.get(solvedBorder, id);
  if (!set || !way) return [];
  const touched = set.strips === null ? bendOfBorder(plan.records, set, ...NO_ADVANCE) : UNBENT;
  const { bend } = way.task;
  return stretchByPlace(way, set.stretch, (p) => touched(bend(p))).filter(({ side }) => !set.without.includes(side));
}
