import type { Polyline } from '../geometry/polyline.ts';
import { grown, type Rings, without } from '../geometry/ring-areas.ts';
import { besideLine } from './background.ts';
import { OFF_EDGE } from '../tolerances.ts';
import { inOneRun } from './in-one-run.ts';
import type { Background, FillArea } from './rule.ts';

/** Lines round what is kept out, and what they leave to be filled. */
export interface Outlined {
  /** Each ends where it begins. */
  readonly runs: readonly Polyline[];
  readonly left: Rings;
}

/** All lines round what hangs together are one run. What fills the rest lies as far from the last of them as its lines are apart. */
export function outlined({ whole, left }: FillArea, rule: Background): Outlined {
  const { steps } = rule.outline;
  const keptOut = steps.length > 0 ? without(whole, left) : [];
  if (keptOut.length === 0) return { runs: [], left };
  let rings = keptOut;
  const levels = steps.map((step, i) => (rings = grown(rings, step + (i === 0 ? OFF_EDGE : 0))));
  return {
    runs: inOneRun(levels, Math.max(...steps), 'closed'),
    left: without(left, grown(rings, besideLine(rule))),
  };
}
