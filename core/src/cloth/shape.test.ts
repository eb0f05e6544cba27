import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clothPoint, distance } from '../geometry/point.ts';
import { distanceToRing, signedArea } from '../geometry/polygon.ts';
import { boxShape, cornersOf, edgesOf, insetOf, outlineOf, polygonShape, stripShape, tracedShape } from './shape.ts';

const p = clothPoint;
const SQUARE = polygonShape([p(0, 0), p(100, 0), p(100, 100), p(0, 100)]);
const at = (shape: ReturnType<typeof insetOf>) => shape?.map((one) => one.at);
/** Round, radius 50, touched at so many places. */
const circle = (touches: number) =>
  tracedShape(
    Array.from({ length: touches }, (_, i) => ({
      at: p(50 * Math.cos((2 * Math.PI * i) / touches), 50 * Math.sin((2 * Math.PI * i) / touches)),
      corner: false,
    })),
  );

describe('the shape of a patch', () => {
  it('runs clockwise from its first point, however it was given', () => {
    const back = polygonShape([p(0, 0), p(0, 100), p(100, 100), p(100, 0)]);
    expect(back).toEqual(SQUARE);
    expect(boxShape(p(100, 0), p(0, 100))).toEqual(SQUARE);
    expect(SQUARE.map(({ id }) => id)).toEqual(['c1', 'c2', 'c3', 'c4']);
    expect(() => polygonShape([p(0, 0), p(1, 0)])).toThrow(/three corners or more, not 2/);
    expect(() => tracedShape([])).toThrow(/three points or more, not 0/);
  });
  it('has an edge from each corner to the next, whatever was touched between', () => {
    const traced = tracedShape([
      { at: p(0, 0), corner: true },
      { at: p(50, 4), corner: false },
      { at: p(100, 0), corner: true },
      { at: p(100, 100), corner: true },
    ]);
    expect(cornersOf(traced)).toHaveLength(3);
    const edges = edgesOf(traced);
    expect(edges.map(({ from, to }) => [from, to])).toEqual([
      ['c1', 'c3'],
      ['c3', 'c4'],
      ['c4', 'c1'],
    ]);
    // Smooth and through what was touched; straight where nothing was.
    expect(edges[0]!.line.some((q) => distance(q, p(50, 4)) < 1e-9)).toBe(true);
    expect(edges[0]!.line.length).toBeGreaterThan(8);
    expect(edges[1]!.line).toEqual([p(100, 0), p(100, 100)]);
    expect(outlineOf(traced)[0]).toEqual(p(0, 0));
  });
  it('is one closed edge where it has no corner, as round as it was touched', () => {
    const [edge, ...none] = edgesOf(circle(12));
    expect(none).toEqual([]);
    expect(edge).toMatchObject({ from: null, to: null });
    for (const q of edge!.line) expect(Math.abs(distance(q, p(0, 0)) - 50)).toBeLessThan(0.2);
    expect(Math.abs(signedArea(outlineOf(circle(12))) / (Math.PI * 2500) - 1)).toBeLessThan(0.003);
  });
  it('of a strip has four corners and follows both its edges', () => {
    const strip = stripShape([p(0, 0), p(50, 3), p(100, 0)], [p(0, 20), p(50, 23), p(100, 20)]);
    expect(cornersOf(strip).map((one) => one.at)).toEqual([p(0, 0), p(100, 0), p(100, 20), p(0, 20)]);
    expect(strip).toHaveLength(6);
  });
});

describe('the inset of a shape', () => {
  it('lies as far inside each edge as is asked, outside where it is less than 0', () => {
    expect(at(insetOf(SQUARE, 20))).toEqual([p(20, 20), p(80, 20), p(80, 80), p(20, 80)]);
    expect(at(insetOf(SQUARE, -10))).toEqual([p(-10, -10), p(110, -10), p(110, 110), p(-10, 110)]);
    expect(at(insetOf(SQUARE, [5, 10, 20, -5]))).toEqual([p(-5, 5), p(90, 5), p(90, 80), p(-5, 80)]);
    expect(insetOf(SQUARE, 20)!.map(({ id }) => id)).toEqual(SQUARE.map(({ id }) => id));
    expect(() => insetOf(SQUARE, [1, 2])).toThrow(/4 edges was given 1,2/);
  });
  it('is exact for each edge of any patch with straight edges', () => {
    const offsets = fc.array(fc.integer({ min: -20, max: 20 }), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(offsets, (o) => {
        const quad = SQUARE.map(({ at: c }, i) => p(c.x + o[2 * i]!, c.y + o[2 * i + 1]!));
        insetOf(polygonShape(quad), 5)!.forEach(({ at: corner }, i) => {
          for (const edge of [i, (i + 3) % 4]) {
            const [a, b] = [quad[edge]!, quad[(edge + 1) % 4]!];
            const off = ((b.x - a.x) * (corner.y - a.y) - (b.y - a.y) * (corner.x - a.x)) / distance(a, b);
            expect(off).toBeCloseTo(5, 6);
          }
        });
      }),
      { seed: 1 },
    );
  });
  it('goes along a round edge, and along one with a point in the middle', () => {
    const ring = outlineOf(circle(24));
    for (const q of insetOf(circle(24), 10)!) expect(distanceToRing(ring, q.at.x, q.at.y)).toBeCloseTo(10, 0);
    const halved = polygonShape([p(0, 0), p(50, 0), p(100, 0), p(100, 100), p(0, 100)]);
    expect(at(insetOf(halved, 10))![1]).toEqual(p(50, 10));
  });
  it('is nothing where the margin eats the patch, or an edge has no length', () => {
    expect([insetOf(SQUARE, 48), insetOf(SQUARE, 60), insetOf(circle(24), 55)]).toEqual([null, null, null]);
    expect(insetOf(polygonShape([p(0, 0), p(0, 0), p(100, 100), p(0, 100)]), 1)).toBeNull();
  });
});
