import { boundsOf, boxesMeet, lengthOf, type Polyline } from '../geometry/polyline.ts';
import { indexSegments, type SegmentIndex } from '../geometry/segment-index.ts';
import { cutLines } from '../geometry/cut-lines.ts';
import type { Mask } from './mask.ts';
import { alongOwn, meeting, segment } from './meetings.ts';
import { type Part, type PartingAt, partsOfPieces } from './parts.ts';

/** The seams of a top, each once. */
export interface Seams {
  readonly lines: readonly Polyline[];
  readonly index: SegmentIndex;
}

/** Null where there are none. */
export const seamsOf = (lines: readonly Polyline[]): Seams | null =>
  lines.some((line) => lengthOf(line) > 0) ? { lines, index: indexSegments(lines) } : null;

/** The source of parts that are seams. */
export const SEAM = -1;
/** A link leaves its line for a seam that this crosses so near to where it was cut, mm. */
const SEAM_REACH = 60;

/** Seams as parts that may be gone, and where the parts that must be stitched and they are parted so that one leads to the other. */
export interface SeamParts {
  readonly seams: readonly Part[];
  /** Of the parts followed by the seams. */
  readonly at: readonly PartingAt[];
}

/** The seams near where parts were cut. @param first places are numbered on from it */
export function seamParts(parts: readonly Part[], { lines }: Seams, mask: Mask, first: number): SeamParts {
  const ends = parts.flatMap(({ line, from, to }, part) => [
    ...(from.kind === 'cut' ? [{ part, isStart: true, place: line.subarray(0, 2) }] : []),
    ...(to.kind === 'cut' ? [{ part, isStart: false, place: line.subarray(-2) }] : []),
  ]);
  const box = boundsOf(ends.map(({ place }) => place));
  if (!box) return { seams: [], at: [] };
  const room = {
    ...{ minX: box.minX - 2 * SEAM_REACH, minY: box.minY - 2 * SEAM_REACH },
    ...{ maxX: box.maxX + 2 * SEAM_REACH, maxY: box.maxY + 2 * SEAM_REACH },
  };
  const near = lines.filter((line) => lengthOf(line) > 0 && boxesMeet(boundsOf([line])!, room));
  const seams = partsOfPieces(cutLines(near, mask)).map((part) => ({ ...part, source: SEAM }));
  if (seams.length === 0) return { seams, at: [] };
  const index = indexSegments(seams.map(({ line }) => line));
  const along = alongOwn(index);
  const at = ends.flatMap(({ part, isStart }, k): PartingAt[] => {
    const met = firstMet(parts[part]!.line, isStart, index);
    if (!met) return [];
    const seam = parts.length + index.stroke[met.segment]!;
    const place = first + k;
    return [
      { part, along: met.along, place },
      { part: seam, along: along(met.segment, met.u), place },
    ];
  });
  return { seams, at };
}

/** The first place from an end of a line where it meets one of some segments: how far along the line, and which of them at which part. */
function firstMet(
  line: Polyline,
  isStart: boolean,
  index: SegmentIndex,
): { readonly along: number; readonly segment: number; readonly u: number } | null {
  const whole = lengthOf(line);
  let gone = 0;
  for (let k = 2; k < line.length && gone <= SEAM_REACH; k += 2) {
    const [a, b] = isStart ? [k - 2, k] : [line.length - k, line.length - k - 2];
    const own = [line[a]!, line[a + 1]!, line[b]!, line[b + 1]!] as const;
    const [x0, y0, x1, y1] = own;
    const length = Math.hypot(x1 - x0, y1 - y0);
    const met = index
      .within(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1))
      .flatMap((i) => {
        const found = meeting(own, segment(index.ends, i));
        return found ? [{ ...found, segment: i }] : [];
      })
      .sort((one, other) => one.t - other.t)[0];
    if (met) {
      const from = gone + met.t * length;
      return { along: isStart ? from : whole - from, segment: met.segment, u: met.u };
    }
    gone += length;
  }
  return null;
}
