import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clothPoint, distance } from '../geometry/point.ts';
import { evenBorder } from './border.ts';
import { cornerReach, edgeTrouble, type EdgeShape, STRAIGHT } from './edge-shape.ts';
import { makeMap, mapPatches, mapTrouble } from './quilt-map.ts';
import { plainGrid } from './settings/grid.ts';
import { outlineOf } from './shape.ts';
import { depthAlong, shapedBend } from './shaped-edge.ts';

const SIZE = { width: 1000, length: 800 };
const ROUNDED: EdgeShape = { ...STRAIGHT, radius: 100 };
/** Corners 110 wide on the mean: 780 and 580 are left for 6 and 4 scallops. */
const SCALLOPED: EdgeShape = { radius: 0, across: 6, down: 4, depth: 20 };
const REACH = (1000 / 8 + 800 / 6) / 2;
const boxes = (clear: number, depth: number) => ({
  outer: { x0: clear, y0: clear, x1: 1000 - clear, y1: 800 - clear },
  inner: { x0: depth, y0: depth, x1: 1000 - depth, y1: 800 - depth },
});
const bendOf = (edge: EdgeShape, clear: number, depth = 150) => {
  const { outer, inner } = boxes(clear, depth);
  return { outer, inner, bend: shapedBend(edge, SIZE, outer, inner, clear) };
};

describe('how deep an edge lies in', () => {
  it('with rounded corners is that of their circles, and nothing between', () => {
    const top = depthAlong(ROUNDED, SIZE, 'top', 0);
    expect([top(100), top(500), top(900)]).toEqual([0, 0, 0]);
    // 40 mm from the circle's middle: 100 − √(100² − 60²).
    expect(top(40)).toBeCloseTo(20, 9);
    expect(top(960)).toBeCloseTo(20, 9);
  });
  it('with scallops is nothing at their middles, and their depth where they meet', () => {
    const reach = cornerReach(SCALLOPED, SIZE);
    expect(reach).toBeCloseTo(REACH, 9);
    const top = depthAlong(SCALLOPED, SIZE, 'top', 0);
    const wide = (1000 - 2 * reach) / 6;
    for (const k of [0, 1, 5]) {
      expect(top(reach + (k + 0.5) * wide)).toBeCloseTo(0, 9);
      expect(top(reach + k * wide)).toBeCloseTo(20, 9);
    }
    // Kept 8 mm clear: straight in from the middle of one, and round the point between two.
    const clear = depthAlong(SCALLOPED, SIZE, 'top', 8);
    expect(clear(reach + 0.5 * wide)).toBeCloseTo(8, 9);
    expect(clear(reach + wide)).toBeCloseTo(28, 9);
  });
  it('too deep for their width, or for the border, can’t be had', () => {
    expect(edgeTrouble(SCALLOPED, SIZE, 150)).toBeNull();
    expect(edgeTrouble({ ...SCALLOPED, depth: 80 }, SIZE, 150)).toMatch(/flatter, or fewer/);
    expect(edgeTrouble(SCALLOPED, SIZE, 20)).toMatch(/deeper in than the outermost border/);
    // A corner of 100 mm lies 29.3 mm in at its middle.
    expect([29, 30].map((border) => edgeTrouble(ROUNDED, SIZE, border) === null)).toEqual([false, true]);
    expect(edgeTrouble(ROUNDED, SIZE, 0)).toMatch(/on all four sides/);
    expect(edgeTrouble(STRAIGHT, SIZE, 0)).toBeNull();
    const top = plainGrid({ across: 2, down: 2, blockWidth: 350, blockHeight: 250, sashing: 0 });
    const map = makeMap(top, [{ ...evenBorder(150), edge: { ...SCALLOPED, depth: 80 } }]);
    expect(mapTrouble(map)).toMatch(/flatter, or fewer/);
  });
});

