import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { clothPoint, framePoint, type FramePoint } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { bendsOf } from '../plan/edge-touches.ts';
import { newPlan, type PlanRecords, quiltOf, touchesOf } from '../plan/plan-document.ts';
import type { TouchRecord } from '../plan/records.ts';
import { usualBorder } from '../plan/usual-border.ts';
import { marginsInBorder } from './margins-left.ts';
import { edgeFollowed, type EdgePlace, followEdges, type Following } from './follow-edges.ts';

/** 1,000 by 1,000 mm with a border of 100; the plan lies on the frame as it is. */
const PLAN = newPlan(
  'Edges',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 400, blockHeight: 400, sashing: 0 }), [evenBorder(100)]),
);
const SET = usualBorder('b', 0, 'd');
const RECORDS: PlanRecords = { ...PLAN, borderSets: { b: SET } };
const AS_IT_IS = {
  toCloth: ({ x, y }: FramePoint) => clothPoint(x, y),
  toFrame: ({ x, y }: { x: number; y: number }) => framePoint(x, y),
};
const following = (change: Partial<Following> = {}): Following => ({
  ...{ records: RECORDS, advance: 0, lineUp: AS_IT_IS, inReach: () => true, from: framePoint(0, 100), refused: [] },
  ...change,
});
/** A piece of the left side, from the middle of the upper border to y = 500. */
const LEFT = {
  ref: { source: 'borderSets', record: 'b', part: 3001 },
  needle: [polyline([50, 150, 300, 500].map((y, i) => ({ x: i % 2 ? 40 : 60, y })))],
} as const;
const touch = (place: EdgePlace, needle: FramePoint, inside: number, id: string, advance = 0): TouchRecord => {
  const found = edgeFollowed(quiltOf(RECORDS), place, needle, AS_IT_IS, inside);
  if ('refusal' in found) throw new Error(found.refusal);
  return { ...found, id, name: id, since: null, advance, method: 'head', at: 0 };
};
const withTouches = (...touches: readonly TouchRecord[]): PlanRecords => ({
  ...RECORDS,
  touches: Object.fromEntries(touches.map((one) => [one.id, one])),
});
const at = (edge: 'outer' | 'inner', along: number, x: number): EdgePlace => ({
  ...{ edge, level: edge === 'outer' ? 1 : 0, side: 'left', along, at: framePoint(x, along) },
});

describe('following the edges of a border', () => {
  it('asks along both edges beside the piece, the nearest first, as far as the head gets', () => {
    const found = followEdges(LEFT, following({ inReach: ({ y }) => y < 400 }))!;
    expect(found).toMatchObject({ touches: [], next: { side: 'left' } });
    expect(found.next!.along).toBeLessThan(400);
    expect(found.left).toBeGreaterThan(4);
    // Of an edge that wasn't touched at all no more is known than that it may be off by half an inch.
    expect(found.bound).toBeGreaterThan(10);
  });

  it('asks for another place when one is refused, and for none of what has no border', () => {
    const { next } = followEdges(LEFT, following())!;
    const other = followEdges(LEFT, following({ refused: [next!] }))!.next!;
    expect([other.edge === next!.edge && other.along === next!.along, other.side]).toEqual([false, 'left']);
    const nowhere = followEdges(LEFT, following({ inReach: () => false }));
    expect(nowhere).toEqual({ next: null, left: 0, bound: null, touches: [] });
    expect(followEdges({ ...LEFT, ref: { source: 'rowSets', record: 'b', part: 1 } }, following())).toBeNull();
  });

  it('is done when touches make it sure, and bends the piece between them', () => {
    const places = [100, 180, 260, 340, 420, 500].flatMap((y) => [at('outer', y, 0), at('inner', y, 100)]);
    const touches = places.map((place, i) => touch(place, framePoint(place.at.x - 4, place.along), 0, `t${i}`));
    const records = withTouches(...touches);
    const found = followEdges(LEFT, following({ records }))!;
    expect(found.next === null || found.next.along < 100).toBe(true);
    expect(found.touches).toHaveLength(12);
    const bend = bendsOf(records, 0, AS_IT_IS)('borderSets.b.3001');
    expect(bend(clothPoint(50, 300)).x).toBeCloseTo(46, 1);
    expect(bend(clothPoint(50, 300)).y).toBeCloseTo(300, 6);
    // They say nothing of where the cloth lies, and nothing of another border.
    expect(touchesOf(records)).toEqual([]);
    expect(bendsOf(records, 0, AS_IT_IS)('rowSets.b.1')(clothPoint(50, 300)).x).toBe(50);
  });

  it('counts touches of an advance before for less', () => {
    const place = at('outer', 300, 0);
    const then = withTouches(touch(place, framePoint(-8, 300), 0, 'then', 0));
    const both = withTouches(
      touch(place, framePoint(-8, 300), 0, 'then', 0),
      touch(place, framePoint(-4, 300), 0, 'now', 1),
    );
    const xOf = (records: PlanRecords): number =>
      bendsOf(records, 1, AS_IT_IS)('borderSets.b.3001')(clothPoint(0, 300)).x;
    expect(xOf(then)).toBeCloseTo(-8, 0);
    expect(Math.abs(xOf(both) + 4)).toBeLessThan(1);
  });
});

describe('what stitches leave of a border', () => {
  const stitches = [polyline([{ x: 20, y: 300 }, { x: 70, y: 320 }, { x: 40, y: 500 }])]; // prettier-ignore

  it('is told to the outer edge and to the inner seam as planned, less than nothing where they run over', () => {
    expect(marginsInBorder(stitches, RECORDS, SET, 0, AS_IT_IS)).toEqual({ outer: 20, inner: 30 });
    const over = [polyline([{ x: -3, y: 300 }, { x: 105, y: 320 }])]; // prettier-ignore
    expect(marginsInBorder(over, RECORDS, SET, 0, AS_IT_IS)).toEqual({ outer: -3, inner: -5 });
    expect(marginsInBorder([], RECORDS, SET, 0, AS_IT_IS)).toEqual({});
  });

  it('goes by the edges as they were touched', () => {
    const touches = [100, 300, 500].map((y) => touch(at('outer', y, 0), framePoint(8, y), 0, `t${y}`));
    const { outer, inner } = marginsInBorder(stitches, withTouches(...touches), SET, 0, AS_IT_IS);
    // The inner seam, which nobody touched, lies beside it.
    expect([Math.abs(outer! - 12) < 0.3, Math.abs(inner! - 38) < 0.3]).toEqual([true, true]);
  });
});

describe('a touch with a gauge', () => {
  it('puts the seam beside the needle, outward of an outer edge and inward of an inner one', () => {
    const seam = (place: EdgePlace, x: number): readonly [string, number] => {
      const { on, frame } = touch(place, framePoint(x, 300), 6.25, 't');
      return [on!, frame.x];
    };
    expect(seam(at('outer', 300, 0), 6)).toEqual(['edge.1.left', -0.25]);
    expect(seam(at('inner', 300, 100), 95)).toEqual(['edge.0.left', 101.25]);
    expect(seam({ ...at('outer', 300, 1000), side: 'right' }, 990)).toEqual(['edge.1.right', 996.25]);
  });

  it('is refused where it is far from the edge', () => {
    expect(edgeFollowed(quiltOf(RECORDS), at('outer', 300, 0), framePoint(60, 300), AS_IT_IS, 0)).toMatchObject({
      refusal: expect.stringContaining('far from that edge') as string,
    });
  });
});
