import type { BorderWish, BorderStretch, CountOf, PinnedCount } from './border-set.ts';
import { type Count, countsFor, type SideTask } from './sums.ts';

/** The repeats of a side, or of each strip alike long. */
export interface BorderSide extends Count {
  readonly side: CountOf;
}

/** Counts of all sides, and what they stretch there. */
export interface BorderCounts {
  readonly sides: readonly BorderSide[];
  /** The largest stretch, whichever way. */
  readonly worst: number;
  /** Between the most and the least stretched side. */
  readonly spread: number;
}

/**
 * The best counts for all sides at once: least stretched, or stretched as alike as can be. Null where a side has no room for one repeat.
 * O(c log c) of c counts in all.
 */
export function bestCounts(
  tasks: readonly SideTask[],
  stretch: BorderStretch,
  wish: BorderWish,
  pinned: readonly PinnedCount[] = [],
): BorderCounts | null {
  const choices = tasks.map((task) =>
    countsFor(task, stretch, pinned.find(({ side }) => side === task.side)?.count ?? null),
  );
  if (choices.length === 0 || choices.some((one) => one.length === 0)) return null;
  const chosen = wish === 'alike' ? mostAlike(choices) : choices.map((one) => one[0]!);
  return summed(chosen.map((one, i) => ({ ...one, side: tasks[i]!.side })));
}

export function summed(sides: BorderCounts['sides']): BorderCounts {
  const parts = sides.map((one) => one.stretch);
  return {
    sides,
    worst: Math.max(...parts.map(Math.abs)),
    spread: Math.max(...parts) - Math.min(...parts),
  };
}

/** Differences of stretch that rounding makes. */
const SAME = 1e-12;

/** One of each list, so that they lie within the least range; of ranges alike the one with the least stretch. Each lower end has one best upper one. */
function mostAlike(choices: readonly (readonly Count[])[]): Count[] {
  const growing = choices.map((one) => one.toSorted((a, b) => a.stretch - b.stretch));
  let best: { readonly chosen: Count[]; readonly spread: number; readonly worst: number } | null = null;
  for (const { stretch: least } of growing.flat()) {
    const chosen = growing.map((one) => one.find(({ stretch }) => stretch >= least - SAME));
    if (chosen.some((one) => one === undefined)) continue;
    const found = chosen as Count[];
    const most = Math.max(...found.map(({ stretch }) => stretch));
    const [spread, worst] = [most - least, Math.max(Math.abs(most), Math.abs(least))];
    if (!best || spread < best.spread - SAME || (spread <= best.spread + SAME && worst < best.worst - SAME))
      best = { chosen: found, spread, worst };
  }
  return best!.chosen;
}
