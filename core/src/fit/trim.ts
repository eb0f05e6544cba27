import { trimmedLine } from '../design/edit-line.ts';
import { lengthOf, type Polyline } from '../geometry/polyline.ts';

/** Which stretch of the sewing line is used, by parts of all its length, from 0 to 1; `from` lies before `to`. */
export interface Trim {
  readonly from: number;
  readonly to: number;
}

export const WHOLE_LINE: Trim = { from: 0, to: 1 };

/** The stretch that is left; a design of no length stays as it is. */
export function trimmed(lines: readonly Polyline[], { from, to }: Trim): readonly Polyline[] {
  if (from <= 0 && to >= 1) return lines;
  const length = lines.reduce((sum, line) => sum + lengthOf(line), 0);
  const left = trimmedLine(lines, from * length, (1 - to) * length);
  return left.length > 0 ? left : lines;
}
