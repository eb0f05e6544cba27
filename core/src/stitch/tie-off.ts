import { cumulativeLength, pointAtLength, pointCount, type Polyline } from '../geometry/polyline.ts';
import { SHORTEST_STITCH } from '../tolerances.ts';

/** How a start and an end are locked: stitches in place, short stitches along the line, or not at all. */
export type TieOff = 'inPlace' | 'short' | 'none';

const STITCHES = 4;
/** Long enough for the needle to miss its last hole, short enough to be hidden. */
const IN_PLACE_STEP = 0.5;

/**
 * Adds the locking stitches at both ends; all holes stay where they are. No locking stitch is shorter than `SHORTEST_STITCH`: where the first
 * stitches are short already, they count as such. Lines of one hole are left alone.
 */
export function tieOff(needle: Polyline, school: TieOff): Float64Array<ArrayBuffer> {
  if (school === 'none' || pointCount(needle) < 2) return Float64Array.from(needle);
  return school === 'short' ? divided(needle, partsAtEnds(pointCount(needle) - 1, needle)) : knotted(needle);
}

/** Into how many each stitch is divided, so that the first and last `STITCHES` are short. */
function partsAtEnds(stitches: number, needle: Polyline): number[] {
  const parts = new Array<number>(stitches).fill(1);
  const along = cumulativeLength(needle);
  const half = Math.ceil(stitches / 2);
  for (const at of [(k: number) => k, (k: number) => stitches - 1 - k]) {
    for (let k = 0, left = STITCHES; k < half && left > 0; k++) {
      const i = at(k);
      const fit = Math.floor((along[i + 1]! - along[i]!) / SHORTEST_STITCH + 1e-9);
      const own = Math.max(1, Math.min(left, fit));
      parts[i] = Math.max(parts[i]!, own);
      left -= own;
    }
  }
  return parts;
}

function divided(needle: Polyline, parts: readonly number[]): Float64Array<ArrayBuffer> {
  const out = new Float64Array(2 + 2 * parts.reduce((a, b) => a + b, 0));
  let at = 0;
  for (let i = 0; i < parts.length; i++) {
    const n = parts[i]!;
    const x = needle[2 * i]!;
    const y = needle[2 * i + 1]!;
    out[at++] = x;
    out[at++] = y;
    for (let k = 1; k < n; k++) {
      out[at++] = x + ((needle[2 * i + 2]! - x) * k) / n;
      out[at++] = y + ((needle[2 * i + 3]! - y) * k) / n;
    }
  }
  out.set(needle.subarray(-2), at);
  return out;
}

/** To and fro at each end, to a place a little along the line. */
function knotted(needle: Polyline): Float64Array<ArrayBuffer> {
  const n = pointCount(needle);
  const along = cumulativeLength(needle);
  const whole = along[n - 1]!;
  // A line of two short stitches is gone over as a whole.
  const step = whole < 2 * SHORTEST_STITCH ? whole : Math.min(IN_PLACE_STEP, whole / 2);
  const knot = (end: number, at: number): number[] => {
    const { x, y } = pointAtLength(needle, along, at);
    const own = [needle[2 * end]!, needle[2 * end + 1]!];
    return [x, y, ...own, x, y, ...own];
  };
  return Float64Array.from([
    ...[needle[0]!, needle[1]!, ...knot(0, step)],
    ...needle.subarray(2, -2),
    ...[needle.at(-2)!, needle.at(-1)!, ...knot(n - 1, whole - step)],
  ]);
}
