import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxShape, polygonShape, type Shape } from '../cloth/shape.ts';
import { type ClothPoint, clothPoint, distance, type Point } from '../geometry/point.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import { pointsOf, polyline } from '../geometry/polyline.ts';
import { type Drawn, drawnBy } from './fit.ts';
import { fitWarp } from './fits.ts';
import { largestCopy } from './largest-copy.ts';
import { MIDDLE, type PlaceRule } from './place.ts';
import { seatIn } from './seat.ts';
import { turnedCopy } from './turned-copy.ts';

const p = clothPoint;
const BAR = drawnBy([polyline([p(0, 0), p(30, 0), p(30, 10), p(0, 10)])]);
const seat = (shape: Shape) => seatIn(shape, shape, 'patch');
/** Whether a copy lies inside a ring, a hair aside: no corner of it outside, and none of the ring within it. */
function lies(drawn: Drawn, ring: readonly Point[], scale: number, angle: number, centre: Point): boolean {
  const { minX, minY, maxX, maxY } = drawn.box;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const at = drawn.hull().map((q) => {
    const [x, y] = [scale * (q.x - (minX + maxX) / 2), scale * (q.y - (minY + maxY) / 2)];
    return { x: centre.x + cos * x - sin * y, y: centre.y + sin * x + cos * y };
  });
  const within = (of: readonly Point[], { x, y }: Point): boolean =>
    insideRing(of, x, y) && distanceToRing(of, x, y) > HAIR;
  return at.every((q) => within(ring, q) || distanceToRing(ring, q.x, q.y) <= HAIR) && !ring.some((q) => within(at, q));
}
const HAIR = 0.01;
/** What a hair on either side lets a bar of 10 mm be larger. */
const ALLOWED = HAIR / 5;

describe('the largest copy', () => {
  it('turned by hand or free, is right by hand', () => {
    // A bar three times as long as high, in a square of 80: upright 80 long; along the diagonal its corners touch all four sides: 3a + a = 80 √2.
    const square = [p(0, 0), p(80, 0), p(80, 80), p(0, 80)];
    expect(largestCopy(BAR, square, 0)!.scale).toBeCloseTo(80 / 30, 9);
    const turned = turnedCopy(BAR, square, 0)!;
    expect(30 * turned.scale).toBeCloseTo((3 * 80 * Math.SQRT2) / 4, 1);
    expect(Math.abs(Math.tan(turned.angle))).toBeCloseTo(1, 1);
    // Where turning gains nothing nothing is turned.
    const box = [p(0, 0), p(90, 0), p(90, 30), p(0, 30)];
    expect(turnedCopy(BAR, box, 0)).toMatchObject({ angle: 0, scale: expect.closeTo(3, 6) as number });
    const hexagon = polygonShape(
      Array.from({ length: 6 }, (_, i) => p(100 * Math.cos((i * Math.PI) / 3), 100 * Math.sin((i * Math.PI) / 3))),
    );
    const held = fitWarp(BAR, seat(hexagon), { kind: 'contain', margins: [5], turn: 'held' })!;
    const free = fitWarp(BAR, seat(hexagon), { kind: 'contain', margins: [5], turn: 'free' })!;
    const size = (warp: typeof held) => distance(warp.mapPoint({ x: 0, y: 0 }), warp.mapPoint({ x: 30, y: 0 }));
    expect(size(free)).toBeGreaterThanOrEqual(size(held) * 0.9995);
  });

  it('in a convex patch of many edges is held by some of them, and lies over none', () => {
    const edges = fc.integer({ min: 5, max: 48 });
    const wide = fc.double({ min: 0.2, max: 3, noNaN: true });
    const turn = fc.double({ min: 0, max: 6.3, noNaN: true });
    fc.assert(
      fc.property(edges, wide, turn, turn, (n, stretch, from, angle) => {
        // Points of an ellipse, unevenly spaced.
        const ring = Array.from({ length: n }, (_, i) => {
          const at = from + (2 * Math.PI * (i + 0.4 * Math.sin(7 * i))) / n;
          return p(100 * stretch * Math.cos(at), 100 * Math.sin(at));
        });
        const { scale, centre } = largestCopy(BAR, ring, angle)!;
        expect(lies(BAR, ring, scale, angle, centre)).toBe(true);
        // One a thousandth larger fits nowhere about there: the places where it might are a cone, whose tip this is.
        for (let i = 0; i < 48; i++) {
          const [by, way] = [[0, 0.02, 0.2, 2][i % 4]!, (i * Math.PI) / 24];
          const aside = { x: centre.x + by * Math.cos(way), y: centre.y + by * Math.sin(way) };
          expect(lies(BAR, ring, scale * 1.003, angle, aside)).toBe(false);
        }
      }),
      { seed: 12, numRuns: 150 },
    );
  });

  it('in a patch that bends inward lies inside, and is within 0.1 % of a fine search', () => {
    // An L of two arms, 40 wide: the bar lies in one of them.
    const ell = [p(0, 0), p(40, 0), p(40, 80), p(120, 80), p(120, 120), p(0, 120)];
    expect(largestCopy(BAR, ell, 0)!.scale).toBeCloseTo(4, 2);
    const dented = fc.tuple(...Array.from({ length: 4 }, () => fc.double({ min: 0.15, max: 0.75, noNaN: true })));
    fc.assert(
      fc.property(dented, fc.double({ min: -1, max: 1, noNaN: true }), (dents, angle) => {
        const ring = [p(0, 0), p(160, 0), p(160, 120), p(0, 120)].flatMap((a, i): ClothPoint[] => {
          const b = [p(160, 0), p(160, 120), p(0, 120), p(0, 0)][i]!;
          const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
          return [a, p(middle.x + (80 - middle.x) * dents[i]!, middle.y + (60 - middle.y) * dents[i]!)];
        });
        const copy = largestCopy(BAR, ring, angle)!;
        expect(lies(BAR, ring, copy.scale, angle, copy.centre)).toBe(true);
        // A climb from the best places of a grid finds nothing larger.
        const scaleAt = (x: number, y: number): number => {
          let [low, high] = [0, 0.2];
          while (lies(BAR, ring, high, angle, { x, y })) [low, high] = [high, high + 0.2];
          for (let k = 0; k < 12; k++) {
            const middle = (low + high) / 2;
            if (lies(BAR, ring, middle, angle, { x, y })) low = middle;
            else high = middle;
          }
          return low;
        };
        const grid = Array.from({ length: 16 * 12 }, (_, i) => ({
          x: 5 + 10 * (i % 16),
          y: 5 + 10 * Math.floor(i / 16),
        }));
        const best = grid
          .map((q) => ({ ...q, scale: scaleAt(q.x, q.y) }))
          .sort((a, b) => b.scale - a.scale)
          .slice(0, 3);
        for (let one of best)
          for (let step = 5; step > 0.02; step /= 2)
            for (const [dx, dy] of [
              [1, 0],
              [-1, 0],
              [0, 1],
              [0, -1],
              [1, 1],
              [-1, -1],
            ] as const) {
              const scale = scaleAt(one.x + step * dx, one.y + step * dy);
              if (scale > one.scale) one = { x: one.x + step * dx, y: one.y + step * dy, scale };
              expect(copy.scale).toBeGreaterThan(one.scale * 0.999 - ALLOWED);
            }
      }),
      { seed: 4, numRuns: 12 },
    );
  });

  it('of a line and of a point is as large as there is room for, also in bends', () => {
    const ell = [p(0, 0), p(40, 0), p(40, 80), p(120, 80), p(120, 120), p(0, 120)];
    const line = drawnBy([polyline([p(0, 0), p(30, 0)])]);
    const { scale } = largestCopy(line, ell, 0)!;
    expect(scale).toBeGreaterThan(3.8);
    expect(scale).toBeLessThanOrEqual(4);
    expect(largestCopy(drawnBy([polyline([p(2, 2)])]), ell.slice(0, 3), 0)).toMatchObject({ scale: 1 });
  });
});

