import { clothPoint, framePoint } from '../geometry/point.ts';
import { boxRingIn } from '../geometry/polygon.ts';
import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { PLAIN_BLOCKS } from '../cloth/blocks.ts';
import { AS_FIRST, AS_TURNED, type Lie, lieWhen, loadingMap } from '../cloth/loading.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { mapGraph } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { cornerLandmarks, type NamedPlace } from '../plan/landmarks.ts';
import { newPlan, type PlanRecords, quiltOf } from '../plan/plan-document.ts';
import type { LandmarkRecord, TouchRecord } from '../plan/records.ts';
import {
  cornersLeftOf,
  type FoundAgain,
  cornersAtHand,
  keptUntouchedOf,
  landmarksOf,
  lowestStitched,
  targetsOf,
} from './landmarks.ts';
import { framePiece } from './test/piece.ts';

const PLAN = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 2, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 }), []),
);
const [UPRIGHT, QUARTER] = [AS_FIRST, AS_TURNED].map((when) => lieWhen(quiltOf(PLAN), when)) as [Lie, Lie];
const GRAPH = mapGraph(Object.values(PLAN.regions));
const withTouches = (...touches: readonly TouchRecord[]): PlanRecords => ({
  ...PLAN,
  touches: Object.fromEntries(touches.map((one) => [one.id, one])),
});
const touch = (advance: number): TouchRecord => ({
  id: `t${advance}`,
  // The upper left corner of B1, which is the upper right one of A1.
  on: 'control.block-2-1.c1',
  name: 'corner',
  cloth: clothPoint(200, 0),
  since: null,
  frame: framePoint(1, 1),
  advance,
  method: 'head',
  at: advance,
});
const stitched = (name: string, x: number, y: number): NamedPlace => ({
  ids: [`hole.run.${x}`],
  name,
  cloth: clothPoint(x, y),
  since: { advance: 0, frame: framePoint(x + 1, y + 2) },
});
const ROW: FoundAgain = {
  id: 'run',
  pieceId: 'row',
  advance: 0,
  upTo: 2,
  landmarks: [
    stitched('start of row 1', 0, 90),
    stitched('low point 1 of row 1', 60, 99),
    stitched('end of row 1', 120, 90),
  ],
};

