import {
  AS_FIRST,
  type ClothPoint,
  cornerLandmarks,
  distance,
  type FramePoint,
  loadingMap,
  LOST,
  mapGraph,
  mountedAt,
  type OnPoles,
  outlineOf,
  pieceTargets,
  type PlanRecords,
  polyline,
  QUILT_ID,
  quiltOf,
  ringBounds,
  safeArea,
  framePoint,
  clothPoint,
} from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { newRecipe, placeRecipe } from '../document/recipes.ts';
import { newRowSet } from '../document/rows.ts';
import { gridPlan } from '../test/grid-plan.ts';
import { plannerOf } from '../test/planner-of.ts';
import type { LineUpRequest } from './line-up-planner.ts';

const SQUARE = polyline([
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 100 },
  { x: 0, y: 100 },
]);
const WAVE = polyline(Array.from({ length: 61 }, (_, i) => ({ x: 2 * i, y: 25 + 25 * Math.sin((Math.PI * i) / 30) })));
const RECIPE = { ...newRecipe('square'), fit: { kind: 'corners', margins: [0], bend: 'even' } } as const;
const BARE = gridPlan({ across: 3 });
const PLAN: PlanRecords = placeRecipe(['block-2-1'], RECIPE)(BARE);
const PLACEMENT = Object.values(PLAN.placements)[0]!;
const SET = { ...newRowSet('wave', 20), id: 'w', numbers: { rows: 3, scale: 1, clearance: 10, margin: 12 } };
const { frame } = quiltOf(PLAN).machine;
const plannerWith = (plan: PlanRecords) => plannerOf({ square: [SQUARE], wave: [WAVE] }).on(plan);
const PIECE = `placements.${PLACEMENT.id}.0`;
const FIRST: OnPoles = { rolled: 0, front: null, anew: true, turned: false };

/** Where the cloth truly lies: 9 mm to the right and 4 mm down of where it was meant to, shrunk by 1 %. */
const truth = ({ x, y }: ClothPoint, rolled = 0): FramePoint => {
  const at = mountedAt(frame, rolled);
  return framePoint(at.x + 9 + 0.99 * x, at.y + 4 + 0.99 * y);
};
const LIE = loadingMap('upright', quiltOf(PLAN).map.size);
const REGIONS = Object.values(PLAN.regions);
const LANDMARKS = cornerLandmarks(mapGraph(REGIONS), REGIONS, LIE);
const named = (name: string): number => LANDMARKS.findIndex((one) => one.name === name);
const CORNERS = [
  'upper left corner of A1',
  'lower right corner of C2',
  'upper right corner of C1',
  'lower left corner of A2',
].map(named);

const touched = (indices: readonly number[], off: readonly number[] = []): PlanRecords => ({
  ...PLAN,
  touches: Object.fromEntries(
    indices.map((index, i) => {
      const { ids, name, cloth } = LANDMARKS[index]!;
      const { x, y } = truth(cloth);
      const frameAt = framePoint(x + (off[i] ?? 0), y);
      return [
        `t${i}`,
        {
          id: `t${i}`,
          on: ids[0],
          name,
          cloth,
          since: null,
          frame: frameAt,
          advance: 0,
          method: 'head' as const,
          at: i,
        },
      ];
    }),
  ),
});
const outline = outlineOf(PLAN.regions['block-2-1']!.shape);
const REQUEST: LineUpRequest = {
  mounts: [FIRST],
  landmarks: LANDMARKS,
  candidates: null,
  targets: pieceTargets({ id: PIECE, name: 'B1', outline }, LIE, 1.6),
  stitched: [],
  pieces: [PIECE],
  atHand: PIECE,
  area: safeArea(frame, 0),
};
const lineUp = (plan: PlanRecords, change: Partial<LineUpRequest> = {}) =>
  plannerWith(plan).lineUp({ ...REQUEST, ...change });