describe('a border along a shaped edge', () => {
  it('stays where the edge is straight, and at its inner seam', () => {
    const { bend } = bendOf(ROUNDED, 6);
    expect(bend(clothPoint(500, 6))).toEqual({ x: 500, y: 6 });
    expect(bend(clothPoint(300, 150))).toEqual({ x: 300, y: 150 });
    expect(shapedBend(STRAIGHT, SIZE, boxes(6, 150).outer, boxes(6, 150).inner, 6)(clothPoint(6, 6))).toEqual({
      x: 6,
      y: 6,
    });
  });

  it('goes round a corner, its own corner in the middle of the arc', () => {
    const { bend } = bendOf(ROUNDED, 10);
    const { x, y } = bend(clothPoint(10, 10));
    expect([x, y]).toEqual([expect.closeTo(100 - 90 * Math.SQRT1_2, 9), expect.closeTo(100 - 90 * Math.SQRT1_2, 9)]);
  });

  it('is exactly as clear of the edge as it should be, all along, however that is shaped', () => {
    const shape = fc.oneof(
      fc.record({ radius: fc.double({ min: 20, max: 300, noNaN: true }), across: fc.constant(0), down: fc.constant(0), depth: fc.constant(0) }),
      fc.record({ radius: fc.constant(0), across: fc.integer({ min: 2, max: 8 }), down: fc.integer({ min: 2, max: 6 }), depth: fc.double({ min: 3, max: 30, noNaN: true }) }),
    ); // prettier-ignore
    fc.assert(
      fc.property(shape, fc.double({ min: 1, max: 12, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (edge, clear, t) => {
        const { outer, bend } = bendOf(edge, clear);
        const at = outer.x0 + t * (outer.x1 - outer.x0);
        const found = bend(clothPoint(at, outer.y0));
        // The edge itself, finely.
        const edgeAt = depthAlong(edge, SIZE, 'top', 0);
        const sideAt = depthAlong(edge, SIZE, 'left', 0);
        let nearest = Infinity;
        for (let s = 0; s <= 1000; s += 0.5) {
          nearest = Math.min(nearest, distance(found, clothPoint(s, edgeAt(s))));
          if (s <= 800) {
            nearest = Math.min(nearest, distance(found, clothPoint(sideAt(s), s)));
            nearest = Math.min(nearest, distance(found, clothPoint(1000 - sideAt(s), s)));
          }
        }
        expect(nearest).toBeGreaterThan(clear - 0.01);
        expect(nearest).toBeLessThan(clear + 0.1);
      }),
      { seed: 3, numRuns: 60 },
    );
  }); // prettier-ignore

  it('shapes its patches alike: each in its place', () => {
    const top = plainGrid({ across: 2, down: 2, blockWidth: 350, blockHeight: 250, sashing: 0 });
    const patches = (edge: EdgeShape) => mapPatches(makeMap(top, [evenBorder(50), { ...evenBorder(100), edge }]));
    const [straight, shaped] = [patches(STRAIGHT), patches(SCALLOPED)];
    expect(shaped.map(({ id }) => id)).toEqual(straight.map(({ id }) => id));
    const corners = (all: typeof shaped) =>
      all.map(({ shape }) => shape.filter(({ corner }) => corner).map(({ id }) => id));
    // Nobody finds the quilt's corner where there is none; where a seam ends there it is seen.
    const left = corners(straight).map((ids, i) =>
      ['top border 2', 'bottom border 2'].includes(straight[i]!.name) ? 2 : ids.length,
    );
    expect(corners(shaped).map((ids) => ids.length)).toEqual(left);
    const mitred = mapPatches(makeMap(top, [{ ...evenBorder(100, 'mitred'), edge: SCALLOPED }]));
    expect(corners(mitred).every((ids) => ids.length === 4)).toBe(true);
    const outer = shaped.find(({ name }) => name === 'top border 2')!;
    // The upper edge is no lower than the scallops are deep, and touches the top at their middles.
    const ys = outlineOf(outer.shape).map(({ y }) => y);
    expect(Math.min(...ys)).toBeGreaterThan(-0.5);
    expect(Math.min(...ys)).toBeLessThan(0.5);
    // Only the outermost border is shaped, whichever was said to be.
    const [inner] = makeMap(top, [{ ...evenBorder(50), edge: SCALLOPED }, evenBorder(100)]).borders;
    expect(inner!.edge).toEqual(STRAIGHT);
    expect(makeMap(top, [{ ...evenBorder(50), edge: SCALLOPED }, evenBorder(100)]).borders[1]!.edge).toEqual(SCALLOPED);
  });
});
