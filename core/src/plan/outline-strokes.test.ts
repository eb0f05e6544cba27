import { describe, expect, it } from 'vitest';
import { boxShape } from '../cloth/shape.ts';
import { clothPoint as p } from '../geometry/point.ts';
import { lengthOf, pointOf, polyline } from '../geometry/polyline.ts';
import { withOutline } from './outline-strokes.ts';
import { strokesOfDesign } from './stroke.ts';

const SHAPE = boxShape(p(0, 0), p(100, 60));
/** Ends half a millimetre from the right edge. */
const DESIGN = strokesOfDesign([polyline([p(20, 30), p(99.5, 30)])]);
const ends = (lines: readonly number[], when: 'before' | 'after', strokes = DESIGN) =>
  withOutline(strokes, SHAPE, { lines, when }, 10).map(({ line }) => [
    pointOf(line, 0),
    pointOf(line, -1),
    lengthOf(line),
  ]);

describe('the outline of a patch', () => {
  it('goes on from the design’s end where that is within a stitch', () => {
    expect(ends([0], 'after')).toEqual([[p(20, 30), p(100, 30), 80 + 320]]);
    // Before it, the outline ends where the design begins, 20 mm away: a line of its own.
    expect(ends([0], 'before')).toEqual([
      [p(0, 30), p(0, 30), 320],
      [p(20, 30), p(99.5, 30), 79.5],
    ]);
  });

  it('is as many lines as asked, inside and outside, each from the nearest place; none where there is no room', () => {
    const all = ends([10, -5, 40], 'after');
    expect(all.map(([from]) => from)).toEqual([p(20, 30), p(90, 30), p(105, 30)]);
    expect(all.map(([, , length]) => length)).toEqual([79.5, 2 * (80 + 40), 2 * (110 + 70)]);
    expect(ends([], 'after')).toHaveLength(1);
    expect(ends([0], 'after', [])).toEqual([[p(0, 0), p(0, 0), 320]]);
  });
});
