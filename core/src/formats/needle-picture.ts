import { boundsOf, lengthOf, type Polyline, simplify } from '../geometry/polyline.ts';

/** What a program stitches, and what it goes with the needle up, as far as it is told apart at a glance: `x, y` pairs, mm. */
export interface NeedlePicture {
  readonly stitched: readonly (readonly number[])[];
  readonly travel: readonly (readonly number[])[];
}

/** Details smaller than this part of the drawing aren't seen. */
const SEEN = 1 / 1500;
/** Lines of either, at the most: the longest. */
const MOST_LINES = 300;

/** Null where nothing is gone with the needle up. */
export function needlePicture(stitched: readonly Polyline[], travel: readonly Polyline[]): NeedlePicture | null {
  const box = boundsOf([...stitched, ...travel]);
  if (!box || travel.every((line) => lengthOf(line) === 0)) return null;
  const detail = SEEN * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const seen = (lines: readonly Polyline[]): number[][] =>
    lines
      .map((line) => ({ line, length: lengthOf(line) }))
      .sort((a, b) => b.length - a.length)
      .slice(0, MOST_LINES)
      .map(({ line }) => Array.from(simplify(line, detail), (mm) => Math.round(100 * mm) / 100));
  return { stitched: seen(stitched), travel: seen(travel) };
}