describe('landmarks', () => {
  it('are corners, each place once even where blocks touch, with the touch made there in this advance', () => {
    const landmarks = landmarksOf(
      withTouches(touch(0), touch(1)),
      cornersAtHand(withTouches(touch(0), touch(1)), GRAPH, UPRIGHT),
      [],
      1,
    );
    expect(landmarks.map((one) => one.name)).toEqual([
      'upper left corner of A1',
      'upper right corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
      'upper right corner of B1',
      'lower right corner of B1',
    ]);
    expect(landmarks.map((one) => one.touch?.id)).toEqual([
      undefined,
      't1',
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect(
      landmarksOf(withTouches(touch(0)), cornersAtHand(withTouches(touch(0)), GRAPH, UPRIGHT), [], 1).some(
        (one) => one.touch,
      ),
    ).toBe(false);
  });
  it('are named as she sees them when the quilt is turned', () => {
    const names = landmarksOf(PLAN, cornersAtHand(PLAN, GRAPH, QUARTER), [], 0).map((one) => one.name);
    expect(names.slice(0, 4)).toEqual([
      'upper right corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
      'upper left corner of A1',
    ]);
  });
  it('are what was stitched and chalked too, once the quilt was rolled since', () => {
    const mark: LandmarkRecord = {
      id: 'c',
      name: 'chalk mark 1',
      cloth: clothPoint(5, 5),
      since: { advance: 0, frame: framePoint(6, 6) },
    };
    const plan = { ...PLAN, landmarks: { c: mark } };
    expect(landmarksOf(plan, cornersAtHand(plan, GRAPH, UPRIGHT), [ROW], 0)).toHaveLength(6);
    const later = landmarksOf(plan, cornersAtHand(plan, GRAPH, UPRIGHT), [ROW], 1).slice(6);
    expect(later.map((one) => one.name)).toEqual([
      'start of row 1',
      'low point 1 of row 1',
      'end of row 1',
      'chalk mark 1',
    ]);
    expect(later[1]).toMatchObject({ cloth: { x: 60, y: 99 }, since: { advance: 0, frame: { x: 61, y: 101 } } });
    expect(later.map((one) => one.byHand)).toEqual([false, false, false, true]);
    expect(later[3]!.ids).toEqual(['mark.c']);
    const onMark = { ...touch(1), on: 'mark.c' };
    const touched = { ...plan, touches: { t: onMark } };
    expect(
      landmarksOf(touched, cornersAtHand(touched, GRAPH, UPRIGHT), [ROW], 1).filter((one) => one.touch),
    ).toMatchObject([{ name: 'chalk mark 1' }]);
  });
});

describe('the point that the needle can be left down in', () => {
  it('is the lowest that was stitched here, as the quilt is loaded', () => {
    expect(lowestStitched(UPRIGHT, [ROW], 0)?.name).toBe('low point 1 of row 1');
    // Turned, what lies farthest right on the quilt is farthest from the roll.
    expect(lowestStitched(QUARTER, [ROW], 0)?.name).toBe('end of row 1');
    expect(lowestStitched(UPRIGHT, [ROW], 1)).toBeNull();
    expect(lowestStitched(UPRIGHT, [], 0)).toBeNull();
  });
});

describe('where the line-up must be sure', () => {
  const outline = boxRingIn({ minX: 0, minY: 110, maxX: 400, maxY: 180 }, clothPoint);
  const piece = framePiece('r2', { name: 'row 2', pass: 1, top: 110, bottom: 180, outline });
  it('is all over the coming pieces, and closest where they meet what is stitched', () => {
    const targets = targetsOf(PLAN, UPRIGHT, [piece], [ROW], 1);
    expect(targets.filter((one) => !one.join).map((one) => one.name)).toContain('right end of row 2');
    expect(targets.filter((one) => one.join).map((one) => [one.name, one.tolerance < 0.8])).toContainEqual([
      'low point 1 of row 1',
      true,
    ]);
    // In the advance it is stitched in nothing has moved since.
    expect(targetsOf(PLAN, UPRIGHT, [piece], [ROW], 0).some((one) => one.join)).toBe(false);
  });
  it('is at the corners that a fit goes through, until they are touched', () => {
    const block = { corners: [], exactAt: [1, 2, 3, 4].map((i) => `control.block-1-1.c${i}`) };
    const landmarks = landmarksOf(withTouches(touch(0)), cornersAtHand(withTouches(touch(0)), GRAPH, UPRIGHT), [], 0);
    expect(cornersLeftOf(landmarks, block, false).map((i) => landmarks[i]!.name)).toEqual([
      'upper left corner of A1',
      'lower right corner of A1',
      'lower left corner of A1',
    ]);
    expect([cornersLeftOf(landmarks, piece, true), cornersLeftOf(landmarks, undefined, true)]).toEqual([[], []]);
    // Whatever its fit, where it is lined up by its corners.
    const contained = { exactAt: [], corners: block.exactAt };
    expect([false, true].map((by) => cornersLeftOf(landmarks, contained, by).length)).toEqual([0, 3]);
  });
  it('is told of what is kept free of a piece where nobody touched it: beside the piece, and held for it', () => {
    const keepOut = { id: 'k', name: 'block', keep: 'out', on: true, clearance: 3, only: null } as const;
    const patches = (...regionIds: string[]) => ({ ...keepOut, of: { kind: 'patches', regionIds } as const });
    const row = framePiece('rowSets.s.1', {
      outline: boxRingIn({ minX: 10, minY: 10, maxX: 190, maxY: 90 }, clothPoint),
    });
    const untouched = (change: object, touches: readonly TouchRecord[] = [], piece = row) => {
      const records = {
        ...withTouches(...touches),
        keepOuts: { k: { ...patches('block-1-1', 'block-2-1'), ...change } },
      };
      const landmarks = landmarksOf(records, cornersAtHand(records, GRAPH, UPRIGHT), [], 0);
      return keptUntouchedOf(landmarks, records, piece).map(({ name, corners }) => `${name}: ${corners.length}`);
    };
    expect(untouched({})).toEqual(['A1: 4']);
    expect(untouched({ clearance: 11 })).toEqual(['A1: 4', 'B1: 4']);
    expect(untouched({}, [touch(0)])).toEqual([]);
    // An earlier advance's touches say nothing of how it lies now.
    expect(untouched({}, [touch(1)])).toEqual(['A1: 4']);
    expect([untouched({ on: false }), untouched({ only: ['rowSets.other'] })]).toEqual([[], []]);
    expect(untouched({}, [], { ...row, regionId: 'block-1-1' })).toEqual([]);
  });
  it('knows its piece by its id, whatever that is called', () => {
    const [own, met] = [targetsOf(PLAN, UPRIGHT, [piece], [], 1), targetsOf(PLAN, UPRIGHT, [piece], [ROW], 1)];
    expect(own.every((one) => one.piece === 'r2')).toBe(true);
    expect(met.filter((one) => one.join).every((one) => one.piece === null)).toBe(true);
  });
});

describe('on any setting', () => {
  it.each([
    {
      kind: 'on-point',
      across: 3,
      down: 2,
      block: 200,
      sashing: 30,
      edge: 'triangles',
      blocks: { ...PLAIN_BLOCKS, kinds: ['nine-patch'] },
    },
    {
      kind: 'on-point',
      across: 2,
      down: 3,
      block: 200,
      sashing: 0,
      edge: 'half-blocks',
      blocks: { ...PLAIN_BLOCKS, kinds: ['flying-geese'] },
    },
    { kind: 'hexagons', across: 4, down: 3, block: 150, blocks: { ...PLAIN_BLOCKS, kinds: ['plain'] } },
    { kind: 'triangles', across: 4, down: 3, block: 150, blocks: { ...PLAIN_BLOCKS, kinds: ['plain'] } },
    {
      kind: 'brick',
      across: 3,
      down: 3,
      blockWidth: 200,
      blockHeight: 90,
      sashing: 20,
      blocks: { ...PLAIN_BLOCKS, kinds: ['rail', 'plain'] },
    },
  ] as const)('$kind: each corner is one landmark, and no two share a name', (setting) => {
    const borders = [evenBorder(40, 'mitred'), evenBorder(60, 'cornerstones')];
    const plan = newPlan('Lantern', makeMap(setting, borders));
    const regions = Object.values(plan.regions);
    const graph = mapGraph(regions);
    const landmarks = cornerLandmarks(graph, regions, loadingMap('turned', quiltOf(plan).map.size));
    expect(landmarks).toHaveLength(graph.vertices.length);
    expect(new Set(landmarks.map(({ name }) => name)).size).toBe(landmarks.length);
  });
});
