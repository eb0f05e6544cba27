import {
  type AcrossSums,
  acrossSums,
  type AskedBorder,
  type BorderChoice,
  borderChoices,
  borderStretch,
  type Plan,
  quiltOf,
  type SideStretch,
} from '@gorse/core';
import { simpleFor, type TopPicture, topPicture } from './top-picture.ts';

/** One way to work a border, with a picture of it. */
export interface ShownBorderChoice extends Omit<BorderChoice, 'lines'> {
  readonly picture: TopPicture;
  /** So many bobbins take it. */
  readonly bobbins: number;
}

/** The part of the planning worker that is about borders before an edit is made. */
export const borderPlanner = (planNow: () => Plan) => ({
  /** The ways to work a border, those first that keep what matters. */
  borders: (asked: AskedBorder): readonly ShownBorderChoice[] => planNow().get(shownBorders, asked),

  /** Both ways to stitch a border's sides across the poles. */
  borderAcross: (id: string): readonly AcrossSums[] => planNow().get(acrossSums, id),

  /** How far the sides of a border are stretched by place, along edges as they were touched. */
  borderStretch: (id: string): readonly SideStretch[] => planNow().get(borderStretch, id),
});

function shownBorders(plan: Plan, asked: AskedBorder): ShownBorderChoice[] {
  const { map, loading, machine } = quiltOf(plan.records);
  return borderChoices(plan, asked, loading).map(({ lines, ...choice }) => ({
    ...choice,
    bobbins: Math.ceil(choice.totals.thread / machine.bobbin),
    picture: topPicture(
      map.size,
      lines.map((line) => simpleFor(map.size, line)),
    ),
  }));
}
