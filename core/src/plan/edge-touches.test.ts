import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenBorder, SIDES } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { clothPoint, framePoint, type FramePoint } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { edgeId, isEdgeTouch } from './edge-id.ts';
import {
  bendOfBorder,
  bendsOf,
  bentPlaces,
  edgeExtent,
  edgeTouchesOf,
  longEdge,
  NO_ADVANCE,
  onEdge,
  placeOnEdge,
  readingsOf,
  seamsOf,
} from './edge-touches.ts';
import { newPlan, type PlanRecords } from './plan-document.ts';
import type { TouchRecord } from './records.ts';
import { usualBorder } from './usual-border.ts';

/** 800 by 1,000 mm: borders of 60 and, outside it, of 40. */
const MAP = makeMap(plainGrid({ across: 1, down: 1, blockWidth: 600, blockHeight: 800, sashing: 0 }), [
  evenBorder(60),
  evenBorder(40),
]);
const PLAN = newPlan('Edges', MAP);
const [INNER, OUTER, BOTH] = [
  { border: 0, over: 1 },
  { border: 1, over: 1 },
  { border: 0, over: 2 },
];
const touch = (on: string, x: number, y: number, advance = 0): TouchRecord => ({
  ...{ id: `${on} ${x} ${y}`, on, name: 'edge', cloth: clothPoint(x, y), since: null, frame: framePoint(x + 1, y) },
  ...{ advance, method: 'head', at: x },
});
const withTouches = (...touches: readonly TouchRecord[]): PlanRecords => ({
  ...PLAN,
  touches: Object.fromEntries(touches.map((one) => [one.id, one])),
});

describe('the long edges of borders', () => {
  it('lie on their seams: the outer edge of one is the inner of the next', () => {
    expect(seamsOf(MAP, INNER)).toEqual({
      outer: { x0: 40, y0: 40, x1: 760, y1: 960 },
      inner: { x0: 100, y0: 100, x1: 700, y1: 900 },
    });
    expect(seamsOf(MAP, OUTER).inner).toEqual(seamsOf(MAP, INNER).outer);
    expect(seamsOf(MAP, BOTH)).toEqual({ outer: seamsOf(MAP, OUTER).outer, inner: seamsOf(MAP, INNER).inner });
    expect(edgeExtent(seamsOf(MAP, INNER).outer, 'right')).toEqual([40, 960]);
  });

  it('have one touch told by both borders that it parts, and by none that goes over it', () => {
    const records = withTouches(touch(edgeId(longEdge(OUTER, 'inner', 'left')), 43, 500), touch('control.a.c1', 3, 3));
    expect(edgeTouchesOf(records)).toHaveLength(1);
    expect([INNER, OUTER, BOTH].map((span) => edgeTouchesOf(records, span).length)).toEqual([1, 1, 0]);
    expect(Object.values(records.touches).map(isEdgeTouch)).toEqual([true, false]);
    expect(isEdgeTouch({ on: null })).toBe(false);
  });

  it('tell where along them a place lies, and where that is', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SIDES),
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: -40, max: 40 }),
        (side, at, off) => {
          const { outer } = seamsOf(MAP, INNER);
          expect(onEdge(outer, side, placeOnEdge(outer, side, at, off))).toEqual({ at, off });
        },
      ),
      { seed: 16 },
    );
    expect(placeOnEdge(seamsOf(MAP, INNER).outer, 'bottom', 300, 5)).toEqual({ x: 300, y: 965 });
  });
});

describe('touches along them', () => {
  const on = edgeId({ level: 2, side: 'left' });
  const lineUp = { toCloth: ({ x, y }: FramePoint) => clothPoint(x - 0.5, y) };

  it('lie where this advance’s line-up finds them, or where an earlier one did, and then surely no more than that was', () => {
    const records = withTouches(touch(on, 4, 300, 0), touch(on, 6, 500, 1));
    const [then, now] = readingsOf(records, { level: 2, side: 'left' }, 1, lineUp);
    expect([then!.off, now!.off]).toEqual([4, 6.5]);
    expect([now!.noise, then!.noise]).toEqual([0.3, expect.closeTo(Math.sqrt(0.3 ** 2 + 0.8 ** 2), 9)]);
  });

  it('bend no border that they aren’t on', () => {
    const records = withTouches(touch(on, 4, 300));
    const p = clothPoint(20, 300);
    expect(bendOfBorder(records, INNER, ...NO_ADVANCE)(p)).toEqual(p);
    // The inner edge, which nobody touched, runs beside the outer.
    expect(bendOfBorder(records, OUTER, ...NO_ADVANCE)(p).x).toBeCloseTo(24, 0);
    const both = withTouches(touch(on, 4, 300), touch('edge.1.left', 40, 300));
    expect(bendOfBorder(both, OUTER, ...NO_ADVANCE)(p).x).toBeCloseTo(22, 0);
  });

  it('bend what is stitched of that border too, so that what is laid against it meets it', () => {
    const records = { ...withTouches(touch(on, 4, 300)), borderSets: { b: usualBorder('b', 1, 'd') } };
    const line = polyline([{ x: 0, y: 300 }, { x: 0, y: 320 }]); // prettier-ignore
    const run = { cloth: [line], frame: [line], advance: 0, upTo: 1 };
    const runs = ['borderSets.b.3001', 'rowSets.r.1'].map((pieceId) => ({ ...run, pieceId }));
    const places = bentPlaces(runs, bendsOf(records, ...NO_ADVANCE));
    const moved = places.map(({ cloth, bend }) => Math.round(bend(cloth).x - cloth.x));
    expect(moved).toEqual([4, 4, 0, 0]);
  });
});
