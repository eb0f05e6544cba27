import { describe, expect, it } from 'vitest';
import { boxShape, tracedShape } from '../cloth/shape.ts';
import { clothPoint as p } from '../geometry/point.ts';
import { innerOf, marginAt, withMargin } from './margins.ts';

const at = (shape: ReturnType<typeof innerOf>) => shape?.map((one) => one.at);

describe('margins', () => {
  it('are one all round, or one an edge; the last holds for the rest', () => {
    const box = boxShape(p(0, 0), p(100, 60));
    expect([0, 1, 2, 3].map((edge) => marginAt([5, 2], edge))).toEqual([5, 2, 2, 2]);
    expect(at(innerOf(box, { margins: [5] }))).toEqual([p(5, 5), p(95, 5), p(95, 55), p(5, 55)]);
    // Top, right, bottom and left, clockwise; the left one runs over the seam.
    expect(at(innerOf(box, { margins: [5, 10, 0, -2] }))).toEqual([p(-2, 5), p(90, 5), p(90, 60), p(-2, 60)]);
    expect(innerOf(box, { margins: [40] })).toBeNull();
    // A round patch has one edge.
    const round = tracedShape(
      Array.from({ length: 24 }, (_, i) => ({
        at: p(50 * Math.cos((i * Math.PI) / 12), 50 * Math.sin((i * Math.PI) / 12)),
        corner: false,
      })),
    );
    for (const { x, y } of at(innerOf(round, { margins: [10, 3] }))!) expect(Math.hypot(x, y)).toBeCloseTo(40, 0);
  });

  it('are written down as short as they can be', () => {
    expect(withMargin([5], 4, 2, 8)).toEqual([5, 5, 8, 5]);
    expect(withMargin([5, 5, 8, 5], 4, 2, 5)).toEqual([5]);
    expect(withMargin([5], 4, 3, 1)).toEqual([5, 5, 5, 1]);
    expect(withMargin([1, 2], 3, 0, 2)).toEqual([2]);
  });
});
