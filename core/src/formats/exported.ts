import type { Point } from '../geometry/point.ts';
import { designBounds, normalisedStrokes } from '../design/design.ts';
import { applyToPolyline, translation } from '../geometry/affine.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';

/** Layers of a quilt that is written: those who read it again can tell its patches from what is stitched. */
export const PATCHES = 'PATCHES';
export const STITCH_LINES = 'STITCH_LINES';

/** What the writers take: everything in millimetres, y down, inside the sheet 0…width × 0…height. */
export interface ExportSheet {
  readonly title: string;
  /** Where the quilt's upper left corner lies on it, where that isn't the sheet's own. */
  readonly corner?: Point;
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

/** Control characters, halves of signs and the like, which no format has room for, as spaces. */
export const cleaned = (text: string): string => text.replace(/[\p{Cc}\p{Cs}\u2028\u2029\uFFFE\uFFFF]/gu, ' ').trim();

/** A sheet so large that all of its lines lie on it, moved as far as that takes. */
export function takingAllIn(sheet: ExportSheet): ExportSheet {
  const box = boundsOf(sheet.placements.flatMap(({ strokes, needlePoints }) => [...strokes, ...needlePoints]));
  if (!box) return sheet;
  const [left, top] = [Math.min(0, box.minX), Math.min(0, box.minY)];
  const [right, bottom] = [Math.max(sheet.width, box.maxX), Math.max(sheet.height, box.maxY)];
  const size = { width: right - left, height: bottom - top };
  if (left === 0 && top === 0) return { ...sheet, ...size };
  const moved = (lines: readonly Polyline[]): Polyline[] =>
    lines.map((line) => applyToPolyline(translation(-left, -top), line));
  return {
    ...sheet,
    ...size,
    corner: { x: Math.abs(left), y: Math.abs(top) },
    patches: sheet.patches.map(({ name, ring }) => ({
      name,
      ring: ring.map((p) => ({ x: p.x - left, y: p.y - top })),
    })),
    placements: sheet.placements.map((one) => ({
      ...one,
      strokes: moved(one.strokes),
      needlePoints: moved(one.needlePoints),
    })),
  };
}

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