describe('lining up in the worker', () => {
  it('before any touch says how lost it is, and which of the landmarks in reach to touch first', () => {
    const { worst, advice, landmarks, disagreement, misfits, onFrame } = lineUp(PLAN);
    expect(worst!.doubt).toBeGreaterThan(LOST);
    expect(advice).toMatchObject({ worth: true });
    expect(landmarks[advice!.landmark]!.doubt).not.toBeNull();
    // 600 mm of cloth, of which 640 lie in reach: all corners but those nearest to the edges.
    expect(landmarks[named('upper left corner of A1')]!.doubt).toBeNull();
    expect([disagreement, misfits]).toEqual([null, {}]);
    expect(onFrame.map(({ id }) => id)).toEqual([PIECE]);
  });

  it('by touches lays the piece where the cloth is, and tells its box', () => {
    const { worst, advice, landmarks, misfits, onFrame } = lineUp(touched(CORNERS));
    expect(worst!.doubt).toBeLessThan(4);
    expect(CORNERS).not.toContain(advice!.landmark);
    expect(distance(landmarks[named('upper right corner of A1')]!.at, truth(clothPoint(200, 0)))).toBeLessThan(1.5);
    expect(misfits['t0']).toBeNull();
    expect(misfits['t3']).toBeLessThan(9);
    const [piece] = onFrame;
    expect(distance(piece!.ring[0]!, truth(clothPoint(200, 0)))).toBeLessThan(1.5);
    const lies = truth(clothPoint(200, 0));
    expect(piece!.box!.minX).toBeGreaterThan(lies.x - 2);
    expect(piece!.box!.maxY).toBeLessThan(lies.y + 200);
  });

  it('tells what the piece leaves to its seams, moves it, and takes in a touch along its edge', () => {
    const worker = plannerWith(touched(CORNERS));
    // Corner to corner: nothing is left.
    const { margins } = worker.lineUp(REQUEST);
    expect(Math.max(...Object.values(margins!).map(Math.abs))).toBeLessThan(0.5);
    expect(worker.lineUp({ ...REQUEST, atHand: null }).margins).toBeNull();
    const onto = truth(clothPoint(203, 5));
    const shift = worker.reposition(PLACEMENT.id, { kind: 'put', spot: { kind: 'line', along: 0 }, onto })!;
    expect([shift.x, shift.y, shift.angle].map(Math.round)).toEqual([3, 5, 0]);
    const edge = worker.touchEdge('block-2-1', truth(clothPoint(300, 194)), 6)!;
    if ('refusal' in edge) throw new Error(edge.refusal);
    const { region, frame: seam } = edge;
    expect(region.shape.map(({ id }) => id)).toEqual(['c1', 'c2', 'c3', 'c5', 'c4']);
    expect(distance(seam, truth(clothPoint(300, 200)))).toBeLessThan(1);
    expect(worker.touchEdge('gone', seam, 0)).toBeNull();
    expect(worker.touchEdge('block-2-1', truth(clothPoint(500, 300)), 0)).toHaveProperty('refusal');
    const box = { as: 'box', size: null, inside: 0 } as const;
    const touches = [clothPoint(20, 20), clothPoint(90, 80)].map((p) => ({ frame: truth(p), corner: true }));
    expect(worker.patchHere({ ...box, touched: touches }, 'n')).toMatchObject({ region: { name: 'patch 1' } });
  });

  it('asks only for what may be asked for, and for nothing without landmarks', () => {
    const left = [named('upper right corner of B1')];
    expect(lineUp(touched(CORNERS.slice(0, 2)), { candidates: left }).advice!.landmark).toBe(left[0]);
    expect(lineUp(PLAN, { landmarks: [] }).advice).toBeNull();
  });

  it('names the touches that disagree, and the one to make once more', () => {
    const five = [...CORNERS, named('lower right corner of B1')];
    const { disagreement } = lineUp(touched(five, [0, 0, 0, 0, 14]));
    expect(disagreement!.touches[0]).toBe('t4');
    expect(disagreement).toMatchObject({ again: 't4', distance: expect.toSatisfy((d) => d > 8) });
  });

  it('lays rows, and only those that are asked for', () => {
    const plan = { ...touched(CORNERS), rowSets: { w: SET } };
    const { onFrame } = lineUp(plan, { pieces: ['rowSets.w.2', 'rowSets.w.99', 'nothing'] });
    expect(onFrame.map(({ id }) => id)).toEqual(['rowSets.w.2']);
    expect(ringBounds(onFrame[0]!.ring).minX).toBeCloseTo(onFrame[0]!.box!.minX, 0);
  });

  it('carries what was stitched along with the cloth, and lays new lines against it', () => {
    const worker = plannerOf({ square: [SQUARE], wave: [WAVE] });
    const planner = worker.on(PLAN);
    // Row 1 was stitched 3 mm lower than planned; then the quilt was rolled by 100.
    const cloth = polyline([
      { x: 0, y: 60 },
      { x: 300, y: 90 },
      { x: 600, y: 60 },
    ]);
    const onFrame = polyline(
      [0, 1, 2].map((i) => {
        const { x, y } = truth(clothPoint(cloth[2 * i]!, cloth[2 * i + 1]!));
        return { x, y: y + 3 };
      }),
    );
    planner.learnRun('run', [cloth], [onFrame]);
    const ref = { id: 'run', pieceId: 'p', advance: 0, upTo: 2 };
    const [found, unknown] = planner.landmarksOf(
      [
        { ...ref, name: 'row 1' },
        { ...ref, id: 'unknown', name: 'row 2' },
      ],
      AS_FIRST,
    );
    expect(found!.map(({ name }) => name)).toEqual(['start of row 1', 'low point 1 of row 1', 'end of row 1']);
    expect(unknown).toEqual([]);
    const before = touched(CORNERS);
    const again = LANDMARKS.filter(({ cloth: { y } }) => y > 150).map((place, i) => {
      const { x, y } = truth(place.cloth, 100);
      const { ids, ...rest } = place;
      const at = { frame: framePoint(x, y + 20), advance: 1, method: 'head' as const, at: 9 + i };
      return { ...rest, ...at, id: `again-${i}`, on: ids[0] };
    });
    const plan = {
      ...before,
      touches: { ...before.touches, ...Object.fromEntries(again.map((one) => [one.id, one])) },
    };
    const mounts = [FIRST, { rolled: 100, front: 90, anew: false, turned: false }];
    const answer = worker.on(plan).lineUp({ ...REQUEST, mounts, stitched: [ref], landmarks: found! });
    expect(answer.stitched.map(({ id }) => id)).toEqual(['run']);
    const low = answer.landmarks[1]!.at;
    expect(low.y).toBeGreaterThan(truth(clothPoint(300, 90), 100).y + 20 + 1);
    expect(answer.misfits).not.toHaveProperty('t0');
  });

  it('knows the cloth under a place of the frame, by the last line-up', () => {
    const planner = plannerWith(touched(CORNERS));
    expect(planner.clothAt(framePoint(0, 0))).toBeNull();
    planner.lineUp(REQUEST);
    expect(distance(planner.clothAt(truth(clothPoint(200, 0)))!, clothPoint(200, 0))).toBeLessThan(1.5);
  });
});

