import { type BorderWay, borderWays } from '../borders/answers.ts';
import { layBorder } from '../borders/lay-border.ts';
import type { BorderSide } from '../borders/solve-border.ts';
import type { Loading } from '../cloth/loading.ts';
import { inOneGo } from '../geometry/in-one-go.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { bandsOf, passesOfBands } from './bands.ts';
import { askedOf, bandsOfElements, designsOf, roomOf } from './border-bands.ts';
import type { Plan } from './evaluate.ts';
import { quiltOf } from './plan-document.ts';
import type { BorderSetRecord } from './records.ts';
import { sewingOf, stitchStrokes, type Totals } from './stitch-strokes.ts';
import { strokesOfDesign } from './stroke.ts';

/** What ways are worked out for: what was taken of them doesn't matter. */
export type AskedBorder = Omit<BorderSetRecord, 'corners' | 'through' | 'fill' | 'without'>;

export function askedBorder({ corners, through, fill, without, ...asked }: BorderSetRecord): AskedBorder {
  return asked;
}

/** One way to work a border, all worked out. */
export interface BorderChoice extends Pick<BorderWay, 'corners' | 'through' | 'fill' | 'scale'> {
  /** Of each side that there is. */
  readonly sides: readonly BorderSide[];
  readonly worst: number;
  readonly totals: Totals;
  /** Passes of the whole quilt with it. */
  readonly passes: number;
  readonly lines: readonly Polyline[];
}

/** The ways that a border can be worked, those first that keep what matters. Empty when nothing can be laid. */
export function borderChoices(plan: Plan, asked: AskedBorder, loading: Loading): BorderChoice[] {
  const designs = designsOf(plan, asked);
  const room = roomOf(plan, asked);
  if (!designs || !room) return [];
  const quilt = quiltOf(plan.records);
  const others = bandsOf(plan, loading, 'borderSets');
  return borderWays(room, designs, askedOf(plan, asked)).map((way) => {
    const elements = layBorder(way, asked.stretch);
    const lines = inOneGo(elements.flatMap((element) => element.lines));
    const bands = bandsOfElements(plan, asked.id, elements, loading);
    return {
      ...{ corners: way.corners, through: way.through, fill: way.fill, scale: way.scale, lines },
      sides: way.counts.sides,
      worst: way.counts.worst,
      totals: stitchStrokes(strokesOfDesign(lines), asked.stitch, sewingOf(quilt)).totals,
      passes: passesOfBands(plan, loading, [...others, ...bands]).passes.length,
    };
  });
}
