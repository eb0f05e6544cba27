import { applyToPolyline, translation } from '../geometry/affine.ts';
import { type DistanceField, distanceField } from '../geometry/distance-field.ts';
import { boundsOf, squaredDistanceToChord } from '../geometry/polyline.ts';
import { indexSegments, type SegmentIndex } from '../geometry/segment-index.ts';
import { thinned } from '../geometry/thin.ts';
import type { Repeat } from './repeat.ts';

/** How far from one row by itself the places of one repeat are, the row running on for ever. */
export interface RowField extends DistanceField {
  readonly period: number;
  /** Of the row's line. */
  readonly minY: number;
  readonly maxY: number;
  /** Upper edge of the field; its left edge is at x 0. */
  readonly top: number;
  /** All copies that come near. */
  readonly index: SegmentIndex;
}

/** About so many cells a field. */
const CELLS = 16_000;

/** The rows of a cloth are asked for again and again. */
const known = new WeakMap<Repeat['strokes'], RowField>();

/** @param least how far above and below its line at the least, mm */
export function rowField({ strokes, period }: Repeat, least: number): RowField | null {
  const before = known.get(strokes);
  if (before && before.minY - before.top >= least) return before;
  // Somewhat more may be asked for next.
  const reach = 1.2 * least;
  const box = boundsOf(strokes);
  if (!box || strokes.every((line) => line.length < 4)) return null;
  const lines = strokes.map((line) => thinned(line));
  const first = Math.floor((-reach - box.maxX) / period);
  const last = Math.ceil((period + reach - box.minX) / period);
  const copies = Array.from({ length: last - first + 1 }, (_, k) =>
    lines.map((line) => applyToPolyline(translation((first + k) * period, 0), line)),
  ).flat();
  const index = indexSegments(copies);
  const height = box.maxY - box.minY + 2 * reach;
  // A whole number of cells a repeat, so that they go round.
  const columns = Math.max(8, Math.round(period / Math.sqrt((period * height) / CELLS)));
  const cell = period / columns;
  const top = box.minY - reach;
  const area = { minX: 0, minY: top, maxX: period * (1 - 1e-12), maxY: top + height };
  const field = { ...distanceField(index, area, cell), period, minY: box.minY, maxY: box.maxY, top, index };
  known.set(strokes, field);
  return field;
}

/** Distance to the row, between the middles of cells in y, of the nearest column in x; infinite beyond the field. */
export function distanceIn({ cell, columns, rows, distance, top, period }: RowField, x: number, y: number): number {
  const v = (y - top) / cell - 0.5;
  const row = Math.floor(v);
  if (row < 0 || row + 1 >= rows) return Infinity;
  const column = Math.floor((x - period * Math.floor(x / period)) / cell) % columns;
  const above = distance[row * columns + column]!;
  return above + (v - row) * (distance[(row + 1) * columns + column]! - above);
}

/** Appends the row's segments that come within `reach` of a place no farther than the field's own reach, moved by (dx, dy), to `ends`. */
export function addSegmentsNear(
  { index, period }: RowField,
  at: { readonly x: number; readonly y: number },
  reach: number,
  [dx, dy]: readonly [number, number],
  ends: number[],
): void {
  const round = period * Math.floor(at.x / period);
  const x = at.x - round;
  for (const s of index.within(x - reach, at.y - reach, x + reach, at.y + reach)) {
    const [x0, y0, x1, y1] = [0, 1, 2, 3].map((k) => index.ends[4 * s + k]!) as [number, number, number, number];
    if (squaredDistanceToChord(x, at.y, x0, y0, x1, y1) <= reach * reach)
      ends.push(x0 + round + dx, y0 + dy, x1 + round + dx, y1 + dy);
  }
}
