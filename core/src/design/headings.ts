import type { SegmentIndex } from '../geometry/segment-index.ts';
import { CORNER_TURN } from '../tolerances.ts';
import { pointAt } from './along.ts';

/** Chords of a curve turn from one to the next: which way a line runs is told by so much of it to either side, mm. */
export const HEADING_REACH = 1;

/** Lines within about 4½° run alongside each other. */
export const ALONGSIDE = 0.08;

/** Which way the line runs at the middle of each segment, as unit vectors: from a millimetre before to a millimetre after, but not round a corner. */
export function headings(index: SegmentIndex): Float64Array {
  const { count, along, ends } = index;
  const out = new Float64Array(2 * count);
  for (let from = 0, to = 0; from < count; from = to) {
    do to++;
    while (to < count && runsOnSmoothly(index, to - 1));
    for (let i = from; i < to; i++) {
      const middle = (along[i]! + along[i + 1]!) / 2;
      const a = pointAt(index, Math.max(along[from]!, middle - HEADING_REACH));
      const b = pointAt(index, Math.min(along[to]! - 1e-9, middle + HEADING_REACH));
      const [x, y] = [b.x - a.x, b.y - a.y];
      const length = Math.sqrt(x * x + y * y);
      // A ring of just that length comes back to where it was.
      const own = length < HEADING_REACH / 100;
      const [dx, dy] = own ? [ends[4 * i + 2]! - ends[4 * i]!, ends[4 * i + 3]! - ends[4 * i + 1]!] : [x, y];
      const size = own ? along[i + 1]! - along[i]! : length;
      out[2 * i] = dx / size;
      out[2 * i + 1] = dy / size;
    }
  }
  return out;
}

/** The next segment goes on from this one, without a corner. */
function runsOnSmoothly({ stroke, ends }: SegmentIndex, i: number): boolean {
  if (stroke[i] !== stroke[i + 1]) return false;
  const [ax, ay] = [ends[4 * i + 2]! - ends[4 * i]!, ends[4 * i + 3]! - ends[4 * i + 1]!];
  const [bx, by] = [ends[4 * i + 6]! - ends[4 * i + 4]!, ends[4 * i + 7]! - ends[4 * i + 5]!];
  return Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)) < CORNER_TURN;
}
