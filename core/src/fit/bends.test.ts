import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outlineOf, polygonShape, type Shape, tracedShape } from '../cloth/shape.ts';
import { bilinearMap, type Quad } from '../geometry/bilinear.ts';
import { coonsMap } from '../geometry/coons.ts';
import { curveThrough } from '../geometry/curve.ts';
import { type ClothPoint, clothPoint, distance, lerp, plus, type Point } from '../geometry/point.ts';
import { lengthOf, pointOf, pointsOf, polyline, squaredDistanceToSegment } from '../geometry/polyline.ts';
import { projectiveMap } from '../geometry/projective.ts';
import { ruledMap } from '../geometry/ruled.ts';
import { mapUnitLine, type UnitMap } from '../geometry/unit-map.ts';
import { FLATTEN_CHORD } from '../tolerances.ts';
import { distortionOf } from './distortion.ts';
import { drawnBy } from './fit.ts';
import { type FitRule, fitWarp } from './fits.ts';
import { seatIn } from './seat.ts';

const p = clothPoint;
const placed = (map: UnitMap, u: number, v: number): Point => {
  const out = new Float64Array(2);
  map.into(out, 0, u, v);
  return { x: out[0]!, y: out[1]! };
};
const QUAD: Quad = [p(0, 0), p(100, 10), p(110, 120), p(-5, 90)];
const straight = ([a, b, c, d]: Quad): UnitMap =>
  coonsMap({
    top: curveThrough([a, b]),
    right: curveThrough([b, lerp(b, c, 0.3), c]),
    bottom: curveThrough([d, c]),
    left: curveThrough([a, d]),
  });
const wobble = (by: number) =>
  fc.tuple(...Array.from({ length: 8 }, () => fc.double({ min: -by, max: by, noNaN: true })));
const part = fc.double({ min: 0, max: 1, noNaN: true });
const quadOf = (w: readonly number[]): Quad<ClothPoint> =>
  [p(0, 0), p(100, 0), p(100, 80), p(0, 80)].map((q, i) => plus(q, { x: w[2 * i]!, y: w[2 * i + 1]! })) as never;

/** A square of 10 mm with its diagonals. */
const SQUARE = drawnBy([
  polyline(
    [0, 10, 0, 10].flatMap((x, i) => [
      { x, y: i < 2 ? 0 : 10 },
      { x: 5, y: 5 },
    ]),
  ),
]);
const warpIn = (shape: Shape, rule: FitRule) => fitWarp(SQUARE, seatIn(shape, shape, 'patch'), rule);
/** A patch whose four edges were traced by so many points each, on arcs that bulge by `bulge`. */
const traced = (points: number, bulge: readonly number[]): Shape => {
  const corners = [p(0, 0), p(200, 0), p(200, 150), p(0, 150)];
  return tracedShape(
    corners.flatMap((a, i) => {
      const b = corners[(i + 1) % 4]!;
      const length = distance(a, b);
      const out = { x: (b.y - a.y) / length, y: (a.x - b.x) / length };
      return Array.from({ length: points + 1 }, (_, k) => {
        const t = k / (points + 1);
        const by = 4 * bulge[i]! * t * (1 - t);
        return { at: plus(lerp(a, b, t), { x: out.x * by, y: out.y * by }), corner: k === 0 };
      });
    }),
  );
};

