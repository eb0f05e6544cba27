import { applyToPolyline, type Affine, compose, scaling, translation } from '../geometry/affine.ts';
import { concatenate, type Polyline, reversed } from '../geometry/polyline.ts';
import { designBounds, measureDesign } from '../design/design.ts';

/** One copy of a design as a row repeats it: what runs on into the next copy, `period` mm to the right. Its start is at x 0. */
export interface Repeat {
  readonly strokes: readonly Float64Array<ArrayBuffer>[];
  readonly period: number;
}

/** How the end of one copy meets the start of the next: leaning the whole copy until it does, or by a straight line across a gap. */
export interface JoinRule {
  readonly kind: 'spread' | 'bridge';
  /** Between boxes that are bridged, mm; of no matter when the misfit is spread. */
  readonly gap: number;
}

/** Copies that advance by less would lie in heaps: mm, and as a part of the design's width. */
const LEAST_PERIOD = 2;
const LEAST_PERIOD_OF_WIDTH = 0.1;

/**
 * A design made to repeat. Spreading leans it by its own climb, so that a point moves by its share of the misfit only; it keeps the advance of the
 * design. Bridging sets copies side by side, box to box with a gap, and goes straight from each end to the next start. Null when copies
 * hardly advance to the right, so that they would lie in heaps.
 */
export function repeatOf(strokes: readonly Polyline[], rule: JoinRule): Repeat | null {
  const { start, end, width } = measureDesign(strokes);
  const home = (lines: readonly Polyline[]): Float64Array<ArrayBuffer>[] =>
    lines.map((line) => applyToPolyline(translation(-start.x, 0), line));
  const period = rule.kind === 'bridge' ? width + rule.gap : end.x - start.x;
  if (period < Math.max(LEAST_PERIOD, LEAST_PERIOD_OF_WIDTH * width)) return null;
  if (rule.kind === 'bridge') {
    const bridge = Float64Array.of(end.x, end.y, start.x + period, start.y);
    return { strokes: home([...strokes.slice(0, -1), concatenate([strokes.at(-1)!, bridge])]), period };
  }
  const lean = (end.y - start.y) / period;
  const upright: Affine = [1, -lean, 0, 1, 0, lean * start.x];
  return { strokes: home(strokes.map((line) => applyToPolyline(upright, line))), period };
}

/** A row as the design is drawn, mirrored left to right, or turned by half. */
export type RowLook = 'same' | 'mirrored' | 'turned';

/** How every second row differs from the first. */
export interface Alternate {
  readonly look: RowLook;
  /** Moved to the right by this part of a repeat. */
  readonly shift: number;
}

/** The repeat of the other rows: mirrored left to right or turned by half about its middle, still sewn to the right, and moved along. */
export function alternateOf({ strokes, period }: Repeat, { look, shift }: Alternate): Repeat {
  const along = translation(shift * period, 0);
  if (look === 'same') return { period, strokes: strokes.map((line) => applyToPolyline(along, line)) };
  const { minY, maxY } = designBounds(strokes);
  const map = compose(
    scaling(-1, look === 'turned' ? -1 : 1),
    translation(period, look === 'turned' ? minY + maxY : 0),
    along,
  );
  return { period, strokes: [...strokes].reverse().map((line) => reversed(applyToPolyline(map, line))) };
}

/** The same at another size, the top of its box at y 0. */
export function sizedRepeat({ strokes, period }: Repeat, scale: number): Repeat {
  const sized: Affine = [scale, 0, 0, scale, 0, -scale * designBounds(strokes).minY];
  return { strokes: strokes.map((line) => applyToPolyline(sized, line)), period: scale * period };
}

/** As many copies as cover a stretch of x, those in one stroke joined into one. The row has the repeat's own y. */
export function rowOf({ strokes, period }: Repeat, from: number, to: number): Float64Array<ArrayBuffer>[] {
  const { minX, maxX } = designBounds(strokes);
  const first = Math.floor((from - minX) / period);
  const last = Math.max(first, Math.ceil((to - maxX) / period));
  const out: Float64Array<ArrayBuffer>[] = [];
  let open: Float64Array<ArrayBuffer>[] = [];
  for (let k = first; k <= last; k++) {
    strokes.forEach((line, i) => {
      if (i > 0 && open.length > 0) {
        out.push(concatenate(open));
        open = [];
      }
      open.push(applyToPolyline(translation(k * period, 0), line));
    });
  }
  out.push(concatenate(open));
  return out;
}
