import { type SideStretch, stretchByPlace } from '../borders/stretch-by-place.ts';
import { solvedBorder } from './border-bands.ts';
import { bendOfBorder, NO_ADVANCE } from './edge-touches.ts';
import type { Plan } from './evaluate.ts';

/** How far a border's sides are stretched by place, with their edges as they are known by touches; empty when it can't be worked, and for strips, whose seams nobody follows. */
export function borderStretch(plan: Plan, id: string): readonly SideStretch[] {
  const set = plan.records.borderSets[id];
  const way = plan.get(solvedBorder, id);
  if (!set || set.strips !== null || !way) return [];
  const touched = bendOfBorder(plan.records, set, ...NO_ADVANCE);
  const { bend } = way.task;
  return stretchByPlace(way, set.stretch, (p) => touched(bend(p))).filter(({ side }) => !set.without.includes(side));
}
