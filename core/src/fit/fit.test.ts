import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ClothPoint, clothPoint, plus } from '../geometry/point.ts';
import { boxRingIn, distanceToRing, insideRing } from '../geometry/polygon.ts';
import { boundsOf, lengthOf, pointOf, pointsOf, polyline } from '../geometry/polyline.ts';
import { toRadians } from '../units.ts';
import { polygonShape } from '../cloth/shape.ts';
import { arrangedDesign, layInPatch } from '../plan/pipeline.ts';
import { usualStages } from '../plan/recipe.ts';
import { linesOf } from '../plan/stroke.ts';
import { distortionOf } from './distortion.ts';
import { type FitRule, fitTakes, refitted } from './fits.ts';
import { seatIn } from './seat.ts';
import type { Orient } from './orient.ts';

const rect = (x: number, y: number, w: number, h: number) =>
  boxRingIn({ minX: x, minY: y, maxX: x + w, maxY: y + h }, clothPoint);
/** An L along the left and bottom edges of a 20 × 10 box. */
const ell = [
  polyline([
    { x: 0, y: 0 },
    { x: 0, y: 10 },
    { x: 20, y: 10 },
  ]),
];
const upright: Orient = { angle: 0, mirror: false, up: 'quilt' };
/** A recipe's stages up to the cloth. */
function fitStrokes(strokes: readonly Float64Array[], orient: Orient, fit: FitRule, ring: readonly ClothPoint[]) {
  const recipe = { ...usualStages('d'), orient, fit };
  const shape = polygonShape(ring);
  const laid = layInPatch(arrangedDesign(strokes, recipe), recipe, seatIn(shape, shape, orient.up));
  return laid && { ...laid, strokes: linesOf(laid.strokes), distortion: distortionOf(laid.warp) };
}
const box = (strokes: readonly Float64Array[]): number[] => {
  const b = boundsOf(strokes)!;
  return [b.minX, b.minY, b.maxX, b.maxY].map((v) => Math.round(v * 1e9) / 1e9);
};

