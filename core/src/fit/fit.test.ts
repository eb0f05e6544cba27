import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/point.ts';
import { boundsOf, lengthOf, pointOf, polyline } from '../geometry/polyline.ts';
import { toRadians } from '../units.ts';
import { fitStrokes } from './fit.ts';

const rect = (x: number, y: number, w: number, h: number): [Point, Point, Point, Point] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
/** An L along the left and bottom edges of a 20 × 10 box. */
const ell = [
  polyline([
    { x: 0, y: 0 },
    { x: 0, y: 10 },
    { x: 20, y: 10 },
  ]),
];
const upright = { angle: 0, mirror: false };
const box = (strokes: readonly Float64Array[]): number[] => {
  const b = boundsOf(strokes)!;
  return [b.minX, b.minY, b.maxX, b.maxY].map((v) => Math.round(v * 1e9) / 1e9);
};

describe('fitting', () => {
  it('contain keeps the proportions and centres', () => {
    const fitted = fitStrokes(ell, upright, { kind: 'contain', margin: 5 }, rect(100, 100, 110, 110))!;
    expect(box(fitted.strokes)).toEqual([105, 130, 205, 180]);
    expect(fitted.distortion).toMatchObject({ scale: 5, across: 0, down: 0, shear: 0, folded: false });
  });

  it('fill stretches to the box and says by how much', () => {
    const fitted = fitStrokes(ell, upright, { kind: 'fill', margin: 0 }, rect(0, 0, 80, 90))!;
    expect(box(fitted.strokes)).toEqual([0, 0, 80, 90]);
    // 4 across and 9 down: 6 is the size, so 1/3 too narrow and half too high.
    expect(fitted.distortion.scale).toBeCloseTo(6, 12);
    expect(fitted.distortion.across).toBeCloseTo(-1 / 3, 12);
    expect(fitted.distortion.down).toBeCloseTo(1 / 2, 12);
  });

  it('turns and mirrors before it fits', () => {
    const turned = fitStrokes(
      ell,
      { angle: toRadians(90), mirror: false },
      { kind: 'contain', margin: 0 },
      rect(0, 0, 10, 20),
    )!;
    expect(pointOf(turned.strokes[0]!, 0).x).toBeCloseTo(10, 9);
    expect(pointOf(turned.strokes[0]!, -1).y).toBeCloseTo(20, 9);
    const mirrored = fitStrokes(ell, { angle: 0, mirror: true }, { kind: 'contain', margin: 0 }, rect(0, 0, 20, 10))!;
    expect(pointOf(mirrored.strokes[0]!, 0)).toEqual({ x: 20, y: 0 });
    expect(mirrored.distortion.folded).toBe(false);
  });

  it('follows a patch that lies askew', () => {
    const ring: Point[] = [
      { x: 0, y: 0 },
      { x: 30, y: 40 },
      { x: -10, y: 70 },
      { x: -40, y: 30 },
    ];
    const fitted = fitStrokes(
      [
        polyline([
          { x: 0, y: 0 },
          { x: 10, y: 10 },
        ]),
      ],
      upright,
      { kind: 'fill', margin: 0 },
      ring,
    )!;
    expect(pointOf(fitted.strokes[0]!, 0).x).toBeCloseTo(0, 9);
    expect(pointOf(fitted.strokes[0]!, -1)).toMatchObject({ x: expect.closeTo(-10, 9), y: expect.closeTo(70, 9) });
  });

  it('corners is exact at the four corners of any convex patch', () => {
    const wobble = fc.tuple(...Array.from({ length: 8 }, () => fc.double({ min: -15, max: 15, noNaN: true })));
    const square = [
      polyline([
        { x: 3, y: 3 },
        { x: 9, y: 3 },
        { x: 9, y: 9 },
        { x: 3, y: 9 },
      ]),
    ];
    fc.assert(
      fc.property(wobble, (w) => {
        const ring = rect(0, 0, 100, 80).map((p, i) => ({ x: p.x + w[2 * i]!, y: p.y + w[2 * i + 1]! }));
        const fitted = fitStrokes(square, upright, { kind: 'corners', margin: 0 }, ring)!;
        // The design's corners are points of the result; straight edges between stay straight.
        const length = ring
          .slice(1)
          .reduce((sum, p, i) => sum + Math.sqrt((p.x - ring[i]!.x) ** 2 + (p.y - ring[i]!.y) ** 2), 0);
        expect(Math.abs(lengthOf(fitted.strokes[0]!) - length)).toBeLessThan(1e-6);
        expect(pointOf(fitted.strokes[0]!, 0).x).toBeCloseTo(ring[0]!.x, 6);
        expect(pointOf(fitted.strokes[0]!, -1).y).toBeCloseTo(ring[3]!.y, 6);
      }),
    );
  });

  it('corners bends straight lines with the patch', () => {
    const diagonal = [
      polyline([
        { x: 0, y: 0 },
        { x: 10, y: 10 },
      ]),
    ];
    const ring = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 120, y: 140 },
      { x: 0, y: 100 },
    ];
    const [line] = fitStrokes(diagonal, upright, { kind: 'corners', margin: 0 }, ring)!.strokes;
    // Halfway, the bilinear map gives the corners' mean, 55 and 60, which is off the straight diagonal.
    const mid = pointOf(line!, (line!.length / 2 - 1) / 2);
    expect(mid.x).toBeCloseTo(55, 9);
    expect(mid.y).toBeCloseTo(60, 9);
  });

  it('says when a patch turned inside out folds the design', () => {
    const bowTie = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 30, y: 30 },
      { x: 0, y: 100 },
    ];
    expect(fitStrokes(ell, upright, { kind: 'corners', margin: 0 }, bowTie)!.distortion.folded).toBe(true);
  });

  it('has no answer when the margin eats the patch, and scales a straight line by its length', () => {
    expect(fitStrokes(ell, upright, { kind: 'fill', margin: 48 }, rect(0, 0, 100, 100))).toBeNull();
    expect(fitStrokes(ell, upright, { kind: 'fill', margin: 60 }, rect(0, 0, 100, 100))).toBeNull();
    const flat = fitStrokes(
      [
        polyline([
          { x: 0, y: 0 },
          { x: 10, y: 0 },
        ]),
      ],
      upright,
      { kind: 'corners', margin: 0 },
      rect(0, 0, 100, 60),
    )!;
    expect(box(flat.strokes)).toEqual([0, 30, 100, 30]);
  });
});
