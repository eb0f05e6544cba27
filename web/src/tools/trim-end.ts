import { type DesignPoint, lengthOf, placeNearest, type Polyline, stitchLength, USUAL_SPI } from '@gorse/core';
import type { Tool } from './hand.ts';

export type TrimEnd = 'start' | 'end';
/** What is cut off at each end, mm. */
export type Cuts = Readonly<Record<TrimEnd, number>>;

/** A line as it is trimmed: whole, or thinned so that it is quick. */
export interface TrimmedLine {
  readonly strokes: readonly Polyline[];
  /** Its length in one of the whole line's. */
  readonly shrink: number;
}

/**
 * An end of a line is dragged along it. What is shown meanwhile is worked out on the thinned line; the last place on the whole one.
 * @param show what is cut off the thinned line; null once it is over
 */
export function trimEndTool(
  end: TrimEnd,
  trim: Cuts,
  whole: TrimmedLine,
  thinned: TrimmedLine,
  show: (cut: number | null) => void,
  put: (cut: number) => void,
): Tool<DesignPoint> {
  let cut = trim[end] * thinned.shrink;
  return {
    move(to) {
      cut = cutTo(thinned, trim, end, cut, to);
      show(cut);
    },
    end(to) {
      show(null);
      put(cutTo(whole, trim, end, cut / thinned.shrink, to));
    },
    cancel: () => show(null),
  };
}

/** How much of a line is cut off when an end is dragged to a point, from where it was; one end never passes the other. */
function cutTo({ strokes, shrink }: TrimmedLine, trim: Cuts, end: TrimEnd, before: number, to: DesignPoint): number {
  const total = lengthOfAll(strokes);
  const along = placeNearest(strokes, to, end === 'start' ? before : total - before);
  const other = trim[end === 'start' ? 'end' : 'start'] * shrink;
  const most = total - other - stitchLength(USUAL_SPI);
  return Math.max(0, Math.min(most, end === 'start' ? along : total - along));
}

export const lengthOfAll = (strokes: readonly Polyline[]): number =>
  strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0);
