import { applyToPoint } from '../geometry/affine.ts';
import { distance } from '../geometry/point.ts';
import { type BorderWay, stretchAt } from './answers.ts';
import type { Bend } from '../cloth/bend.ts';
import type { BorderStretch, StripId } from './border-set.ts';
import { stripTasks } from './lay-border.ts';
import { repeatSpans, type StripTask } from './lay-strip.ts';

/** How far a border is stretched at a place of a side, as parts: along it, its repeats and the cloth together, and across it. */
export interface PlaceStretch {
  /** From where the side's strip begins, clockwise round the quilt, mm. */
  readonly at: number;
  readonly along: number;
  readonly across: number;
}

export interface SideStretch {
  readonly side: StripId;
  readonly length: number;
  readonly places: readonly PlaceStretch[];
}

/** Places are so far apart, mm, at the most. */
const APART = 20;

/** The stretch of every side by place, in the middle of the strip. */
export const stretchByPlace = (way: BorderWay, stretch: BorderStretch, bend: Bend): SideStretch[] =>
  stripTasks(way).map((task) => ({
    side: task.strip.id,
    length: task.strip.length,
    places: placesOf(task, stretchAt(way.corners, stretch), bend),
  }));

function placesOf(task: StripTask, stretch: BorderStretch, bend: Bend): PlaceStretch[] {
  const { strip } = task;
  const unit = task.task.unit;
  const on = (x: number, y: number) => bend(applyToPoint(strip.toCloth, { x, y }));
  return repeatSpans(task, stretch).flatMap(({ from, to }) => {
    const steps = Math.max(1, Math.ceil((to - from) / APART));
    const step = (to - from) / steps;
    return Array.from({ length: steps }, (_, k): PlaceStretch => {
      const [a, b] = [from + k * step, from + (k + 1) * step];
      const at = (a + b) / 2;
      const along = distance(on(a, strip.depth / 2), on(b, strip.depth / 2)) / step;
      const across = distance(on(at, 0), on(at, strip.depth)) / strip.depth;
      return { at, along: ((to - from) / unit) * along - 1, across: across - 1 };
    });
  });
}

/** The place that is stretched most, whichever way; null without any. */
export function worstPlace(sides: readonly SideStretch[]): (PlaceStretch & { readonly side: StripId }) | null {
  const most = ({ along, across }: PlaceStretch): number => Math.max(Math.abs(along), Math.abs(across));
  return sides
    .flatMap(({ side, places }) => places.map((place) => ({ ...place, side })))
    .reduce<(PlaceStretch & { readonly side: StripId }) | null>(
      (worst, place) => (worst && most(worst) >= most(place) - SAME ? worst : place),
      null,
    );
}
const SAME = 1e-9;