describe('draw-in in the worker', () => {
  const ask = (plan: PlanRecords, stitchedRows: readonly number[]) => {
    const set = { ...SET, numbers: { ...SET.numbers, rows: 5 } };
    const state = { status: 'finished' } as const;
    const runs = stitchedRows.map((row) => ({ pieceId: `rowSets.w.${row + 1}`, state }));
    return plannerWith({ ...plan, rowSets: { w: set } }).drawIn({ mounts: [FIRST], runs });
  };
  it('is told as a whole and by advance, with what is left below the last stitched row', () => {
    const { whole, byAdvance, left } = ask(touched(CORNERS), [0, 1]);
    expect(Math.abs(whole.along.part - 0.01)).toBeLessThan(whole.along.bound);
    expect(byAdvance.map(({ advance }) => advance)).toEqual([0]);
    expect(left).toMatchObject({ row: 1 });
    expect(left!.length).toBeLessThan(left!.planned);
    expect(left!.answers.map(({ school }) => school)).toContain('margin');
  });
  it('has nothing left to tell where no row is stitched, or all are', () => {
    expect(ask(PLAN, []).left).toBeNull();
    expect(ask(PLAN, [0, 1, 2, 3, 4]).left).toBeNull();
    expect(ask({ ...PLAN, quilts: { [QUILT_ID]: quiltOf(PLAN) } }, []).byAdvance).toEqual([]);
  });
});