describe('fitting', () => {
  it('contain keeps the proportions and centres', () => {
    const fitted = fitStrokes(ell, upright, { kind: 'contain', turn: 'held', margins: [5] }, rect(100, 100, 110, 110))!;
    expect(box(fitted.strokes)).toEqual([105, 130, 205, 180]);
    const { scale, across, down, shear, folded } = fitted.distortion;
    expect(scale).toBeCloseTo(5, 12);
    for (const none of [across, down, shear]) expect(none).toBeCloseTo(0, 12);
    expect(folded).toBe(false);
  });

  it('fill stretches to the box and says by how much', () => {
    const fitted = fitStrokes(ell, upright, { kind: 'fill', margins: [0] }, rect(0, 0, 80, 90))!;
    expect(box(fitted.strokes)).toEqual([0, 0, 80, 90]);
    // 4 across and 9 down: 6 is the size, so 1/3 too narrow and half too high.
    expect(fitted.distortion.scale).toBeCloseTo(6, 12);
    expect(fitted.distortion.across).toBeCloseTo(-1 / 3, 12);
    expect(fitted.distortion.down).toBeCloseTo(1 / 2, 12);
  });

  it('turns and mirrors before it fits', () => {
    const turned = fitStrokes(
      ell,
      { ...upright, angle: toRadians(90) },
      { kind: 'contain', turn: 'held', margins: [0] },
      rect(0, 0, 10, 20),
    )!;
    expect(pointOf(turned.strokes[0]!, 0).x).toBeCloseTo(10, 9);
    expect(pointOf(turned.strokes[0]!, -1).y).toBeCloseTo(20, 9);
    const mirrored = fitStrokes(
      ell,
      { ...upright, mirror: true },
      { kind: 'contain', turn: 'held', margins: [0] },
      rect(0, 0, 20, 10),
    )!;
    expect(pointOf(mirrored.strokes[0]!, 0).x).toBeCloseTo(20, 12);
    expect(mirrored.distortion.folded).toBe(false);
  });

  it('follows a patch that lies askew', () => {
    const ring = [clothPoint(0, 0), clothPoint(30, 40), clothPoint(-10, 70), clothPoint(-40, 30)];
    const fitted = fitStrokes(
      [
        polyline([
          { x: 0, y: 0 },
          { x: 10, y: 10 },
        ]),
      ],
      { ...upright, up: 'patch' },
      { kind: 'fill', margins: [0] },
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
        const ring = rect(0, 0, 100, 80).map((p, i) => plus(p, { x: w[2 * i]!, y: w[2 * i + 1]! }));
        const fitted = fitStrokes(square, upright, { kind: 'corners', bend: 'even', margins: [0] }, ring)!;
        // The design's corners are points of the result; straight edges between stay straight.
        const length = ring
          .slice(1)
          .reduce((sum, p, i) => sum + Math.sqrt((p.x - ring[i]!.x) ** 2 + (p.y - ring[i]!.y) ** 2), 0);
        expect(Math.abs(lengthOf(fitted.strokes[0]!) - length)).toBeLessThan(1e-6);
        expect(pointOf(fitted.strokes[0]!, 0).x).toBeCloseTo(ring[0]!.x, 6);
        expect(pointOf(fitted.strokes[0]!, -1).y).toBeCloseTo(ring[3]!.y, 6);
      }),
      { seed: 1 },
    );
  });

  it('corners bends straight lines with the patch', () => {
    const diagonal = [
      polyline([
        { x: 0, y: 0 },
        { x: 10, y: 10 },
      ]),
    ];
    const ring = [clothPoint(0, 0), clothPoint(100, 0), clothPoint(120, 140), clothPoint(0, 100)];
    const [line] = fitStrokes(diagonal, upright, { kind: 'corners', bend: 'even', margins: [0] }, ring)!.strokes;
    // Halfway, the bilinear map gives the corners' mean, 55 and 60, which is off the straight diagonal.
    const mid = pointOf(line!, (line!.length / 2 - 1) / 2);
    expect(mid.x).toBeCloseTo(55, 9);
    expect(mid.y).toBeCloseTo(60, 9);
  });

  it('says when a patch turned inside out folds the design', () => {
    const bowTie = [clothPoint(0, 0), clothPoint(100, 0), clothPoint(30, 30), clothPoint(0, 100)];
    expect(fitStrokes(ell, upright, { kind: 'corners', bend: 'even', margins: [0] }, bowTie)!.distortion.folded).toBe(
      true,
    );
  });

  it('has no answer when the margin eats the patch, and scales a straight line by its length', () => {
    expect(fitStrokes(ell, upright, { kind: 'fill', margins: [48] }, rect(0, 0, 100, 100))).toBeNull();
    expect(fitStrokes(ell, upright, { kind: 'fill', margins: [60] }, rect(0, 0, 100, 100))).toBeNull();
    const flat = fitStrokes(
      [
        polyline([
          { x: 0, y: 0 },
          { x: 10, y: 0 },
        ]),
      ],
      upright,
      { kind: 'corners', bend: 'even', margins: [0] },
      rect(0, 0, 100, 60),
    )!;
    expect(box(flat.strokes)).toEqual([0, 30, 100, 30]);
  });

  it('maps points and lines alike, and says which corners it is exact at', () => {
    const { warp } = fitStrokes(ell, upright, { kind: 'corners', bend: 'even', margins: [0] }, rect(0, 0, 100, 60))!;
    expect(warp.mapPoint({ x: 10, y: 10 })).toEqual({ x: 50, y: 60 });
    expect(warp.exactAt).toEqual(['c1', 'c2', 'c3', 'c4']);
    expect(fitStrokes(ell, upright, { kind: 'fill', margins: [0] }, rect(0, 0, 100, 60))!.warp.exactAt).toEqual([]);
  });

  it('takes no patch for one of four corners that isn’t', () => {
    const triangle = [rect(0, 0, 100, 100)[0], rect(0, 0, 100, 100)[1], clothPoint(50, 100)];
    const pentagon = [...rect(0, 0, 100, 100), clothPoint(-40, 50)];
    for (const ring of [triangle, pentagon]) {
      for (const kind of ['fill', 'corners'] as const) {
        expect(fitTakes(kind, polygonShape(ring))).toBe(false);
        expect(fitStrokes(ell, upright, refitted({ kind: 'fill', margins: [0] }, kind), ring)).toBeNull();
      }
      // What it takes lies inside: as large as the edges let it about the middle.
      const [line] = fitStrokes(ell, upright, { kind: 'contain', turn: 'held', margins: [0] }, ring)!.strokes;
      const inside = pointsOf(line!).map(({ x, y }) => insideRing(ring, x, y) || distanceToRing(ring, x, y) < 1e-9);
      expect(inside).not.toContain(false);
    }
    // From the upper edge on, until its lower side is as wide as the triangle there: 20 s = 100 − 10 s.
    expect(box(fitStrokes(ell, upright, { kind: 'contain', turn: 'held', margins: [0] }, triangle)!.strokes)).toEqual(
      [50 / 3, 0, 250 / 3, 100 / 3].map((v): unknown => expect.closeTo(v, 8)),
    );
  });

  it('lies inside any patch, as large as it can be, also where that is out of square', () => {
    const wobble = fc.tuple(...Array.from({ length: 8 }, () => fc.double({ min: -25, max: 25, noNaN: true })));
    const margin = fc.double({ min: 0, max: 8, noNaN: true });
    const blob = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 40 })), {
      minLength: 3,
      maxLength: 9,
    });
    fc.assert(
      fc.property(wobble, margin, blob, (w, margin, points) => {
        const ring = rect(0, 0, 120, 90).map((p, i) => plus(p, { x: w[2 * i]!, y: w[2 * i + 1]! }));
        const design = [polyline(points.map(([x, y]) => ({ x, y })))];
        const b = boundsOf(design)!;
        fc.pre(b.maxX - b.minX > 4 && b.maxY - b.minY > 4);
        const room = (x: number, y: number): number => distanceToRing(ring, x, y) * (insideRing(ring, x, y) ? 1 : -1);
        for (const kind of ['contain', 'fill'] as const) {
          const fitted = fitStrokes(design, upright, refitted({ kind: 'fill', margins: [margin] }, kind), ring);
          if (!fitted) continue;
          const laid = fitted.strokes.flatMap(pointsOf);
          for (const { x, y } of laid) expect(room(x, y)).toBeGreaterThan(margin - 1e-6);
          // One half a percent larger fits nowhere near.
          const { x: cx, y: cy } = fitted.warp.mapPoint({ x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 });
          for (let dx = -4; dx <= 4; dx++)
            for (let dy = -4; dy <= 4; dy++) {
              const least = laid.map(({ x, y }) =>
                room(cx + 1.005 * (x - cx) + dx / 4, cy + 1.005 * (y - cy) + dy / 4),
              );
              expect(Math.min(...least)).toBeLessThan(margin);
            }
        }
      }),
      { numRuns: 30, seed: 5 },
    );
    // Three corners in a row.
    const row = [clothPoint(0, 0), clothPoint(100, 0), clothPoint(200, 0), clothPoint(100, 150)];
    expect(
      fitStrokes(ell, upright, { kind: 'contain', turn: 'held', margins: [0] }, row)!.distortion.scale,
    ).toBeGreaterThan(4);
  });

  it('leaves a design of one point where it is, in the middle', () => {
    const dot = [polyline([{ x: 3, y: 4 }])];
    for (const kind of ['contain', 'fill', 'corners'] as const)
      expect(
        box(fitStrokes(dot, upright, refitted({ kind: 'fill', margins: [0] }, kind), rect(0, 0, 100, 60))!.strokes),
      ).toEqual([50, 30, 50, 30]);
  });
});
