import { type BorderWay, borderWays } from '../borders/answers.ts';
import { type BorderElement, layBorder } from '../borders/lay-border.ts';
import type { BorderSide } from '../borders/solve-border.ts';
import type { Loading } from '../cloth/loading.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { bandsOf, passesOfBands } from './bands.ts';
import { askedOf, bandsOfElements, designsOf, roomOf } from './border-bands.ts';
import { groupsOf, strokesOfGroup } from './border-pieces.ts';
import type { Plan } from './evaluate.ts';
import { allBands, type BandsInTurn, bandsTogether } from './piece-band.ts';
import { quiltOf } from './plan-document.ts';
import type { BorderSetRecord } from './records.ts';
import { rowPasses } from './resolve-rows.ts';
import { sewingOf, stitchStrokes, type Totals, totalsInTurn } from './stitch-strokes.ts';
import { linesOf } from './stroke.ts';

/** What ways are worked out for: what was taken of them doesn't matter. */
export type AskedBorder = Omit<BorderSetRecord, 'corners' | 'through' | 'fill' | 'without'>;

export function askedBorder({ corners, through, fill, without, ...asked }: BorderSetRecord): AskedBorder {
  return asked;
}

/** One way to work a border, all worked out. */
export interface BorderChoice extends Pick<BorderWay, 'corners' | 'through' | 'fill' | 'scale'> {
  /** Of each side that there is. */
  readonly sides: readonly BorderSide[];
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
  const others = besides(plan, asked.id, loading);
  const choices = borderWays(room, designs, askedOf(plan, asked)).map((way): BorderChoice => {
    const { strokes, totals, passes } = partedInPasses(plan, asked, layBorder(way, asked.stretch), loading, others);
    return {
      ...{ corners: way.corners, through: way.through, fill: way.fill, scale: way.scale },
      sides: way.counts.sides,
      totals: totalsInTurn(totals),
      passes: passes.passes.length,
      lines: strokes.flatMap(linesOf),
    };
  });
  // Where lines are cut is known only once they are parted in passes.
  return asked.wish === 'cuts' ? choices.sort((a, b) => a.totals.cuts - b.totals.cuts) : choices;
}

/** What is stitched on the quilt besides a border. */
export const besides = (plan: Plan, id: string, loading: Loading): BandsInTurn =>
  bandsOf(plan, loading, ({ source, record }) => source === 'borderSets' && record === id);

/** A border's elements in the pieces that the quilt's passes make of them, with what each takes. */
export function partedInPasses(
  plan: Plan,
  set: Pick<BorderSetRecord, 'id' | 'across' | 'stitch'>,
  elements: readonly BorderElement[],
  loading: Loading,
  others: BandsInTurn,
) {
  const bands = bandsOfElements(plan, set, elements, loading);
  const passes = passesOfBands(plan, loading, bandsTogether([others, bands]));
  const strokes = groupsOf(set.id, elements, rowPasses(allBands(bands), passes)).map(strokesOfGroup);
  const sewing = sewingOf(quiltOf(plan.records));
  return { passes, strokes, totals: strokes.map((group) => stitchStrokes(group, set.stitch, sewing).totals) };
}
