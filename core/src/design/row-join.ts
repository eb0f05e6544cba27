import type { DesignMeasure } from './design.ts';
import { ROW_JOIN } from '../tolerances.ts';

/** How a design joins its own copy beside it: the copy's start laid on this one's end. */
export interface RowJoin {
  /** It can run on in a row without a cut and without climbing. */
  readonly joins: boolean;
  /** From start to end along the row, mm: how far each repeat advances. */
  readonly repeat: number;
  /** How much higher (negative) or lower the end lies than the start, mm. Moving the end by its opposite mends the join. */
  readonly climb: number;
  /** Millimetres by which neighbouring boxes overlap (positive) or stand apart. */
  readonly overlap: number;
}

/** Each repeat must advance by at least this part of the width, else copies pile up on each other. */
export const LEAST_ADVANCE = 0.6;

export function rowJoin({ start, end, width, strokes }: DesignMeasure): RowJoin {
  const repeat = end.x - start.x;
  const climb = end.y - start.y;
  const advances = repeat > 0 && repeat >= LEAST_ADVANCE * width;
  return { joins: strokes === 1 && advances && Math.abs(climb) <= ROW_JOIN, repeat, climb, overlap: width - repeat };
}
