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
  /** What a mask left of it and joined; nothing where none did. */
  readonly masking?: Masking;
}

/** What must be known to stitch a line that was masked. */
export interface Masking {
  readonly links: readonly RunLink[];
  /** No thread crosses these; in the line's own space. */
  readonly guard: Rings;
  /** Of what is stitched along edges; null as the rest. */
  readonly edgeSpi: number | null;
}

export const strokesOfDesign = (lines: readonly Polyline[]): Stroke[] =>
  lines.map((line, source) => ({ line, thread: null, source }));

export const mapStrokes = (strokes: readonly Stroke[], map: (line: Polyline) => Polyline): Stroke[] =>
  strokes.map((stroke) => ({ ...stroke, line: map(stroke.line) }));

export const moveStrokes = (strokes: readonly Stroke[], by: Affine): Stroke[] =>
  mapStrokes(strokes, (line) => applyToPolyline(by, line));

export const linesOf = (strokes: readonly Stroke[]): readonly Polyline[] => strokes.map(({ line }) => line);
