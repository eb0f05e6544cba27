import { type Affine, applyToPolyline } from '../geometry/affine.ts';
import type { Polyline } from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import type { RunLink } from '../mask/joined-run.ts';

/** One continuous line on its way from the design to the needle. */
export interface Stroke {
  readonly line: Polyline;
  /** Id of its thread; null: the one that the quilt is stitched with. */
  readonly thread: string | null;
  /** The design's stroke that it comes of, from 0. */
  readonly source: number;
  /** Stitches per inch of its own; nothing where they are as the rest. */
  readonly spi?: number;
  /** What a mask left of it and joined; nothing where none did. */
  readonly masking?: Masking;
}

export interface OwnStitches {
  readonly from: number;
  readonly to: number;
  readonly spi: number;
}

/** What must be known to stitch a line that was masked. */
export interface Masking {
  readonly links: readonly RunLink[];
  /** No thread crosses these; in the line's own space. */
  readonly guard: Rings;
  /** Stretches with stitches per inch of their own: points of the line from one index to another. */
  readonly own: readonly OwnStitches[];
}

export const strokesOfDesign = (lines: readonly Polyline[]): Stroke[] =>
  lines.map((line, source) => ({ line, thread: null, source }));

export const mapStrokes = (strokes: readonly Stroke[], map: (line: Polyline) => Polyline): Stroke[] =>
  strokes.map((stroke) => ({ ...stroke, line: map(stroke.line) }));

export const moveStrokes = (strokes: readonly Stroke[], by: Affine): Stroke[] =>
  mapStrokes(strokes, (line) => applyToPolyline(by, line));

export const linesOf = (strokes: readonly Stroke[]): readonly Polyline[] => strokes.map(({ line }) => line);