describe('how a design sits', () => {
  const base = (shape: Shape) => Math.round((seat(shape).angle * 180) / Math.PI);
  it('in a triangle on its base, in a strip along it; upright on the quilt where that is asked', () => {
    // Right-angled setting triangles at the four edges of a top: each with its point inward.
    const triangles = [
      [p(0, 0), p(100, 0), p(50, 50)],
      [p(100, 0), p(100, 100), p(50, 50)],
      [p(100, 100), p(0, 100), p(50, 50)],
      [p(0, 100), p(0, 0), p(50, 50)],
    ].map((ring) => polygonShape(ring));
    expect(triangles.map((shape) => seat(shape).shape[0]!.at)).toEqual([1, 2, 3, 4].map(() => p(50, 50)));
    expect(triangles.map(base)).toEqual([180, -90, 0, 90]);
    const strip = boxShape(p(0, 0), p(20, 100));
    expect([base(strip), base(boxShape(p(0, 0), p(60, 100)))]).toEqual([90, 0]);
    expect(seatIn(strip, strip, 'quilt')).toEqual({ shape: strip, angle: 0 });
    // A block on its corner lies along its edges by itself, and upright on the quilt; one a little askew is followed.
    const diamond = polygonShape([p(50, 0), p(100, 50), p(50, 100), p(0, 50)]);
    expect([base(diamond), seatIn(diamond, diamond, 'quilt').angle]).toEqual([45, 0]);
    const askew = polygonShape([p(0, 0), p(100, 10), p(90, 110), p(-10, 100)]);
    expect(seatIn(askew, askew, 'quilt').angle).toBeCloseTo(Math.atan(0.1), 9);
    // As touched, a triangle that was planned sits as it was planned, whatever its sides measure.
    const touched = triangles[2]!.map((one, i) => (i === 2 ? { ...one, at: p(20, 90) } : one));
    expect(seatIn(touched, triangles[2]!, 'patch').shape[0]!.at).toEqual(p(20, 90));
  });

  it('lays a point of the design on a point of the patch, in its own size; two onto two', () => {
    const shape = boxShape(p(100, 100), p(300, 200));
    const at = (rule: Partial<PlaceRule>) =>
      fitWarp(BAR, seat(shape), { kind: 'place', scale: 2, pin: MIDDLE, second: null, ...rule });
    expect(at({})!.mapPoint({ x: 15, y: 5 })).toEqual(p(200, 150));
    expect(at({})!.mapPoint({ x: 30, y: 10 })).toEqual(p(230, 160));
    const start = { spot: { kind: 'line', along: 0 }, onto: { corner: 0, x: 6, y: 4 } } as const;
    expect(at({ pin: start })!.mapPoint({ x: 0, y: 0 })).toEqual(p(106, 104));
    const end = { spot: { kind: 'box', u: 1, v: 0 }, onto: { corner: 2, x: 0, y: 0 } } as const;
    const both = at({ pin: { ...start, onto: { corner: 0, x: 0, y: 0 } }, second: end })!;
    expect(distance(both.mapPoint({ x: 0, y: 0 }), p(100, 100))).toBeLessThan(1e-9);
    expect(distance(both.mapPoint({ x: 30, y: 0 }), p(300, 200))).toBeLessThan(1e-9);
    expect(at({ pin: start, second: start })).toBeNull();
    expect(pointsOf(both.mapLine(polyline([p(0, 0), p(30, 0)])))).toHaveLength(2);
  });
});