describe('maps of the unit square', () => {
  it('between straight edges are one: Coons is bilinear to 1e-9', () => {
    fc.assert(
      fc.property(wobble(20), part, part, (w, u, v) => {
        const quad = quadOf(w);
        expect(distance(placed(straight(quad), u, v), placed(bilinearMap(quad), u, v))).toBeLessThan(1e-9);
      }),
      { seed: 3 },
    );
  });

  it('take corners to corners, evenly or so that straight lines stay straight', () => {
    const even = mapUnitLine(bilinearMap(QUAD), Float64Array.of(0, 0, 0.5, 0, 1, 0));
    expect(pointOf(even, (even.length / 2 - 1) / 2)).toEqual({ x: 50, y: 5 });
    const projective = projectiveMap(QUAD)!;
    QUAD.forEach((corner, i) =>
      expect(distance<Point>(placed(projective, [0, 1, 1, 0][i]!, [0, 0, 1, 1][i]!), corner)).toBeLessThan(1e-9),
    );
    // Its middle is where the diagonals cross: on both of them.
    const middle = placed(projective, 0.5, 0.5);
    expect(squaredDistanceToSegment(middle.x, middle.y, QUAD[0], QUAD[2])).toBeLessThan(1e-18);
    expect(squaredDistanceToSegment(middle.x, middle.y, QUAD[1], QUAD[3])).toBeLessThan(1e-18);
    expect(projectiveMap([p(0, 0), p(100, 0), p(30, 30), p(0, 100)])).toBeNull();
  });

  it('draw lines to their chord error, and have slopes that agree with small steps', () => {
    const wavy = curveThrough(Array.from({ length: 80 }, (_, i) => p((i * 100) / 79, 6 * Math.sin(i / 6))));
    const flat = curveThrough([p(0, 60), p(100, 70)]);
    const maps = [bilinearMap(QUAD), projectiveMap(QUAD)!, ruledMap(wavy, flat)];
    for (const map of maps) {
      const points = pointsOf(mapUnitLine(map, Float64Array.of(0, 0.1, 1, 0.9)));
      for (let i = 0; i <= 200; i++) {
        const q = placed(map, i / 200, 0.1 + (0.8 * i) / 200);
        const off = points.slice(1).map((b, k) => squaredDistanceToSegment(q.x, q.y, points[k]!, b));
        expect(Math.sqrt(Math.min(...off))).toBeLessThan(0.03);
      }
      const { du, dv } = map.slopes(0.313, 0.7);
      const step = 1e-7;
      const at = placed(map, 0.313, 0.7);
      const [across, down] = [placed(map, 0.313 + step, 0.7), placed(map, 0.313, 0.7 + step)];
      expect((across.x - at.x) / step).toBeCloseTo(du.x, 3);
      expect((across.y - at.y) / step).toBeCloseTo(du.y, 3);
      expect((down.y - at.y) / step).toBeCloseTo(dv.y, 3);
    }
  });
});

