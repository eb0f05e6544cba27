import type { Point } from '../geometry/point.ts';
import { designBounds, normalisedStrokes } from '../design/design.ts';
import type { Polyline } from '../geometry/polyline.ts';

/** What the writers take: everything in cloth millimetres, y down, inside the sheet 0…width × 0…height. */
export interface ExportSheet {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  /** Outlines of the patches, for reference; never stitched. */
  readonly patches: readonly { readonly name: string; readonly ring: readonly Point[] }[];
  readonly placements: readonly ExportPlacement[];
}

export interface ExportPlacement {
  readonly name: string;
  /** The fitted lines. */
  readonly strokes: readonly Polyline[];
  /** The needle points of each stroke. */
  readonly needlePoints: readonly Polyline[];
  /** How fast it is stitched where it runs straight, mm a minute. */
  readonly feed: number;
}

/** A millionth of a metre is finer than any machine. */
export function coordinate(value: number): string {
  const thousandths = Math.round(Math.abs(value) * 1000);
  const rest = thousandths % 1000;
  return `${value < 0 && thousandths > 0 ? '-' : ''}${(thousandths - rest) / 1000}.${THREE_DIGITS[rest]!}`;
}
/** A line has hundreds of thousands of them: `toFixed` takes three times as long. */
const THREE_DIGITS: readonly string[] = Array.from({ length: 1000 }, (_, i) => String(i).padStart(3, '0'));

/** A sheet that just holds a design, for writing it by itself: no stitches, only its lines. `feed` in mm a minute. */
export function designSheet(name: string, strokes: readonly Polyline[], feed: number): ExportSheet {
  const lines = normalisedStrokes(strokes);
  const { maxX, maxY } = designBounds(lines);
  return {
    title: name,
    // A straight line has no width, but a sheet must.
    width: Math.max(1, maxX),
    height: Math.max(1, maxY),
    patches: [],
    placements: [{ name, strokes: lines, needlePoints: lines, feed }],
  };
}
