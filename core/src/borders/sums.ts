import { MOST_REPEATS, type BorderStretch, type CountOf } from './border-set.ts';
import { type Motif, scaleOf } from './motif.ts';
import type { StripCell } from '../cloth/patch-strips.ts';
import type { Strip } from './strips.ts';

/** What repeats have to fill on one side, mm: count × unit × (1 + stretch) + what corners take = the side. */
export interface SideTask {
  readonly side: CountOf;
  readonly length: number;
  /** From one repeat to the next, in proportion to the strip's depth. */
  readonly unit: number;
  /** What the first and the last repeat reach beyond that, where they end square. */
  readonly extra: number;
  /** How many there are, whatever is asked for: one in each triangle; null where they are counted. */
  readonly only: number | null;
}

export function sideTask(strip: Strip, motif: Motif, fill: number): SideTask {
  const { countOf: side, length, mitre, ends, cells } = strip;
  if (cells) return cellsTask(strip, cells, motif, fill);
  const { box, advance } = motif;
  const scale = scaleOf(motif, strip, fill);
  // Where lines go on round the corner they may swing into it.
  const isSquare = mitre === null && ends.first === null && ends.last === null;
  return {
    side,
    length,
    unit: advance * scale,
    extra: isSquare ? (box.maxX - box.minX - advance) * scale : 0,
    only: null,
  };
}

/** One repeat in each triangle, as wide as its base. */
function cellsTask(strip: Strip, cells: readonly StripCell[], motif: Motif, fill: number): SideTask {
  const length = cells.reduce((sum, { from, to }) => sum + fill * (to - from), 0);
  const unit = (motif.box.maxX - motif.box.minX) * scaleOf(motif, strip, fill);
  return { side: strip.countOf, length, unit, extra: 0, only: cells.length };
}

/** How far so many repeats are stretched, as a part of what is stretched: each of them, the middle one, or with spacers these against a repeat. */
export function stretchOf({ length, unit, extra }: SideTask, count: number, stretch: BorderStretch): number {
  if (stretch === 'evenly') return length / (count * unit + extra) - 1;
  const left = (length - extra) / unit - count;
  return stretch === 'middle' ? left : left / Math.max(1, count - 1);
}

/** Repeats narrower than this part of themselves, or spacers that would overlap, are no answer. */
const LEAST: Readonly<Record<BorderStretch, number>> = { evenly: -0.5, spacers: -1e-9, middle: -0.5 };

export const isSound = (part: number, stretch: BorderStretch): boolean => part >= LEAST[stretch];

/** More stretch than this is seen at a glance; where no count has less the nearest one is taken. */
const SEEN = 0.12;

export interface Count {
  readonly count: number;
  readonly stretch: number;
}

/** The counts that a side may have, the least stretched first; one only where it is pinned. Empty where not even one repeat has room. */
export function countsFor(task: SideTask, stretch: BorderStretch, pinned: number | null): Count[] {
  // One in each triangle is as wide as that.
  if (task.only !== null) return [{ count: task.only, stretch: stretchOf(task, task.only, 'evenly') }];
  const usual = Math.round((task.length - task.extra) / task.unit);
  const reach = Math.ceil(usual * SEEN) + 2;
  const asked = pinned === null ? range(Math.max(1, usual - reach), Math.min(MOST_REPEATS, usual + reach)) : [pinned];
  const sound = asked
    .map((count) => ({ count, stretch: stretchOf(task, count, stretch) }))
    .filter((one) => isSound(one.stretch, stretch))
    .sort((a, b) => Math.abs(a.stretch) - Math.abs(b.stretch) || a.count - b.count);
  return sound.filter((one, i) => i === 0 || Math.abs(one.stretch) <= SEEN);
}

const range = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
