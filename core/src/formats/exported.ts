import type { Point } from '../geometry/point.ts';
import { applyToPolyline, translation } from '../geometry/affine.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';

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
  /** The needle points of each run. */
  readonly needlePoints: readonly Polyline[];
}

/** A millionth of a metre is finer than any machine. */
export const coordinate = (value: number): string => {
  const text = value.toFixed(3);
  return text === '-0.000' ? '0.000' : text;
};

/** A sheet that just holds a design, for writing it by itself: no stitches, only its lines. */
export function designSheet(name: string, strokes: readonly Polyline[]): ExportSheet {
  const bounds = boundsOf(strokes) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  const home = translation(-bounds.minX, -bounds.minY);
  const lines = strokes.map((stroke) => applyToPolyline(home, stroke));
  return {
    title: name,
    // A straight line has no width, but a sheet must.
    width: Math.max(1, bounds.maxX - bounds.minX),
    height: Math.max(1, bounds.maxY - bounds.minY),
    patches: [],
    placements: [{ name, strokes: lines, needlePoints: lines }],
  };
}
