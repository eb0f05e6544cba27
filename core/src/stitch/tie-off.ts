import { type Polyline, pointCount, pointOf } from '../geometry/polyline.ts';
import { distance, lerp } from '../geometry/point.ts';

/** How a start and an end are locked: stitches in place, short stitches along the line, or not at all. */
export type TieOff = 'inPlace' | 'short' | 'none';

const STITCHES = 4;
/** Long enough for the needle to miss its last hole, short enough to be hidden. */
const IN_PLACE_STEP = 0.5;

/** Adds the locking stitches at both ends; the first and last holes stay where they are. Lines of one hole are left alone. */
export function tieOff(needle: Polyline, school: TieOff): Float64Array<ArrayBuffer> {
  const n = pointCount(needle);
  if (school === 'none' || n < 2) return Float64Array.from(needle);
  const first = locking(needle, 0, 1, school);
  const last = locking(needle, n - 1, n - 2, school);
  const back: number[] = [];
  for (let i = last.length - 2; i >= 0; i -= 2) back.push(last[i]!, last[i + 1]!);
  return Float64Array.from([
    needle[0]!,
    needle[1]!,
    ...first,
    ...needle.subarray(2, -2),
    ...back,
    needle.at(-2)!,
    needle.at(-1)!,
  ]);
}

/** The extra holes between an end and its neighbour, going inwards. */
function locking(needle: Polyline, end: number, next: number, school: 'inPlace' | 'short'): number[] {
  const a = pointOf(needle, end);
  const b = pointOf(needle, next);
  const length = distance(a, b);
  if (school === 'short') {
    return Array.from({ length: STITCHES - 1 }, (_, i) => lerp(a, b, (i + 1) / STITCHES)).flatMap((p) => [p.x, p.y]);
  }
  const near = lerp(a, b, length === 0 ? 0 : Math.min(0.5, IN_PLACE_STEP / length));
  return Array.from({ length: STITCHES }, (_, i) => (i % 2 === 0 ? near : a)).flatMap((p) => [p.x, p.y]);
}