describe('fits that bend', () => {
  it('run through every point that was touched, by edges and at corners, within 0.01 mm', () => {
    fc.assert(
      fc.property(wobble(6), fc.tuple(part, part, part, part), (w, bulge) => {
        const shape = traced(
          3,
          bulge.map((b) => 24 * b - 8),
        ).map((one, i) => (i % 4 === 0 ? { ...one, at: plus(one.at, { x: w[i / 2]!, y: w[i / 2 + 1]! }) } : one));
        const warp = warpIn(shape, { kind: 'edges', margins: [0] })!;
        expect(warp.exactAt).toEqual(shape.map(({ id }) => id));
        for (const { at } of shape) {
          const off = warp.outline.map((b, k) => squaredDistanceToSegment(at.x, at.y, warp.outline.at(k - 1)!, b));
          expect(Math.sqrt(Math.min(...off))).toBeLessThan(0.01);
        }
        const { maxX, maxY } = SQUARE.box;
        [p(0, 0), p(maxX, 0), p(maxX, maxY), p(0, maxY)].forEach((corner, i) =>
          expect(distance(warp.mapPoint(corner), shape[4 * i]!.at)).toBeLessThan(1e-9),
        );
      }),
      { seed: 8, numRuns: 40 },
    );
  });

  it('come nearer to the true edge the more points of it were touched', () => {
    const at = (points: number): ClothPoint =>
      warpIn(traced(points, [20, 8, -14, 5]), { kind: 'edges', margins: [0] })!.mapPoint({ x: 3, y: 4 });
    const [coarse, fine, finer] = [3, 7, 15].map((n) => distance(at(n), at(63)));
    expect(fine!).toBeLessThan(coarse! / 2);
    expect(finer!).toBeLessThan(Math.max(fine! / 2, FLATTEN_CHORD));
    // Touches that waver by half a millimetre turn nothing round and fold nothing.
    const wavering = traced(9, [20, 8, -14, 5]).map((one, i) => ({
      ...one,
      at: plus(one.at, { x: (i % 3) / 2 - 0.5, y: ((i * 2) % 3) / 2 - 0.5 }),
    }));
    expect(distortionOf(warpIn(wavering, { kind: 'edges', margins: [0] })!).folded).toBe(false);
  });

  it('along a strip keep to the length of its middle, within 0.05 %', () => {
    // A quarter of a ring between radii of 400 and 500 mm.
    const ring = (r: number, i: number) =>
      p(600 + r * Math.sin((i * Math.PI) / 32), 600 - r * Math.cos((i * Math.PI) / 32));
    const arc = (r: number) => Array.from({ length: 17 }, (_, i) => ({ at: ring(r, i), corner: i === 0 || i === 16 }));
    const shape = tracedShape([...arc(500), ...arc(400).reverse()]);
    const warp = warpIn(shape, { kind: 'along', margins: [0] })!;
    for (const [from, to] of [
      [0, 2.5],
      [4, 4.5],
      [0, 10],
    ] as const) {
      const line = warp.mapLine(Float64Array.of(from, 5, to, 5));
      expect(lengthOf(line) / ((450 * Math.PI * (to - from)) / 20)).toBeCloseTo(1, 3.3);
    }
    // Across it is straight, from edge to edge.
    const across = warp.mapLine(Float64Array.of(5, 0, 5, 10));
    expect(lengthOf(across)).toBeCloseTo(100, 1);
    const { across: stretch, down, shear, folded } = distortionOf(warp);
    expect(folded).toBe(false);
    expect(Math.abs(shear)).toBeLessThan(0.06);
    // The outer edge is 500/450 as long as the middle.
    expect((1 + stretch) / (1 + down)).toBeCloseTo((500 * Math.PI) / 2 / 100, 0);
  });

  it('say so when they fold, wherever that is', () => {
    let [folds, sound] = [0, 0];
    const bulge = fc.integer({ min: -100, max: 60 });
    fc.assert(
      fc.property(fc.tuple(bulge, bulge, bulge, bulge), (bulges) => {
        const warp = warpIn(traced(5, bulges), { kind: 'edges', margins: [0] });
        if (!warp) return;
        const { folded } = distortionOf(warp);
        if (folded) folds++;
        else sound++;
        // Looked for closely: a place where the map turns over.
        let turnsOver = false;
        for (let i = 0; i < 60; i++)
          for (let j = 0; j < 60; j++) {
            const { across, down } = warp.jacobian((i + 0.5) / 60, (j + 0.5) / 60);
            turnsOver ||= across.x * down.y - across.y * down.x <= 0;
          }
        if (turnsOver) expect(folded).toBe(true);
      }),
      { seed: 21, numRuns: 80 },
    );
    expect(Math.min(folds, sound)).toBeGreaterThan(10);
  });

  it('in a triangle takes the design’s point to the corner that is asked for, exactly', () => {
    // A flag: its point at the upper left.
    const flag = drawnBy([polyline([p(0, 0), p(12, 9), p(0, 9), p(0, 0)])]);
    const triangle = polygonShape([p(10, 20), p(310, 40), p(170, 240)]);
    for (const apex of [0, 1, 2] as const) {
      const seat = seatIn(triangle, triangle, 'patch');
      const warp = fitWarp(flag, seat, { kind: 'threePoint', margins: [0], apex })!;
      const corners = outlineOf(seat.shape);
      [p(0, 0), p(12, 9), p(0, 9)].forEach((q, i) =>
        expect(distance(warp.mapPoint(q), corners[(apex + i) % 3]!)).toBeLessThan(1e-9),
      );
    }
    expect(warpIn(triangle, { kind: 'corners', margins: [0], bend: 'even' })).toBeNull();
    expect(warpIn(triangle, { kind: 'threePoint', margins: [90], apex: 0 })).toBeNull();
  });
});
